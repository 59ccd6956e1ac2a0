import { describe, expect, test } from 'vitest';
import { berry, smallProblem } from '../testing/small-problem';
import { AllergenMasks } from './allergen-masks';

describe('allergens as bits', () => {
  test('are told apart where what carries them differs, and share a bit where it does not', () => {
    const masks = new AllergenMasks({
      ...smallProblem,
      products: [
        { ...berry, allergens: ['almond', 'nuts'] },
        { ...berry, id: 'other', allergens: ['gluten'] },
      ],
    });
    expect(masks.of(['almond'])).toBe(masks.of(['nuts']));
    expect(masks.of(['almond', 'gluten'])).toBe(masks.of(['nuts']) | masks.of(['gluten']));
    expect(masks.of(['gluten'])).not.toBe(masks.of(['nuts']));
    expect(masks.of(['milk'])).not.toBe(masks.of(['soya']));
    expect(masks.of([])).toBe(0);
  });

  test('are refused where there are more than one number holds', () => {
    const products = Array.from({ length: 32 }, (_, i) => ({ ...berry, id: `p${i}`, allergens: [`a${i}`] }));
    const coatings = smallProblem.coatings.map((coating) => ({ ...coating, allergens: [] }));
    expect(() => new AllergenMasks({ ...smallProblem, products, coatings })).toThrow(
      /32 allergens.* at most 31 allergens/,
    );
  });
});
