import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { buildSync } from 'esbuild';
import { beforeAll, describe, expect, test } from 'vitest';
import { checkPlan } from './planner/check/check-plan';
import { randomProblem, smallProblem } from './planner/testing/small-problem';

const root = resolve(import.meta.dirname, '../../..');
const source = resolve(import.meta.dirname, 'cli.ts');
const bundle = resolve(root, '.alnage/cli-test/cli.mjs');

interface Answer {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

function run(program: string[], input: unknown): Answer {
  const text = typeof input === 'string' ? input : JSON.stringify(input);
  return spawnSync(process.execPath, program, { cwd: root, input: text, encoding: 'utf8' });
}

/** The command as one file: to compile its source anew for each call takes ten times as long. */
const core = (args: string[], input: unknown): Answer => run([bundle, ...args], input);
/** The command from its source, which finds its other processes beside it. */
const coreFromSource = (args: string[], input: unknown): Answer =>
  run(['--import', 'tsx', source, ...args], input);

beforeAll(() => {
  buildSync({ entryPoints: [source], outfile: bundle, bundle: true, platform: 'node', format: 'esm' });
});

describe('the command line', { timeout: 30_000 }, () => {
  test('reads a problem and writes a plan', () => {
    const { status, stdout, stderr } = core(['plan', '--steps', '2'], smallProblem);
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    expect(JSON.parse(stdout)).toMatchObject({ format: 'alnage-plan/1', unmet: [] });
  });

  test('plans in more processes than one, and takes the cheapest of their plans', () => {
    const problem = randomProblem(3);
    const cost = (args: string[]): number => {
      const { status, stdout } = coreFromSource(['plan', '--steps', '60', ...args], problem);
      expect(status).toBe(0);
      return checkPlan(problem, JSON.parse(stdout)).cost!;
    };
    const alone = ['1', '2', '3'].map((seed) => cost(['--seed', seed]));
    expect(cost(['--threads', '3'])).toBe(Math.min(...alone));
  });

  test.each<[string, string[], unknown, object]>([
    [
      'a value out of range',
      ['plan'],
      { ...smallProblem, horizon: 0 },
      { code: 'out-of-range', field: '/horizon', value: 0 },
    ],
    [
      'more allergens than can be told apart',
      ['plan'],
      {
        ...smallProblem,
        products: Array.from({ length: 32 }, (_, i) => ({
          ...smallProblem.products[0]!,
          id: ['berry', 'twist'][i] ?? `p${i}`,
          allergens: [`a${i}`],
        })),
      },
      { code: 'out-of-range', field: '/products', value: '34 allergens' },
    ],
    ['what is no JSON', ['coat'], '{', { code: 'not-json', field: '' }],
    ['a name that it does not know', ['bake'], {}, { code: 'unknown-value', field: 'NAME', value: 'bake' }],
    ['no name', [], {}, { code: 'unknown-value', field: 'NAME', value: null }],
    ['an option that it does not know', ['plan', '--fast'], {}, { code: 'unknown-value', field: 'options' }],
    [
      'a step count that is none',
      ['plan', '--steps', 'many'],
      smallProblem,
      { code: 'wrong-type', field: '--steps', value: 'NaN' },
    ],
  ])('refuses %s with one JSON problem and exit code 2', (_name, args, input, problem) => {
    const { status, stdout, stderr } = core(args, input);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    const told = JSON.parse(stderr) as Record<string, unknown>;
    expect(told).toMatchObject(problem);
    expect(Object.keys(told).sort()).toEqual(['code', 'detail', 'field', 'range', 'title', 'type', 'value']);
  });
});
