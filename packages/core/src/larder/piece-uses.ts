import { InputError } from '../input/input-error';
import type { Amount } from '../recipes/amount';
import { recipeFigures } from '../recipes/recipe-figures';
import {
  bindRecipe,
  itemsForYield,
  underField,
  recipeAllergens,
  type KeptRecipe,
  type LarderBook,
} from './book';
import { baseAmountOf, type Supply } from './supply';
import type { LarderItem } from './use';

/** What goes into one piece, or around it, beside its coatings. */
export interface MakeUp {
  /** Of a piece that is saved: what was learned of its parts is known by it. */
  readonly id?: string;
  /** By which its centre is made; null where it is bought, or a washed fruit. */
  readonly recipe: string | null;
  /** What else of it is made here: its filling, its finish. */
  readonly madeParts?: readonly MadePart[];
  readonly supplies: readonly SupplyAmount[];
}

/** A recipe that goes into a piece beside its centre's, made in a stage of its route. */
export interface MadePart {
  readonly recipe: string;
  /** What of it is on or in one piece. */
  readonly grams: number;
  /** The stage of the route in which it is made. */
  readonly stage: string;
}

export interface SupplyAmount extends Amount {
  readonly supply: string;
}

/** What one piece takes of an item, in what its stock is counted in. */
export interface PieceUse {
  readonly item: LarderItem;
  readonly amount: number;
  /** Packing goes round good pieces only; all else into every piece that is started. */
  readonly per: 'started' | 'good';
  /** The recipe that takes it; null for what the piece takes by itself. */
  readonly recipe: string | null;
  /** The stage in which that is made; null: the first. */
  readonly stage: string | null;
}

/**
 * What one piece takes out of the larder: its centre by its recipe's portion, each other part by its grams.
 * @throws InputError at `/recipe`, `/madeParts/…` or `/supplies/…` for what there is not, or cannot be turned into its stock
 */
export function usesOfPiece(makeUp: MakeUp, book: LarderBook): PieceUse[] {
  return [
    ...recipesOf(makeUp, book).flatMap((made) => recipeUses(made, book)),
    ...makeUp.supplies.map((line, index): PieceUse => {
      const supply = requireSupply(line.supply, book, `/supplies/${index}/supply`);
      const measuring = { measures: 'metric', field: `/supplies/${index}/unit` } as const;
      return {
        item: { kind: 'supply', id: line.supply },

        amount: baseAmountOf(line, supply, measuring),
        per: supply.kind === 'packing' ? 'good' : 'started',
        ...{ recipe: null, stage: null },
      };
    }),
  ];
}

/** A recipe of a piece: what of it is in one, and when it is made. */
export interface MadeRecipe {
  readonly recipe: string;
  /** Null: its own portion, as a centre is. */
  readonly grams: number | null;
  /** Null: the first of the route. */
  readonly stage: string | null;
  /** Where it stands in the piece. */
  readonly field: string;
}

/** All recipes that a piece is made by, its centre's first; each part by what was learned of it, where the book tells. */
export function recipesOf(
  { id, recipe, madeParts = [] }: Omit<MakeUp, 'supplies'>,
  { learnedParts = [] }: Pick<LarderBook, 'learnedParts'> = {},
): MadeRecipe[] {
  return [
    ...(recipe === null ? [] : [{ recipe, grams: null, stage: null, field: '/recipe' }]),
    ...madeParts.map((part, index) => {
      const learned = learnedParts.find((each) => each.piece === id && each.recipe === part.recipe);
      return { ...part, grams: learned?.grams ?? part.grams, field: `/madeParts/${index}/recipe` };
    }),
  ];
}

/** The kept recipe that is meant. @throws InputError where there is none */
export function requireRecipe({ recipe, field }: MadeRecipe, book: LarderBook): KeptRecipe {
  const kept = book.recipes.find(({ id }) => id === recipe);
  if (kept) return kept;
  throw new InputError({ code: 'unknown-reference', field, value: recipe, range: 'a recipe' });
}

function recipeUses(made: MadeRecipe, book: LarderBook): PieceUse[] {
  const { recipe, stage, field } = made;
  const kept = requireRecipe(made, book);
  const grams = made.grams ?? recipeFigures(bindRecipe(kept, book)).portionGrams;
  return underField(field, () => amountsForYield(kept, grams, book)).map((use): PieceUse => ({
    ...use,
    ...{ per: 'started', recipe, stage },
  }));
}

/** So much of an item, in what its stock is counted in. */
export interface ItemAmount {
  readonly item: LarderItem;
  readonly amount: number;
}

/**
 * What so many grams of a recipe's yield take of each item, in grams or pieces as its stock is counted.
 * Source: proportion. @throws InputError at `/recipe` for what cannot be turned into its stock
 */
export function amountsForYield(kept: KeptRecipe, yieldGrams: number, book: LarderBook): ItemAmount[] {
  return itemsForYield(kept, yieldGrams, book).map(({ item, grams }) => {
    if (item.kind === 'coating') return { item, amount: grams };
    const supply = requireSupply(item.id, book, '/recipe');
    const measuring = { measures: 'metric', field: '/recipe' } as const;
    return { item, amount: baseAmountOf({ amount: grams, unit: 'g' }, supply, measuring) };
  });
}

function requireSupply(id: string, book: LarderBook, field: string): Supply {
  const supply = book.supplies.find((each) => each.id === id);
  if (supply) return supply;
  throw new InputError({ code: 'unknown-reference', field, value: id, range: 'a supply of the larder' });
}

/**
 * Allergens that come into a piece with its recipes and its supplies, sorted, each once; of what there is not, none.
 * Source: the shop's own lists.
 */
export function makeUpAllergens({ supplies, ...made }: MakeUp, book: LarderBook): string[] {
  const ofRecipes = recipesOf(made).flatMap(({ recipe }) => {
    const kept = book.recipes.find(({ id }) => id === recipe);
    return kept ? recipeAllergens(kept, book) : [];
  });
  const ids = new Set(supplies.map(({ supply }) => supply));
  const own = book.supplies.filter(({ id }) => ids.has(id)).flatMap(({ allergens }) => allergens);
  return [...new Set([...ofRecipes, ...own])].sort();
}
