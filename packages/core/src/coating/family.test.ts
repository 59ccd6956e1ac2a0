import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CENTRE_GRAMS, FAMILIES, FAMILY_STARTS, requireCentreGrams } from './family';
import { suggestedFootGrams } from './foot';
import { sizedToWeight, volumeMm3 } from './size-from-weight';
import type { Shape } from './shape';
import { DEFAULT_WAY_RULES, WAYS, wayRule } from './way';

const dipped = FAMILIES.flatMap((family) => {
  const start = FAMILY_STARTS[family];
  return start.form === 'dipped' ? [[family, start] as const] : [];
});

describe('a family', () => {
  test.each(dipped)('%s starts from a size that its own weight and density give', (family, start) => {
    const sized = sizedToWeight(start.shape, start.centreGrams, start.densityGramsPerCm3);
    for (const [name, value] of Object.entries(sized))
      if (typeof value === 'number')
        expect(value / (start.shape as unknown as Record<string, number>)[name]!).toBeCloseTo(1, 1);
    expect(requireCentreGrams(family, start.centreGrams)).toBe(start.centreGrams);
  });

  test.each(FAMILIES)('%s refuses a centre outside its range', (family) => {
    const { min, max } = CENTRE_GRAMS[family];
    expect(requireCentreGrams(family, min)).toBe(min);
    expect(requireCentreGrams(family, max)).toBe(max);
    expect(() => requireCentreGrams(family, min * 0.99)).toThrow('/centreG');
    expect(() => requireCentreGrams(family, max * 1.01)).toThrow('/centreG');
  });

  test('berry: one of 900 g is refused with the range', () => {
    expect(() => requireCentreGrams('berry', 900)).toThrow('/centreG: 900 is not accepted; expected 5..60');
  });
});

describe('the size that follows from a weight', () => {
  const shapes: readonly Shape[] = dipped.map(([, { shape }]) => shape);

  test('has the volume that weight and density make', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.double({ min: 1, max: 18, noNaN: true }),
        fc.double({ min: 0.4, max: 1.4, noNaN: true }),
        (shape, grams, density) => {
          expect(volumeMm3(sizedToWeight(shape, grams, density)) / ((grams / density) * 1000)).toBeCloseTo(
            1,
            9,
          );
        },
      ),
    );
  });

  test('of a ball twice as heavy is 1.26 times as wide', () => {
    const ball = { kind: 'sphere', diameterMm: 24 } as const;
    const grams = (volumeMm3(ball) / 1000) * 1.24;
    expect(sizedToWeight(ball, 2 * grams, 1.24)).toEqual({
      kind: 'sphere',
      diameterMm: expect.closeTo(24 * Math.cbrt(2), 9) as number,
    });
  });

  test('is refused when weight, density or the size is out of range', () => {
    const ball = { kind: 'sphere', diameterMm: 24 } as const;
    expect(() => sizedToWeight(ball, 0, 1)).toThrow('/centreG');
    expect(() => sizedToWeight(ball, NaN, 1)).toThrow('/centreG');
    expect(() => sizedToWeight(ball, 10, 0)).toThrow('/densityGramsPerCm3');
    expect(() => sizedToWeight({ kind: 'sheet', lengthMm: 390, widthMm: 1, curvature: 1 }, 900, 0.1)).toThrow(
      '/shape/lengthMm',
    );
  });
});

describe('the foot', () => {
  test.each<[string, Shape, 'fork' | 'hand' | 'pick', number]>([
    // 0.25·sqrt(π/4·3.2² = 8.04)
    ['berry', { kind: 'spheroid', diameterMm: 32, lengthMm: 38 }, 'fork', 0.709],
    // 0.25·0.7·sqrt(0.6·19 = 11.4)
    ['twist', { kind: 'rod', diameterMm: 6, lengthMm: 190 }, 'fork', 0.591],
    // 0.08·0.3·sqrt(17.28)
    ['chip', { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 }, 'hand', 0.1],
    // 0.17·sqrt(5.73)
    ['ball', { kind: 'sphere', diameterMm: 27 }, 'pick', 0.407],
  ])('of a %s is what benches leave', (_name, shape, way, grams) => {
    expect(suggestedFootGrams(shape, way, [])).toBeCloseTo(grams, 3);
  });

  test('follows the workshop’s own figure', () => {
    const ball = { kind: 'sphere', diameterMm: 27 } as const;
    const own = [{ ...DEFAULT_WAY_RULES[0]!, footGramsPerCm: 0 }];
    expect(suggestedFootGrams(ball, 'fork', own)).toBe(0);
    expect(() => suggestedFootGrams(ball, 'fork', [{ ...own[0]!, footGramsPerCm: -1 }])).toThrow(
      '/footGramsPerCm',
    );
  });

  test('is known for every way', () => {
    for (const way of WAYS) expect(wayRule(way, []).secondsPerPiece).toBeGreaterThan(0);
  });
});
