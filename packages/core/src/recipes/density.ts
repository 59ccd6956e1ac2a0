import type { Composition } from './composition';

/**
 * What 1 ml of each part weighs at 20 °C, in g; carbohydrate as sugars and starch are, what nothing is told of as minerals are.
 * Source: Choi and Okos, Effects of temperature and composition on the thermal properties of foods (1986), rounded.
 */
const PART_GRAMS_PER_ML = {
  ...{ water: 0.997, fat: 0.926, carbohydrate: 1.592, fibre: 1.304, protein: 1.32, salt: 2.165 },
  alcohol: 0.789,
} as const;
const REST_GRAMS_PER_ML = 2.418;

/**
 * What 1 ml of something weighs in g, without air in it, by what 100 g are made of: each part takes its own room. By hand: 80% sugar
 * in 20% water: 100/(80/1.592 + 20/0.997) = 1.422 g, as honey is. Source: as PART_GRAMS_PER_ML; a foam is lighter, a scoop may be
 * heaped. Null where nothing is told of it.
 */
export function gramsPerMlOf(composition: Composition): number | null {
  const parts = Object.entries(PART_GRAMS_PER_ML) as [keyof typeof PART_GRAMS_PER_ML, number][];
  const told = parts.reduce((sum, [part]) => sum + composition[part], 0);
  if (told <= 0) return null;
  const rest = Math.max(0, 100 - told);
  const millilitres = parts.reduce((sum, [part, grams]) => sum + composition[part] / grams, 0);
  return (told + rest) / (millilitres + rest / REST_GRAMS_PER_ML);
}
