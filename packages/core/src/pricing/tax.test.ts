import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { taxSums } from './tax';

describe('tax within prices', () => {
  it('is told by rate, by hand', () => {
    const sold = [
      { grossMinor: 1230, share: 0.23 },
      { grossMinor: 1000, share: 0 },
      { grossMinor: 2460, share: 0.23 },
    ];
    expect(taxSums(sold)).toEqual([
      { share: 0, netMinor: 1000, taxMinor: 0, grossMinor: 1000 },
      { share: 0.23, netMinor: 3000, taxMinor: 690, grossMinor: 3690 },
    ]);
  });

  it('is the sum to the cent, and what is given back is what was taken', () => {
    const line = fc.record({
      grossMinor: fc.integer({ min: 0, max: 100_000 }),
      share: fc.constantFrom(0, 0.055, 0.135, 0.23),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 20 }), (sold) => {
        const sums = taxSums(sold);
        for (const { netMinor, taxMinor, grossMinor } of sums) {
          expect(netMinor + taxMinor).toBe(grossMinor);
          expect(taxMinor).toBeGreaterThanOrEqual(0);
        }
        const total = sold.reduce((sum, { grossMinor }) => sum + grossMinor, 0);
        expect(sums.reduce((sum, { grossMinor }) => sum + grossMinor, 0)).toBe(total);
        const back = taxSums(sold.map((each) => ({ ...each, grossMinor: -each.grossMinor })));
        expect(back.map(({ taxMinor }) => -taxMinor + 0)).toEqual(sums.map(({ taxMinor }) => taxMinor));
      }),
    );
  });

  it('refuses a rate that is none', () => {
    expect(() => taxSums([{ grossMinor: 100, share: 1.2 }])).toThrow('/share');
  });
});
