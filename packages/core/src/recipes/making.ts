import { requireWithin } from '../input/bounds';
import type { Recipe } from './recipe';

/** How long a recipe keeps hands busy, and how long it rests at the end before it is worked on. */
export interface Making {
  readonly workMinutes: number;
  readonly restMinutes: number;
}

/**
 * The stage of the plan that makes a recipe: hands are busy from its first step to its last, short rests between them
 * included since nobody leaves a pot; the rest of its last step is what its trays wait. By hand: 10 min and a rest of 15,
 * 8 min, 25 min and a rest of 60: 58 min of work, then 60. Source: shop default.
 */
export function makingOf({ steps }: Pick<Recipe, 'steps'>): Making {
  const work = steps.reduce((sum, { workMinutes }) => sum + workMinutes, 0);
  const between = steps.slice(0, -1).reduce((sum, { restMinutes }) => sum + restMinutes, 0);
  return { workMinutes: work + between, restMinutes: steps.at(-1)?.restMinutes ?? 0 };
}

/** Density of a sweet that is pressed or poured into a pan, g/ml. Source: shop default. */
export const PAN_GRAMS_PER_ML = 1.2;

/**
 * Grams that fill a pan to a height. By hand: 300 × 200 × 15 mm at 1.2 g/ml: 1,080 g. Source: shop default.
 * @throws InputError
 */
export function panGrams(
  pan: { readonly lengthMm: number; readonly widthMm: number; readonly heightMm: number },
  gramsPerMl = PAN_GRAMS_PER_ML,
): number {
  const bound = { min: 1, max: 2000 };
  const cubicMm =
    requireWithin('/pan/lengthMm', pan.lengthMm, bound) *
    requireWithin('/pan/widthMm', pan.widthMm, bound) *
    requireWithin('/pan/heightMm', pan.heightMm, bound);
  return (cubicMm / 1000) * requireWithin('/pan/gramsPerMl', gramsPerMl, { min: 0.02, max: 3 });
}
