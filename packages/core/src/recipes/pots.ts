import { requireWithin, type Bound } from '../input/bounds';
import type { Recipe } from './recipe';
import { recipeFigures } from './recipe-figures';
import { scaleRecipe } from './scale-recipe';

export const POT_GRAMS: Bound = { min: 10, max: 500_000 };

/** A recipe shared over pots of one size. */
export interface PotSplit {
  readonly pots: number;
  /** What goes into each of them. */
  readonly perPot: Recipe;
  readonly gramsPerPot: number;
}

/**
 * As few pots as hold what goes in, all filled alike so that each takes the same time to cook.
 * By hand: 7,300 g in pots of 3,000 g are 3 pots of 2,433.3 g. Source: shop default. @throws InputError
 */
export function splitIntoPots(recipe: Recipe, potGrams: number): PotSplit {
  requireWithin('/potG', potGrams, POT_GRAMS);
  const { totalGrams } = recipeFigures(recipe);
  const pots = Math.max(1, Math.ceil(totalGrams / potGrams - 1e-9));
  return { pots, perPot: scaleRecipe(recipe, 1 / pots), gramsPerPot: totalGrams / pots };
}
