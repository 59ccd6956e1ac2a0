import { expect, test } from 'vitest';
import { KNOWN_COMPOSITIONS, NOTHING } from './composition';
import { gramsPerMlOf } from './density';
import { KNOWN_INGREDIENTS } from './ingredient-table';

test('what something weighs follows from its parts, each in its own room', () => {
  expect(gramsPerMlOf({ ...NOTHING, water: 20, carbohydrate: 80 })).toBeCloseTo(1.422, 3);
  expect(gramsPerMlOf({ ...NOTHING, water: 100 })).toBeCloseTo(0.997, 9);
  expect(gramsPerMlOf(NOTHING)).toBeNull();
});

test.each(['honey', 'cream-35', 'butter', 'glucose-syrup', 'golden-syrup'])(
  'what flows agrees with what a cup of it weighs: %s',
  (id) => {
    const { gramsPerMl } = KNOWN_INGREDIENTS.find((each) => each.id === id)!;
    expect(gramsPerMlOf(KNOWN_COMPOSITIONS[id]!)! / gramsPerMl!).toBeGreaterThan(0.95);
    expect(gramsPerMlOf(KNOWN_COMPOSITIONS[id]!)! / gramsPerMl!).toBeLessThan(1.05);
  },
);
