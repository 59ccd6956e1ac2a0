import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { InputError } from '../input/input-error';
import { castCoat, slabCoat } from './coat';
import { FAMILY_STARTS, type DippedFamily } from './family';
import { pieceCoat } from './piece-coat';
import { centreGramsOf, coatingsOn, coatRoles, sizeGramsOf, type PieceForm } from './piece-form';
import { sizedToWeight, volumeMm3 } from './size-from-weight';
import { surfaceMm2 } from './shape';
import { DEFAULT_WAY_RULES } from './way';

const dippery = {
  coatings: [
    { id: 'dark', yieldPa: 14, windowLowCelsius: 31 },
    { id: 'milk', yieldPa: 12, windowLowCelsius: 29.5 },
    { id: 'white', yieldPa: 10, windowLowCelsius: 28.3 },
  ],
  ways: DEFAULT_WAY_RULES,
};

describe('what is cast whole', () => {
  const halves: PieceForm = { kind: 'cast', coating: 'dark', cavityMl: 10, halves: 2, inclusionGrams: 5.5 };

  test('takes its cavities less what its inclusions take up', () => {
    expect(castCoat({ cavityMl: 10, halves: 2, inclusionGrams: 5.5 }).estimateGrams).toBeCloseTo(19.05, 10);
    const coat = pieceCoat({ form: halves, drizzle: null }, dippery);
    expect(coat.portions.map(({ role }) => role)).toEqual(['cast']);
    expect(centreGramsOf(halves)).toBe(5.5);
    expect(sizeGramsOf(halves).grams).toBeCloseTo(24.55, 10);
  });

  test('refuses inclusions that leave no room', () => {
    const full = () => castCoat({ cavityMl: 10, halves: 1, inclusionGrams: 11 });
    expect(full).toThrow(InputError);
    expect(full).toThrow(/\/inclusionGrams.*below 11/);
  });
});

describe('a slab', () => {
  const bark = { lengthMm: 300, widthMm: 200, layerMm: 5, layers: 1, pieces: 24 } as const;

  test('is its area by its layer, over its pieces', () => {
    expect(slabCoat(bark).estimateGrams).toBeCloseTo(15.875, 10);
    expect(slabCoat({ ...bark, layerMm: 2.5, layers: 2 }).estimateGrams).toBeCloseTo(15.875, 10);
  });

  test('keeps its mass however it is cut', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), (pieces) => {
        expect(slabCoat({ ...bark, pieces }).estimateGrams * pieces).toBeCloseTo(381, 8);
      }),
    );
  });

  test('is surer on the whole than in a single broken piece', () => {
    const form: PieceForm = { kind: 'slab', coating: 'dark', centreGrams: 4, ...bark };
    const { one, run, portions } = pieceCoat({ form, drizzle: null }, dippery);
    expect(portions[0]).toMatchObject({ role: 'poured', spread: { pieceLogSd: 0.35 } });
    expect(one.low90).toBeLessThan(run.low90);
    expect(one.high90).toBeGreaterThan(run.high90);
    expect(sizeGramsOf(form).grams).toBeCloseTo(19.875, 10);
  });
});

describe('what stays bare', () => {
  const ball: PieceForm = { kind: 'bare', shape: { kind: 'sphere', diameterMm: 24 }, centreGrams: 9 };

  test('carries no coating, and has no coat to be put on', () => {
    const coat = pieceCoat({ form: ball, drizzle: null }, dippery);
    expect(coat).toMatchObject({ totalGrams: 0, portions: [], run: { mean: 0 }, one: { high90: 0 } });
    expect(coat.estimate.surfaceMm2).toBeCloseTo(Math.PI * 24 ** 2, 10);
    expect(coatRoles({ form: ball, drizzle: null })).toEqual([]);
    expect(coatingsOn({ form: ball, drizzle: null })).toEqual([]);
  });

  test('may be drizzled, and carries that', () => {
    const drizzled = { form: ball, drizzle: { coating: 'white', grams: 0.6 } };
    expect(pieceCoat(drizzled, dippery).totalGrams).toBeCloseTo(0.6, 2);
    expect(coatRoles(drizzled)).toEqual(['drizzle']);
    expect(coatingsOn(drizzled)).toEqual(['white']);
  });
});

describe('a knot', () => {
  const start = FAMILY_STARTS.knot as DippedFamily;
  const knotOf = (grams: number, coating: string): PieceForm => ({
    ...{ kind: 'dipped', coating, centre: 'dry', centreGrams: grams, centreCelsius: 20, covered: 1 },
    ...{ way: start.way, bowlCelsius: 31.5, dwellSeconds: 2, coats: 1, footGrams: 0.15, dripGrams: 0 },
    shape: sizedToWeight(start.shape, grams, start.densityGramsPerCm3),
  });

  test('has its size by its weight', () => {
    expect((volumeMm3(start.shape) / 1000) * start.densityGramsPerCm3).toBeCloseTo(5.47, 2);
    expect(surfaceMm2(start.shape)).toBeCloseTo(0.9 * Math.PI * 8 * 165, 8);
  });

  test.each([
    [5, 2.5, 5],
    [6, 2.5, 5],
    [8, 3.9, 7.5],
    [11, 3.9, 7.5],
  ])('of %d g carries what such knots carry, %d to %d g', (grams, low, high) => {
    for (const coating of ['dark', 'milk', 'white']) {
      const { totalGrams } = pieceCoat({ form: knotOf(grams, coating), drizzle: null }, dippery);
      expect(totalGrams).toBeGreaterThanOrEqual(low);
      expect(totalGrams).toBeLessThanOrEqual(high);
    }
  });
});
