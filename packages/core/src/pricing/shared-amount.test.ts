import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { InputError } from '../input';
import { sharedAmount } from './shared-amount';

describe('an amount that is shared out', () => {
  test.each<[number, number[], number[]]>([
    [1000, [1, 1, 1], [333, 334, 333]],
    [1000, [3, 1], [750, 250]],
    [5, [0, 0], [3, 2]],
    [0, [1, 2], [0, 0]],
    [7, [1], [7]],
  ])('%i by %j is %j', (amount, weights, shares) => {
    expect(sharedAmount(amount, weights)).toEqual(shares);
  });

  test('adds up to it, to the cent, and is off by less than one for each', () => {
    const weights = fc.array(fc.integer({ min: 0, max: 100_000 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_000_000 }), weights, (amount, of) => {
        const shares = sharedAmount(amount, of);
        expect(shares.reduce((total, share) => total + share, 0)).toBe(amount);
        const sum = of.reduce((total, weight) => total + weight, 0);
        shares.forEach((share, index) => {
          const due = sum > 0 ? (amount * of[index]!) / sum : amount / of.length;
          expect(Math.abs(share - due)).toBeLessThanOrEqual(1 + 1e-6);
          expect(share).toBeGreaterThanOrEqual(0);
        });
      }),
    );
  });

  test.each([-1, 0.5, NaN])('is refused for %s', (amount) => {
    expect(() => sharedAmount(amount, [1])).toThrow(InputError);
  });
});
