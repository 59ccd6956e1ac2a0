import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fittingPoints, labelPlaces, LABEL_SHEETS } from './label-sheets';

const sheet = fc.constantFrom(...LABEL_SHEETS);

describe('a sheet of labels', () => {
  test('begins where it was left off, and goes on on the next page', () => {
    const [first] = LABEL_SHEETS;
    expect(labelPlaces(first!, 9).at(-1)).toEqual({ page: 1, xMm: 4.65, yMm: 13.1 });
    expect(labelPlaces(first!, 9, 1).at(-1)).toEqual({ page: 1, xMm: 106.25, yMm: 13.1 });
  });

  test('holds each label within its page and none on another, whatever is skipped', () => {
    fc.assert(
      fc.property(sheet, fc.integer({ min: 1, max: 60 }), fc.nat(40), (of, count, skip) => {
        const places = labelPlaces(of, count, skip);
        for (const { xMm, yMm } of places) {
          expect(xMm + of.widthMm).toBeLessThanOrEqual(of.pageWidthMm + 0.01);
          expect(yMm + of.heightMm).toBeLessThanOrEqual(of.pageHeightMm + 0.01);
        }
        const overlap = places.some((a, i) =>
          places.some(
            (b, k) =>
              k > i &&
              a.page === b.page &&
              Math.abs(a.xMm - b.xMm) < of.widthMm - 0.01 &&
              Math.abs(a.yMm - b.yMm) < of.heightMm - 0.01,
          ),
        );
        expect(overlap).toBe(false);
      }),
    );
  });

  test('sets what is long in smaller letters, until it does not fit at all', () => {
    const room = { widthMm: 62, heightMm: 30 };
    const size = (letters: number) => fittingPoints(['x'.repeat(letters)], room, { most: 9, least: 5.5 });
    expect(size(10)).toBe(9);
    expect(size(400)).toBe(7.5);
    expect(size(1600)).toBeNull();
    fc.assert(
      fc.property(fc.nat(1500), fc.nat(300), (letters, more) => {
        expect(size(letters + more) ?? 0).toBeLessThanOrEqual(size(letters) ?? 0);
      }),
    );
  });
});
