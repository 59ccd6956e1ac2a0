import { requireWithin } from '../input/bounds';
import { GRAMS_PER_ML, gramsOf } from './amount';
import {
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  SCOOP_ML,
  YIELD_GRAMS,
  type Recipe,
  type RecipePortion,
} from './recipe';

/** Pieces are counted down but for what floating point takes off a whole one. */
const WHOLE_PIECE = 1e-9;

/** What a recipe comes to. */
export interface RecipeFigures {
  /** Of each ingredient, in the recipe's order. */
  readonly grams: readonly number[];
  readonly totalGrams: number;
  readonly yieldGrams: number;
  readonly portionGrams: number;
  /** Whole portions; what is left over makes none. */
  readonly pieces: number;
  readonly remainderGrams: number;
  /** Each once, sorted. */
  readonly allergens: readonly string[];
}

/**
 * Grams of every ingredient, what they come to, what is left of it to portion, and how many portions that is.
 * By hand: 300 g chocolate and 100 g cream with 2% loss are 392 g, 43 portions of 9 g and 5 g over.
 * Source: shop default. @throws InputError for a yield of nothing or more than a thousand kilograms, an unknown density
 */
export function recipeFigures(recipe: Recipe): RecipeFigures {
  const grams = recipe.ingredients.map((each, index) =>
    gramsOf(each, each, { measures: recipe.measures, field: `/ingredients/${index}/unit` }),
  );
  const totalGrams = grams.reduce((sum, each) => sum + each, 0);
  const yieldGrams = yieldOf(recipe, totalGrams);
  const portionGrams = portionGramsOf(recipe.portion);
  const pieces = Math.floor(yieldGrams / portionGrams + WHOLE_PIECE);
  return {
    grams,
    totalGrams,
    yieldGrams,
    portionGrams,
    pieces,
    remainderGrams: Math.max(0, yieldGrams - pieces * portionGrams),
    allergens: [...new Set(recipe.ingredients.flatMap(({ allergens }) => allergens))].sort(),
  };
}

function yieldOf(recipe: Recipe, totalGrams: number): number {
  if (recipe.yield.kind === 'measured') return requireWithin('/yield/grams', recipe.yield.grams, YIELD_GRAMS);
  const lossShare = requireWithin('/yield/lossShare', recipe.yield.lossShare, LOSS_SHARE);
  return requireWithin('/ingredients', totalGrams, YIELD_GRAMS) * (1 - lossShare);
}

/** Grams of one portion; a scoop's by the density of what it scoops. @throws InputError */
export function portionGramsOf(portion: RecipePortion): number {
  if (portion.kind === 'weight')
    return requireWithin('/portion/grams', portion.grams, PORTION_OF_RECIPE_GRAMS);
  return (
    requireWithin('/portion/millilitres', portion.millilitres, SCOOP_ML) *
    requireWithin('/portion/gramsPerMl', portion.gramsPerMl, GRAMS_PER_ML)
  );
}

/** A recipe as it is written to a file: with its figures for whoever reads it. @throws InputError */
export function withFigures(recipe: Recipe): unknown {
  const { grams, totalGrams, yieldGrams, portionGrams, pieces, allergens } = recipeFigures(recipe);
  return { ...recipe, figures: { grams, totalGrams, yieldGrams, portionGrams, pieces, allergens } };
}
