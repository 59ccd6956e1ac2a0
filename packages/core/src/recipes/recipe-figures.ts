import { requireWithin } from '../input/bounds';
import { InputError } from '../input/input-error';
import { GRAMS_PER_ML, gramsOf } from './amount';
import { boiledDown, SYRUP_SUGAR_GRAMS } from './boil-down';
import {
  BOILED_CELSIUS,
  COUNTED_PIECES,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  SCOOP_ML,
  YIELD_GRAMS,
  type Recipe,
  type RecipePortion,
} from './recipe';

/** Portions are rounded down, except that rounding of floating point must not cost a whole one. */
const WHOLE_PIECE = 1e-9;
/** Recipes are written for the sea: at a height water is gone at as much lower a temperature. */
const AT_THE_SEA_CELSIUS = 100;

/** What a recipe comes to. */
export interface RecipeFigures {
  /** Of each ingredient, in the recipe's order. */
  readonly grams: readonly number[];
  readonly totalGrams: number;
  /** Of the total, water that boils off. */
  readonly boiledOffGrams: number;
  readonly yieldGrams: number;
  readonly portionGrams: number;
  /** Whole portions; what is left over makes none. */
  readonly pieces: number;
  readonly remainderGrams: number;
  /** Each once, sorted. */
  readonly allergens: readonly string[];
}

/**
 * Grams of every ingredient, what they come to, what is left of it to portion by what its batches taught, and how many
 * portions that is.
 * By hand: 300 g chocolate and 100 g cream with 2% loss are 392 g, 43 portions of 9 g and 5 g over; made by count into
 * 6 to 7 they are 6 portions of 60.3 g. 300 g sugar and 150 g water boiled to 112 °C are 375 g.
 * Source: shop default; boiling as boiledDown. @throws InputError for a yield of nothing or more than a thousand
 * kilograms, an unknown density, no sugar in what is boiled
 */
export function recipeFigures(recipe: Recipe): RecipeFigures {
  const grams = recipe.ingredients.map((each, index) => {
    requireByFeel(each, index);
    return gramsOf(each, each, { measures: recipe.measures, field: `/ingredients/${index}/unit` });
  });
  const totalGrams = grams.reduce((sum, each) => sum + each, 0);
  const boiledOffGrams = boiledOff(recipe, grams);
  const writtenGrams = yieldOf(recipe, totalGrams - boiledOffGrams);
  const yieldGrams = writtenGrams * (recipe.yieldTimes ?? 1);
  // a portion is as large as it is written: where less comes out there are fewer
  const portionGrams = portionGramsOf(recipe.portion, writtenGrams);
  const pieces = Math.floor(yieldGrams / portionGrams + WHOLE_PIECE);
  return {
    ...{ grams, totalGrams, boiledOffGrams, yieldGrams, portionGrams, pieces },
    remainderGrams: Math.max(0, yieldGrams - pieces * portionGrams),
    allergens: [...new Set(recipe.ingredients.flatMap(({ allergens }) => allergens))].sort(),
  };
}

/** What goes in by feel ends above where it begins; of nothing there is none else. @throws InputError */
function requireByFeel({ amount, upTo }: Recipe['ingredients'][number], index: number): void {
  const wrong = (field: string, value: number, range: string): InputError =>
    new InputError({ code: 'out-of-range', field: `/ingredients/${index}/${field}`, value, range });
  if (upTo === undefined && amount === 0) throw wrong('amount', 0, 'above 0, or up to so much by feel');
  if (upTo !== undefined && !(upTo > amount)) throw wrong('upTo', upTo, `above ${amount}, where it begins`);
}

/** Grams of water that boil off; what nobody knows the make-up of loses none. */
function boiledOff({ yield: comes, ingredients }: Recipe, grams: readonly number[]): number {
  if (comes.kind !== 'boiled') return 0;
  const toCelsius = requireWithin('/yield/toCelsius', comes.toCelsius, BOILED_CELSIUS);
  const syrup = { waterGrams: 0, sugarGrams: 0, otherGrams: 0 };
  ingredients.forEach(({ composition }, index) => {
    if (composition === null || composition.asSucrose === null) return;
    syrup.waterGrams += (grams[index]! * (composition.water + composition.alcohol)) / 100;
    syrup.sugarGrams += (grams[index]! * composition.asSucrose) / 100;
  });
  if (syrup.sugarGrams < SYRUP_SUGAR_GRAMS.min) {
    const range = 'at least one sugar or syrup whose make-up is known';
    throw new InputError({ code: 'out-of-range', field: '/ingredients', value: syrup.sugarGrams, range });
  }
  return syrup.waterGrams - boiledDown(syrup, toCelsius, AT_THE_SEA_CELSIUS).waterGrams;
}

function yieldOf(recipe: Recipe, leftGrams: number): number {
  if (recipe.yield.kind === 'measured') return requireWithin('/yield/grams', recipe.yield.grams, YIELD_GRAMS);
  const lossShare = requireWithin('/yield/lossShare', recipe.yield.lossShare, LOSS_SHARE);
  return requireWithin('/ingredients', leftGrams, YIELD_GRAMS) * (1 - lossShare);
}

/**
 * Grams of one portion of a yield; a scoop's by the density of what it scoops, a counted one's by the middle of the
 * count. @throws InputError, also for a count that ends before it begins
 */
export function portionGramsOf(portion: RecipePortion, yieldGrams: number): number {
  switch (portion.kind) {
    case 'weight':
      return requireWithin('/portion/grams', portion.grams, PORTION_OF_RECIPE_GRAMS);
    case 'scoop':
      return (
        requireWithin('/portion/millilitres', portion.millilitres, SCOOP_ML) *
        requireWithin('/portion/gramsPerMl', portion.gramsPerMl, GRAMS_PER_ML)
      );
    case 'count': {
      const low = requireWithin('/portion/low', portion.low, COUNTED_PIECES);
      const high = requireWithin('/portion/high', portion.high, { ...COUNTED_PIECES, min: low });
      return yieldGrams / ((low + high) / 2);
    }
  }
}

/**
 * How many portions a recipe makes, at least and at most: one figure but for one that is shared out by a span. By hand: 6 to 7 that come
 * out at nine tenths are 5 to 6. Source: shop default.
 */
export function portionCount(
  { portion, yieldTimes = 1 }: Recipe,
  { pieces }: Pick<RecipeFigures, 'pieces'>,
): { readonly low: number; readonly high: number } {
  if (portion.kind !== 'count' || portion.high - portion.low < 1) return { low: pieces, high: pieces };
  const whole = (portions: number): number => Math.floor(portions * yieldTimes + WHOLE_PIECE);
  return { low: whole(portion.low), high: whole(portion.high) };
}

/** A recipe as it is written to a file: with its figures for whoever reads it. @throws InputError */
export function withFigures(recipe: Recipe): unknown {
  const { remainderGrams: _rest, ...figures } = recipeFigures(recipe);
  return { ...recipe, figures };
}
