import { InputError } from '../input/input-error';
import type { Amount } from '../recipes/amount';
import { recipeFigures } from '../recipes/recipe-figures';
import { bindRecipe, itemsForYield, recipeAllergens, type KeptRecipe, type LarderBook } from './book';
import { baseAmountOf, type Supply } from './supply';
import type { LarderItem } from './use';

/** What goes into one piece, or around it, beside its coatings. */
export interface MakeUp {
  /** By which its centre is made; null where it is bought, or a washed fruit. */
  readonly recipe: string | null;
  readonly supplies: readonly SupplyAmount[];
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
}

/**
 * What one piece takes out of the larder, its centre by its recipe's portion.
 * @throws InputError at `/recipe` or `/supplies/…` for what there is not, or cannot be turned into its stock
 */
export function usesOfPiece(makeUp: MakeUp, book: LarderBook): PieceUse[] {
  return [
    ...centreUses(makeUp.recipe, book),
    ...makeUp.supplies.map((line, index): PieceUse => {
      const supply = requireSupply(line.supply, book, `/supplies/${index}/supply`);
      const measuring = { measures: 'metric', field: `/supplies/${index}/unit` } as const;
      return {
        item: { kind: 'supply', id: line.supply },

        amount: baseAmountOf(line, supply, measuring),
        per: supply.kind === 'packing' ? 'good' : 'started',
        recipe: null,
      };
    }),
  ];
}

function centreUses(recipe: string | null, book: LarderBook): PieceUse[] {
  if (recipe === null) return [];
  const kept = book.recipes.find(({ id }) => id === recipe);
  if (!kept)
    throw new InputError({ code: 'unknown-reference', field: '/recipe', value: recipe, range: 'a recipe' });
  const { portionGrams } = recipeFigures(bindRecipe(kept, book));
  return amountsForYield(kept, portionGrams, book).map((use): PieceUse => ({
    ...use,
    ...{ per: 'started', recipe },
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
 * Allergens that come into a piece with its recipe and its supplies, sorted, each once; of what there is not, none.
 * Source: the shop's own lists.
 */
export function makeUpAllergens({ recipe, supplies }: MakeUp, book: LarderBook): string[] {
  const kept = book.recipes.find(({ id }) => id === recipe);
  const ofRecipe = kept ? recipeAllergens(kept, book) : [];
  const ids = new Set(supplies.map(({ supply }) => supply));
  const own = book.supplies.filter(({ id }) => ids.has(id)).flatMap(({ allergens }) => allergens);
  return [...new Set([...ofRecipe, ...own])].sort();
}
