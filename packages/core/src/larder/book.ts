import { InputError } from '../input/input-error';
import type { Amount } from '../recipes/amount';
import {
  RECIPE_FORMAT,
  type CameOut,
  type Recipe,
  type RecipeIngredient,
  type RecipePortion,
  type RecipeStep,
  type RecipeYield,
} from '../recipes/recipe';
import { KNOWN_COMPOSITIONS, type Composition } from '../recipes/composition';
import { KNOWN_INGREDIENTS } from '../recipes/ingredient-table';
import { recipeFigures } from '../recipes/recipe-figures';
import { compositionOfYield } from '../recipes/yield-composition';
import type { Measures } from '../units/volume';
import type { LearnedPart } from './learned-parts';
import type { Supply } from './supply';
import { isSameItem, type LarderItem } from './use';

/** A line of a recipe that a workshop keeps: so much of a supply, of a coating, or of another recipe's yield. */
export interface KeptIngredient extends Amount {
  readonly of: 'supply' | 'coating' | 'recipe';
  readonly id: string;
  /** To taste, or until it holds: so much at most. */
  readonly upTo?: number;
}

/** A recipe as a workshop keeps it: its ingredients are its supplies, and recipes of its own. */
export interface KeptRecipe {
  readonly id: string;
  readonly name: string;
  readonly measures: Measures;
  readonly ingredients: readonly KeptIngredient[];
  readonly steps: readonly RecipeStep[];
  readonly yield: RecipeYield;
  readonly portion: RecipePortion;
  /** What its batches taught of its yield; absent or null: nothing yet. */
  readonly cameOut?: CameOut | null;
}

/** What a workshop cooks with. */
export interface LarderBook {
  readonly supplies: readonly Supply[];
  /** Weighed only: chopped coarse or fine, a cup of it is anything. */
  readonly coatings: readonly {
    readonly id: string;
    readonly name: string;
    readonly allergens: readonly string[];
    /** Absent: not known. */
    readonly composition?: Composition | null;
  }[];
  readonly recipes: readonly KeptRecipe[];
  /** What was left of the parts of pieces taught; absent: nothing yet. */
  readonly learnedParts?: readonly LearnedPart[];
}

/**
 * A kept recipe that stands by itself: each line with the density, weight and allergens of its supply, or of the recipe
 * that it is made by, whose portion is its piece.
 * @throws InputError at `/ingredients/…` for what there is not, and for a recipe that comes to include itself
 */
export function bindRecipe(kept: KeptRecipe, book: LarderBook): Recipe {
  return bind(kept, book, [kept.id]);
}

function bind(kept: KeptRecipe, book: LarderBook, path: readonly string[]): Recipe {
  const { name, measures, steps, portion, cameOut } = kept;
  const ingredients = kept.ingredients.map((line, index) => {
    const field = `/ingredients/${index}/id`;
    const bound =
      line.of === 'recipe'
        ? ofRecipe(line, { book, path: [...path, line.id], field })
        : ofStock(line, book, field);
    return line.upTo === undefined ? bound : { ...bound, upTo: line.upTo };
  });
  return {
    ...{ format: RECIPE_FORMAT, name, measures, ingredients, steps, yield: kept.yield, portion },
    ...(cameOut && { yieldTimes: cameOut.times }),
  };
}

function ofStock(line: KeptIngredient, book: LarderBook, field: string): RecipeIngredient {
  const { id, amount, unit } = line;
  const found = stockOf(line, book);
  if (!found)
    throw new InputError({
      code: 'unknown-reference',
      field,
      value: id,
      range: `a ${line.of} of the larder`,
    });
  return { ingredient: id, amount, unit, ...found };
}

function stockOf(
  { of, id }: KeptIngredient,
  { supplies, coatings }: LarderBook,
): Pick<RecipeIngredient, 'name' | 'gramsPerMl' | 'gramsPerPiece' | 'allergens' | 'composition'> | undefined {
  if (of === 'coating') {
    const coating = coatings.find((each) => each.id === id);
    if (!coating) return undefined;
    const { name, allergens } = coating;
    const { composition = null } = coating;
    return { name, allergens, gramsPerMl: null, gramsPerPiece: null, composition };
  }
  const supply = supplies.find((each) => each.id === id);
  if (!supply) return undefined;
  const { name, gramsPerMl, gramsPerPiece, allergens } = supply;
  return { name, gramsPerMl, gramsPerPiece, allergens, composition: supplyComposition(supply) };
}

/** What a supply is made of: as its packet says, else as the known ingredient of its id or name. */
export function supplyComposition(supply: Pick<Supply, 'id' | 'name' | 'composition'>): Composition | null {
  if (supply.composition) return supply.composition;
  const known = KNOWN_INGREDIENTS.find(({ id, name }) => id === supply.id || name === supply.name);
  return (known && KNOWN_COMPOSITIONS[known.id]) ?? null;
}

function ofRecipe(
  { id, amount, unit }: KeptIngredient,
  {
    book,
    path,
    field,
  }: { readonly book: LarderBook; readonly path: readonly string[]; readonly field: string },
): RecipeIngredient {
  const kept = book.recipes.find((each) => each.id === id);
  if (!kept) throw new InputError({ code: 'unknown-reference', field, value: id, range: 'a recipe' });
  if (path.indexOf(id) < path.length - 1) {
    const range = 'a recipe that does not come back to this one';
    throw new InputError({ code: 'out-of-range', field, value: kept.name, range });
  }
  const bound = underField(field, () => bind(kept, book, path));
  const figures = underField(field, () => recipeFigures(bound));
  const allergens = recipeAllergens(kept, book);

  const { portion } = kept;
  const gramsPerMl = portion.kind === 'scoop' ? portion.gramsPerMl : null;
  const gramsPerPiece = figures.portionGrams;
  const composition = compositionOfYield(bound, figures).composition;
  return { ingredient: id, name: kept.name, amount, unit, gramsPerMl, gramsPerPiece, allergens, composition };
}

/** Allergens of all that goes into a recipe, sorted, each once; of what there is not, none. Source: the shop's own lists. */
export function recipeAllergens(kept: KeptRecipe, book: LarderBook): string[] {
  const seen = new Set<KeptRecipe>();
  const found = new Set<string>();
  const visit = (recipe: KeptRecipe | undefined): void => {
    if (!recipe || seen.has(recipe)) return;
    seen.add(recipe);
    for (const line of recipe.ingredients)
      if (line.of === 'recipe') visit(book.recipes.find(({ id }) => id === line.id));
      else for (const each of stockOf(line, book)?.allergens ?? []) found.add(each);
  };
  visit(kept);
  return [...found].sort();
}

/** What is wrong within something is told at the field that names it. */
export function underField<T>(field: string, make: () => T): T {
  try {
    return make();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { code, value, range } = error;
    throw new InputError({ code, field, value, range });
  }
}

/** So many grams of a supply or a coating. */
export interface ItemGrams {
  readonly item: LarderItem;
  readonly grams: number;
}

/**
 * Grams of every supply and coating that so many grams of a recipe's yield take, what other recipes it is made of
 * included; one that comes in twice is summed. By hand: 90 g of a centre that yields 392 g from 100 g cream: 22.96 g cream.
 * Source: proportion. @throws InputError
 */
export function itemsForYield(kept: KeptRecipe, yieldGrams: number, book: LarderBook): ItemGrams[] {
  const sums: { item: LarderItem; grams: number }[] = [];
  addItems(sums, { kept, yieldGrams, book });
  return sums;
}

function addItems(
  sums: { item: LarderItem; grams: number }[],
  {
    kept,
    yieldGrams,
    book,
  }: { readonly kept: KeptRecipe; readonly yieldGrams: number; readonly book: LarderBook },
): void {
  const figures = recipeFigures(bindRecipe(kept, book));
  kept.ingredients.forEach((line, index) => {
    const grams = (figures.grams[index]! * yieldGrams) / figures.yieldGrams;
    if (line.of === 'recipe') {
      const included = book.recipes.find(({ id }) => id === line.id)!;
      return addItems(sums, { kept: included, yieldGrams: grams, book });
    }
    const item = { kind: line.of, id: line.id } as const;
    const before = sums.find((each) => isSameItem(each.item, item));
    if (before) before.grams += grams;
    else sums.push({ item, grams });
  });
}
