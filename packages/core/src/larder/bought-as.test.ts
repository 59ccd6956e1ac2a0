import * as fc from 'fast-check';
import { expect, test } from 'vitest';
import { boughtAs } from './bought-as';

const milk = { id: 'milk', kind: 'milk', parts: [], thinnedPercent: 0, thinnedWith: null } as const;
const dark = { ...milk, id: 'dark', kind: 'dark' } as const;
const oil = 'butter-oil';

test('a coating is bought as itself, a blend as its parts, and the fat beside them where it is counted', () => {
  expect(boughtAs(milk, [])).toEqual([{ item: { kind: 'coating', id: 'milk' }, share: 1 }]);
  expect(boughtAs({ ...milk, thinnedPercent: 5, thinnedWith: oil }, [])).toEqual([
    { item: { kind: 'coating', id: 'milk' }, share: 0.95 },
    { item: { kind: 'supply', id: oil }, share: 0.05 },
  ]);
  // a fat that nobody counts is in the coating
  expect(boughtAs({ ...milk, thinnedPercent: 5 }, [])).toEqual(boughtAs(milk, []));
});

test('a blend of what is thinned, thinned itself, adds up to one of each, and keeps its mass', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 1, max: 9 }),
      (own, ofMilk, parts) => {
        const all = [{ ...milk, thinnedPercent: ofMilk, thinnedWith: oil }, dark];
        const blend = {
          ...({ id: 'blend', kind: 'blend', thinnedPercent: own, thinnedWith: oil } as const),
          parts: [
            { coating: 'milk', parts },
            { coating: 'dark', parts: 1 },
          ],
        };
        const shares = boughtAs(blend, all);
        expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
        expect(new Set(shares.map(({ item }) => item.id)).size).toBe(shares.length);
      },
    ),
  );
});
