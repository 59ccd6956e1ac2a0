import type { Bound } from '../input/bounds';
import { startedPieces } from '../planner/amounts';
import type { Batch, Plan, Problem } from '../planner/problem';
import { recipeFigures } from '../recipes/recipe-figures';
import { scaleFactor } from '../recipes/scale-recipe';
import { bindRecipe, type KeptRecipe, type LarderBook } from './book';

/** A centre that is made for a batch: by whom, when, how much of its recipe. */
export interface Preparation {
  readonly batch: string;
  readonly piece: string;
  readonly recipe: string;
  readonly person: string;
  readonly start: number;
  readonly end: number;
  readonly goodPieces: number;
  readonly startedPieces: number;
  /** Times the recipe. */
  readonly factor: number;
  /** What goes into the pot, and what is portioned out of it. */
  readonly potGrams: number;
  readonly yieldGrams: number;
  readonly portionGrams: number;
}

/** Portions that come out of one pot: none, where all of it is spoilt. */
export const POT_PIECES: Bound = { min: 0, max: 1e6, isInteger: true };

/** What came out of a pot, as somebody says it: weighed, counted, or as it was reckoned. */
export type SaidOfPot =
  | { readonly kind: 'grams'; readonly grams: number }
  | { readonly kind: 'pieces'; readonly pieces: number }
  | { readonly kind: 'reckoned' };

/** Whole portions of what came out; null where it is as it was reckoned. By hand: 740 g in portions of 9 g are 82. */
export function portionsOf(said: SaidOfPot, portionGrams: number): number | null {
  if (said.kind === 'reckoned') return null;
  return said.kind === 'pieces' ? said.pieces : Math.floor(said.grams / portionGrams + WHOLE_PORTION);
}

/** Grams of what came out; null where nobody measured it. */
export function gramsOut(said: SaidOfPot, portionGrams: number): number | null {
  if (said.kind === 'reckoned') return null;
  return said.kind === 'grams' ? said.grams : said.pieces * portionGrams;
}

/** Floating point must not cost a whole portion. */
const WHOLE_PORTION = 1e-9;

/**
 * The centres that a plan makes, the first first: each batch of a piece with a recipe makes so many portions as it
 * starts pieces, in the first stage of its route. By hand: 104 started of a recipe for 43: 2.4186 times.
 * @throws InputError for a recipe that cannot be computed
 */
export function preparations(
  { problem, plan }: { readonly problem: Pick<Problem, 'products'>; readonly plan: Pick<Plan, 'batches'> },
  recipeOf: (product: string) => string | null,
  book: LarderBook,
): Preparation[] {
  return plan.batches
    .flatMap((batch) => {
      const recipe = recipeOf(batch.product);
      const kept = book.recipes.find(({ id }) => id === recipe);
      return kept ? [preparationOf(batch, kept, { problem, book })] : [];
    })
    .sort((a, b) => a.start - b.start || (a.batch < b.batch ? -1 : 1));
}

function preparationOf(
  batch: Batch,
  kept: KeptRecipe,
  { problem, book }: { readonly problem: Pick<Problem, 'products'>; readonly book: LarderBook },
): Preparation {
  const product = problem.products.find(({ id }) => id === batch.product)!;
  const pieces = startedPieces(product, batch.pieces);
  const bound = bindRecipe(kept, book);
  const factor = scaleFactor(bound, { kind: 'pieces', pieces });
  const { totalGrams, yieldGrams, portionGrams } = recipeFigures(bound);
  const { person, start, end } = batch.stages[0]!;
  return {
    ...{ batch: batch.id, piece: batch.product, recipe: kept.id, person, start, end },
    ...{ goodPieces: batch.pieces, startedPieces: pieces, factor },
    potGrams: totalGrams * factor,
    yieldGrams: yieldGrams * factor,
    portionGrams,
  };
}
