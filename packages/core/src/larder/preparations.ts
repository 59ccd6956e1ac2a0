import { requireWithin, type Bound } from '../input/bounds';
import { startedPieces } from '../planner/amounts';
import type { Batch, Plan, Problem } from '../planner/problem';
import { recipeFigures } from '../recipes/recipe-figures';
import { SCALE_FACTOR } from '../recipes/scale-recipe';
import { bindRecipe, type KeptRecipe, type LarderBook } from './book';
import type { MadeRecipe } from './piece-uses';

/** A recipe that is made for a batch, its centre or another part: by whom, when, how much of it. */
export interface Preparation {
  readonly batch: string;
  readonly piece: string;
  readonly recipe: string;
  /** The stage of the route in which it is made. */
  readonly stage: string;
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
  /** Whether it is a part beside the centre: what is left of it teaches what is on a piece. */
  readonly isPart: boolean;
}

/**
 * What of a batch was made by each of its piece's recipes now: by that itself, else by one that the piece was made by then and is not
 * any more, in turn. What was made stays made when a piece takes another recipe. By hand: of a batch made by honeycomb, whose piece
 * is made by honey butter now, honey butter is made.
 */
export function madeBy<T extends { readonly recipe: string }>(
  recipes: readonly string[],
  made: readonly T[],
): Map<string, T> {
  const found = new Map<string, T>();
  for (const each of made) if (recipes.includes(each.recipe)) found.set(each.recipe, each);
  const replaced = made.filter(({ recipe }) => !recipes.includes(recipe));
  const open = recipes.filter((recipe) => !found.has(recipe));
  open.slice(0, replaced.length).forEach((recipe, index) => found.set(recipe, replaced[index]!));
  return found;
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
 * What a plan makes by recipes, the first first: each batch makes so many portions of each recipe of its piece as it starts
 * pieces, a centre in the first stage of its route, another part in its own. By hand: 104 started of a recipe for 43: 2.4186
 * times.
 * @throws InputError for a recipe that cannot be computed
 */
export function preparations(
  { problem, plan }: { readonly problem: Pick<Problem, 'products'>; readonly plan: Pick<Plan, 'batches'> },
  madeOf: (product: string) => readonly MadeRecipe[],
  book: LarderBook,
): Preparation[] {
  return plan.batches
    .flatMap((batch) =>
      madeOf(batch.product).flatMap((made) => {
        const kept = book.recipes.find(({ id }) => id === made.recipe);
        return kept ? [preparationOf(batch, { made, kept }, { problem, book })] : [];
      }),
    )
    .sort((a, b) => a.start - b.start || (a.batch < b.batch ? -1 : 1));
}

function preparationOf(
  batch: Batch,
  { made, kept }: { readonly made: MadeRecipe; readonly kept: KeptRecipe },
  { problem, book }: { readonly problem: Pick<Problem, 'products'>; readonly book: LarderBook },
): Preparation {
  const product = problem.products.find(({ id }) => id === batch.product)!;
  const pieces = startedPieces(product, batch.pieces);
  const { totalGrams, yieldGrams, portionGrams: own } = recipeFigures(bindRecipe(kept, book));
  const portionGrams = made.grams ?? own;
  const factor = requireWithin('/factor', (pieces * portionGrams) / yieldGrams, SCALE_FACTOR);
  const { stage, person, start, end } =
    batch.stages.find(({ stage }) => stage === made.stage) ?? batch.stages[0]!;
  return {
    ...{ batch: batch.id, piece: batch.product, recipe: kept.id, stage, person, start, end },
    ...{ goodPieces: batch.pieces, startedPieces: pieces, factor },
    potGrams: totalGrams * factor,
    yieldGrams: yieldGrams * factor,
    portionGrams,
    isPart: made.grams !== null,
  };
}
