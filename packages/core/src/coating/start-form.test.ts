import { describe, expect, test } from 'vitest';
import { FAMILIES, requireCentreGrams } from './family';
import { pieceCoat } from './piece-coat';
import { coatRoles, sizeGramsOf } from './piece-form';
import { sizedToWeight, toTenthMm } from './size-from-weight';
import { startForm } from './start-form';
import { DEFAULT_WAY_RULES } from './way';

const context = {
  coating: 'dark',
  windowLowCelsius: 31,
  windowHighCelsius: 32.3,
  ways: DEFAULT_WAY_RULES,
};
const dippery = {
  coatings: [{ id: 'dark', yieldPa: 14, windowLowCelsius: 31 }],
  ways: DEFAULT_WAY_RULES,
};

describe('a form as its family starts', () => {
  test('is for a berry 18 g, 32 by 38 mm, in the middle of the window', () => {
    expect(startForm('berry', context)).toMatchObject({
      kind: 'dipped',
      coating: 'dark',
      shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
      centreGrams: 18,
      bowlCelsius: 31.7,
      footGrams: 0.71,
    });
  });

  test.each([...FAMILIES])('of %s can be computed at once, and weighs what its family may', (family) => {
    const form = startForm(family, context);
    requireCentreGrams(family, sizeGramsOf(form).grams);
    const coat = pieceCoat({ form, drizzle: null }, dippery);
    expect(coat.portions.map(({ role }) => role)).toEqual(coatRoles({ form, drizzle: null }));
    expect(coat.totalGrams).toBeGreaterThan(0.5);
    expect(coat.totalGrams).toBeLessThan(60);
  });
});

test('sizes that follow from a mass are kept to a tenth of a millimetre, proportions as they are', () => {
  const chip = { kind: 'sheet', lengthMm: 41.26, widthMm: 25.04, curvature: 1.0561 } as const;
  expect(toTenthMm(chip)).toEqual({ kind: 'sheet', lengthMm: 41.3, widthMm: 25, curvature: 1.0561 });
  const ball = toTenthMm(sizedToWeight({ kind: 'sphere', diameterMm: 25 }, 18, 1.1));
  // a ball of 18 g at 1.1 g/cm³: (6·16,364/π)^(1/3) = 31.50
  expect(ball).toEqual({ kind: 'sphere', diameterMm: 31.5 });
});
