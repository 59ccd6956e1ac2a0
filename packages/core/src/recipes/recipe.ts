import type { Bound } from '../input/bounds';
import type { Measures } from '../units/volume';
import type { Amount, Matter } from './amount';

export const RECIPE_FORMAT = 'alnage-recipe/1';

export const LOSS_SHARE: Bound = { min: 0, max: 0.9 };
export const YIELD_GRAMS: Bound = { min: 0.1, max: 1e6 };
export const PORTION_OF_RECIPE_GRAMS: Bound = { min: 0.1, max: 5000 };
export const SCOOP_ML: Bound = { min: 1, max: 1000 };
export const STEP_MINUTES: Bound = { min: 0, max: 20_160, isInteger: true };
export const STEP_CELSIUS: Bound = { min: -40, max: 200 };

/** So much of one ingredient, with what it needs to be weighed by and what must be said of it. */
export interface RecipeIngredient extends Amount, Matter {
  /** Key by which it is asked for: "I have 700 g cream". */
  readonly ingredient: string;
  readonly name: string;
  readonly allergens: readonly string[];
}

/** One step as it is done: what, how long hands are busy, how long it then rests, and to which temperature. */
export interface RecipeStep {
  readonly text: string;
  readonly workMinutes: number;
  readonly restMinutes: number;
  readonly celsius: number | null;
}

/** What comes out: weighed once, or what goes in less what stays in pot and pan. */
export type RecipeYield =
  | { readonly kind: 'measured'; readonly grams: number }
  | { readonly kind: 'computed'; readonly lossShare: number };

/** How it is shared out: by weight, or by a scoop of a volume. */
export type RecipePortion =
  | { readonly kind: 'weight'; readonly grams: number }
  | { readonly kind: 'scoop'; readonly millilitres: number; readonly gramsPerMl: number };

/** A recipe that stands by itself: all that is needed to weigh, scale and label it. */
export interface Recipe {
  readonly format: typeof RECIPE_FORMAT;
  readonly name: string;
  readonly measures: Measures;
  readonly ingredients: readonly RecipeIngredient[];
  readonly steps: readonly RecipeStep[];
  readonly yield: RecipeYield;
  readonly portion: RecipePortion;
}
