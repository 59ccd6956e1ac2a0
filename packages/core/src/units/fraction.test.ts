import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fractionText, typedNumber } from './fraction';

describe('a number as people write it', () => {
  test.each([
    ['2.5', 2.5],
    ['2,5', 2.5],
    [' 1/3 ', 1 / 3],
    ['1 1/2', 1.5],
    ['1½', 1.5],
    ['1 ½', 1.5],
    ['⅔', 2 / 3],
    ['−4', -4],
    ['-1/4', -0.25],
    ['+3', 3],
    ['.5', 0.5],
  ])('%s is %d', (text, value) => expect(typedNumber(text)).toBeCloseTo(value, 12));

  test.each(['', 'half', '1/0', '1/', '1//2', '1½½', '2 3', '1e3', '½1', '--1'])('%j is none', (text) => {
    expect(typedNumber(text)).toBeNaN();
  });

  test('is written in thirds and eighths, and read again as what it was', () => {
    expect([0.333, 2 / 3, 1.5, 3, 0.875, 2.998].map(fractionText)).toEqual(['⅓', '⅔', '1½', '3', '⅞', '3']);
    expect([0.3, 1.45, 0.05].map(fractionText)).toEqual([null, null, null]);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.constantFrom(3, 8), (over, under) => {
        expect(typedNumber(fractionText(over / under)!)).toBeCloseTo(over / under, 12);
      }),
    );
  });
});
