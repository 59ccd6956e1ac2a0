import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { FIELD_CODES, PROBLEMS, type ProblemCode } from '@alnage/contract';
import { describe, expect, test } from 'vitest';
import { asProblem } from './problem-details';
import { ProblemError } from './problem-error';

const sources = resolve(import.meta.dirname, '../..');
const docs = readFileSync(resolve(sources, '../../../docs/errors.md'), 'utf8');
const tests = readdirSync(sources, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.test.ts') && !name.endsWith('problems.test.ts'))
  .map((name) => readFileSync(resolve(sources, name), 'utf8'))
  .join('\n');

describe('every code of the registry', () => {
  test.each(Object.keys(PROBLEMS) as ProblemCode[])(
    '%s is documented with its status and raised by a test',
    (code) => {
      expect(docs).toMatch(new RegExp(`\\| \`${code}\` +\\| ${PROBLEMS[code].status} `));
      expect(tests).toContain(`'${code}'`);
    },
  );

  test.each(FIELD_CODES)('%s of a field is documented and raised by a test', (code) => {
    expect(docs).toContain(`\`${code}\``);
    expect(tests).toContain(`'${code}'`);
  });
});

describe('a thrown thing', () => {
  test.each([
    [new ProblemError('no-plan'), 'no-plan', 404],
    [Object.assign(new Error('x'), { code: 'ECONNREFUSED' }), 'database-away', 503],
    [Object.assign(new Error('x'), { code: '57P01' }), 'database-away', 503],
    [Object.assign(new Error('x'), { code: 'FST_ERR_CTP_BODY_TOO_LARGE' }), 'body-too-large', 413],
    [new TypeError('x is not a function'), 'internal-error', 500],
  ])('%s is told as %s', (error, code, status) => {
    const problem = asProblem(error);
    expect(problem.document()).toMatchObject({
      code,
      status,
      type: `urn:alnage:problem:${code}`,
      errors: [],
    });
  });
});
