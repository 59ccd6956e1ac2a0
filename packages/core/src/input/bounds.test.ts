import { describe, expect, test } from 'vitest';
import { rangeText, requireWithin } from './bounds';
import { InputError } from './input-error';

const share = { min: 0.01, max: 1 };
const pieces = { min: 1, max: 100, isInteger: true };

function faultOf(value: unknown, bound = share): InputError {
  try {
    requireWithin('/covered', value, bound);
  } catch (error) {
    return error as InputError;
  }
  throw new Error('was taken');
}

describe('a bound', () => {
  test.each([0.01, 0.5, 1])('takes %d, which lies within it', (value) => {
    expect(requireWithin('/covered', value, share)).toBe(value);
  });

  test.each([
    [0.0099, 'out-of-range'],
    [1.0001, 'out-of-range'],
    [0, 'out-of-range'],
    [Infinity, 'out-of-range'],
    [-Infinity, 'out-of-range'],
    [NaN, 'wrong-type'],
    ['0.5', 'wrong-type'],
    [null, 'wrong-type'],
    [undefined, 'wrong-type'],
  ])('refuses %s as %s and clamps nothing', (value, code) => {
    const fault = faultOf(value);
    expect(fault).toBeInstanceOf(InputError);
    expect(fault).toMatchObject({ code, field: '/covered', value, range: '0.01..1' });
  });

  test('refuses a fraction where a whole number is needed', () => {
    expect(faultOf(1.5, pieces)).toMatchObject({ code: 'not-an-integer', value: 1.5 });
    expect(rangeText(pieces)).toBe('a whole number in 1..100');
  });

  test('says field, value and range in one sentence', () => {
    expect(faultOf(1.3).message).toBe('/covered: 1.3 is not accepted; expected 0.01..1');
  });
});
