import type { Bound } from '../input/bounds';
import type { Measures } from '../units/volume';
import type { Amount, Matter } from './amount';
import { MOST_RISE_KELVIN } from './boil-down';
import type { Composition } from './composition';

export const RECIPE_FORMAT = 'alnage-recipe/1';

export const LOSS_SHARE: Bound = { min: 0, max: 0.9 };
export const YIELD_GRAMS: Bound = { min: 0.1, max: 1e6 };
export const PORTION_OF_RECIPE_GRAMS: Bound = { min: 0.1, max: 5000 };
export const SCOOP_ML: Bound = { min: 1, max: 1000 };
export const STEP_MINUTES: Bound = { min: 0, max: 20_160, isInteger: true };
export const STEP_CELSIUS: Bound = { min: -40, max: 200 };
/** What a pot is boiled to, as recipes are written, for the sea. */
export const BOILED_CELSIUS: Bound = { min: 100, max: 100 + MOST_RISE_KELVIN };
export const COUNTED_PIECES: Bound = { min: 0.01, max: 1e6 };

/** So much of one ingredient, with what it needs to be weighed by and what must be said of it. */
export interface RecipeIngredient extends Amount, Matter {
  /** Key by which it is asked for: "I have 700 g cream". */
  readonly ingredient: string;
  readonly name: string;
  readonly allergens: readonly string[];
  /** Null: nobody knows what it is made of. */
  readonly composition: Composition | null;
  /** To taste, or until it holds: from the amount to so much, in its unit; absent: the amount as it is. */
  readonly upTo?: number;
}

/** What a recipe takes of something: nothing at least, where more may go in by feel. */
export const RECIPE_AMOUNT: Bound = { min: 0, max: 1e6 };

/** One step as it is done: what, how long hands are busy, how long it then rests, and to which temperature. */
export interface RecipeStep {
  readonly text: string;
  readonly workMinutes: number;
  readonly restMinutes: number;
  readonly celsius: number | null;
}

/**
 * What comes out: weighed once; what goes in less what stays in pot and pan; or that less the water that boils off on the
 * way to a temperature, as the recipe has it for the sea.
 */
export type RecipeYield =
  | { readonly kind: 'measured'; readonly grams: number }
  | { readonly kind: 'computed'; readonly lossShare: number }
  | { readonly kind: 'boiled'; readonly toCelsius: number; readonly lossShare: number };

/** How it is shared out: by weight, by a scoop of a volume, or by count: makes 48, makes 6 to 7. */
export type RecipePortion =
  | { readonly kind: 'weight'; readonly grams: number }
  | { readonly kind: 'scoop'; readonly millilitres: number; readonly gramsPerMl: number }
  | { readonly kind: 'count'; readonly low: number; readonly high: number };

/** A recipe that stands by itself: all that is needed to weigh, scale and label it. */
export interface Recipe {
  readonly format: typeof RECIPE_FORMAT;
  readonly name: string;
  readonly measures: Measures;
  readonly ingredients: readonly RecipeIngredient[];
  readonly steps: readonly RecipeStep[];
  readonly yield: RecipeYield;
  readonly portion: RecipePortion;
  /** How many times what it says its batches taught to come out; absent: as it says. Never part of its file. */
  readonly yieldTimes?: number;
}

/** What its batches taught of a recipe: how many times what it says comes out, and where the mean lies nine times in ten. */
export interface CameOut {
  readonly times: number;
  readonly low90: number;
  readonly high90: number;
  readonly weighings: number;
}
