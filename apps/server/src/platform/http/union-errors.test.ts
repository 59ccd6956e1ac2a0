import { BenchEventsAsk, Weighed } from '@alnage/contract';
import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import { Type } from 'typebox';
import { describe, expect, test } from 'vitest';
import { fieldProblems } from './field-problems';
import type { Found } from './union-errors';
import { OWN_FORMATS } from './validation';

const ajv = new Ajv({ allErrors: true, verbose: true, formats: OWN_FORMATS });
addFormats(ajv, ['date', 'date-time', 'uuid']);

/** What is wrong with something: pointers, codes and what is told of them. */
function wrong(schema: object, body: unknown): unknown[] {
  const validate = ajv.compile(schema);
  expect(validate(body)).toBe(false);
  return fieldProblems(validate.errors as Found[]);
}
const ID = '00000000-0000-4000-8000-000000000001';
const event = (deed: unknown) => ({ id: ID, work: 'stage/b1/dip', at: 0, by: null, deed });
const deeds = (...all: unknown[]) => wrong(BenchEventsAsk, { events: all.map(event) });

describe('what is wrong with one of several', () => {
  test('is told of the one that it means to be: its field, its value and what is allowed', () => {
    expect(deeds({ kind: 'tray', pieces: 0 })).toEqual([
      {
        pointer: '/events/0/deed/pieces',
        code: 'too-small',
        params: expect.objectContaining({ value: 0, limit: 1 }) as object,
      },
    ]);
    expect(deeds({ kind: 'reject', pieces: 3, cause: 'dropped' })).toEqual([
      {
        pointer: '/events/0/deed/cause',
        code: 'not-allowed',
        params: { value: 'dropped', range: expect.stringContaining('foot') as string },
      },
    ]);
    expect(deeds({ kind: 'timer', endsAt: 5 })).toMatchObject([
      { pointer: '/events/0/deed/name', code: 'required' },
    ]);
    expect(deeds({ kind: 'begin', at: 5 })).toMatchObject([
      { pointer: '/events/0/deed/at', code: 'unknown-field' },
    ]);
  });

  test('of a kind that there is not says so, with those that there are', () => {
    expect(deeds({ kind: 'juggle' })).toEqual([
      {
        pointer: '/events/0/deed/kind',
        code: 'not-allowed',
        params: { value: 'juggle', range: expect.stringMatching(/^begin, tray, reject/) as string },
      },
    ]);
  });

  test('is told of each of many by itself', () => {
    const many = Array.from({ length: 12 }, (_, index) =>
      index === 1
        ? { kind: 'tray', pieces: 0 }
        : index === 10
          ? { kind: 'weigh', what: 'start', grams: -1 }
          : { kind: 'begin' },
    );
    expect(deeds(...many)).toMatchObject([
      { pointer: '/events/1/deed/pieces', code: 'too-small' },
      { pointer: '/events/10/deed/grams', code: 'too-small' },
    ]);
  });

  test('that is not even a thing, or has no kind, is told of shortly', () => {
    expect(deeds(5)).toHaveLength(1);
    expect(deeds({})).toMatchObject([{ pointer: '/events/0/deed/kind', code: 'required' }]);
  });

  test('reaches into what may be nothing, and into what lies within', () => {
    const schema = Type.Object({
      form: Type.Union([
        Type.Union([
          Type.Object({ kind: Type.Literal('round'), mm: Type.Integer({ minimum: 1 }) }),
          Type.Object({ kind: Type.Literal('square'), side: Type.Integer({ minimum: 1 }) }),
        ]),
        Type.Null(),
      ]),
    });
    expect(wrong(schema, { form: { kind: 'square', side: 0 } })).toMatchObject([
      { pointer: '/form/side', code: 'too-small', params: { value: 0 } },
    ]);
    const half = Type.Object({ boxes: Type.Union([Type.Integer({ minimum: 1 }), Type.Null()]) });
    expect(wrong(half, { boxes: 0.5 })).toContainEqual(
      expect.objectContaining({ pointer: '/boxes', code: 'not-a-whole-number' }),
    );
    expect(wrong(Weighed, { kind: 'run', startGrams: 'x', addedGrams: 0, leftGrams: 1 })).toMatchObject([
      { pointer: '/startGrams', code: 'wrong-type' },
    ]);
  });
});
