import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeDue, drawerDifference, drawerHolds, takingsOf, type TillEntry } from './till';

const cash = (amountMinor: number, isBack = false): TillEntry => ({ method: 'cash', isBack, amountMinor });

describe('the till', () => {
  it('tells what was taken by each way, by hand', () => {
    const entries: TillEntry[] = [cash(2000), cash(500), cash(500, true), { ...cash(990), method: 'card' }];
    const takings = takingsOf(entries);
    expect(takings).toEqual({
      cash: { inMinor: 2500, outMinor: 500 },
      card: { inMinor: 990, outMinor: 0 },
    });
    expect(drawerHolds(5000, [takings])).toBe(7000);
    expect(drawerDifference({ countedMinor: 6900, expectedMinor: 7000 })).toBe(-100);
    expect(changeDue(3760, 4000)).toBe(240);
  });

  it('adds up however a day is parted', () => {
    const entry = fc.record({
      method: fc.constantFrom('cash' as const, 'card' as const),
      isBack: fc.boolean(),
      amountMinor: fc.nat(100_000),
    });
    fc.assert(
      fc.property(fc.array(entry), fc.array(entry), fc.nat(100_000), (one, other, float) => {
        const apart = drawerHolds(float, [takingsOf(one), takingsOf(other)]);
        expect(apart).toBe(drawerHolds(float, [takingsOf([...one, ...other])]));
      }),
    );
  });
});
