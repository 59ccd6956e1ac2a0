import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { Recipe } from './recipe';
import { recipeFigures } from './recipe-figures';

export const RECIPE_PIECES: Bound = { min: 1, max: 1e6, isInteger: true };
export const HAVE_GRAMS: Bound = { min: 0.1, max: 1e6 };
export const SCALE_FACTOR: Bound = { min: 1e-4, max: 1e4 };

/** What a recipe is scaled by. */
export type ScaleWish =
  | { readonly kind: 'pieces'; readonly pieces: number }
  | { readonly kind: 'have'; readonly ingredient: string; readonly grams: number }
  /** So many times as it is written: half of it, twice. */
  | { readonly kind: 'times'; readonly times: number }
  /** What it shall yield, such as a pan or the cavities of a mould hold. */
  | { readonly kind: 'yield'; readonly grams: number };

/**
 * How many times the recipe a wish asks for: so many times, so many portions, all of an ingredient that is there, or so
 * many grams.
 * By hand: 43 portions of a recipe that yields 392 g in portions of 9 g: 387/392 = 0.9872.
 * Source: proportion. @throws InputError for an ingredient that is not in it, a wish out of range
 */
export function scaleFactor(recipe: Recipe, wish: ScaleWish): number {
  const { grams, yieldGrams, portionGrams } = recipeFigures(recipe);
  return requireWithin(
    '/factor',
    wantedOver(recipe, wish, { grams, yieldGrams, portionGrams }),
    SCALE_FACTOR,
  );
}

function wantedOver(
  recipe: Recipe,
  wish: ScaleWish,
  figures: { readonly grams: readonly number[]; readonly yieldGrams: number; readonly portionGrams: number },
): number {
  if (wish.kind === 'pieces')
    return (requireWithin('/pieces', wish.pieces, RECIPE_PIECES) * figures.portionGrams) / figures.yieldGrams;
  if (wish.kind === 'times') return requireWithin('/times', wish.times, SCALE_FACTOR);
  if (wish.kind === 'yield') return requireWithin('/yieldG', wish.grams, HAVE_GRAMS) / figures.yieldGrams;
  const have = requireWithin('/have/g', wish.grams, HAVE_GRAMS);
  const asked = recipe.ingredients.reduce(
    (sum, { ingredient }, index) => sum + (ingredient === wish.ingredient ? figures.grams[index]! : 0),
    0,
  );
  if (asked === 0)
    throw new InputError({
      code: 'unknown-reference',
      field: '/have/ingredient',
      value: wish.ingredient,
      range: `one of ${recipe.ingredients.map(({ ingredient }) => ingredient).join(', ')}`,
    });
  return have / asked;
}

/**
 * The recipe so many times over: amounts, a measured yield and a count grow, portions and steps stay.
 * Scaling by a and then by b is scaling by a·b. Source: proportion. @throws InputError for a factor out of range
 */
export function scaleRecipe(recipe: Recipe, factor: number): Recipe {
  requireWithin('/factor', factor, SCALE_FACTOR);
  return {
    ...recipe,
    ingredients: recipe.ingredients.map((each) => ({
      ...each,
      amount: each.amount * factor,
      ...(each.upTo !== undefined && { upTo: each.upTo * factor }),
    })),
    yield:
      recipe.yield.kind === 'measured'
        ? { ...recipe.yield, grams: recipe.yield.grams * factor }
        : recipe.yield,
    portion:
      recipe.portion.kind === 'count'
        ? { ...recipe.portion, low: recipe.portion.low * factor, high: recipe.portion.high * factor }
        : recipe.portion,
  };
}
