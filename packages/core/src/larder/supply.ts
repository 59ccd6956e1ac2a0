import type { Bound } from '../input/bounds';
import { amountOf, gramsOf, type Amount, type Matter } from '../recipes/amount';
import type { Composition } from '../recipes/composition';
import type { Measures } from '../units/volume';

export const SUPPLY_KINDS = [
  'fruit',
  'dairy',
  'chocolate',
  'nuts',
  'sugar',
  'fat',
  'dry',
  'flavour',
  'bought-centre',
  'packing',
  'always-there',
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

/** What comes out of the tap, and the like, is neither bought nor counted. */
export function isAlwaysThere({ kind }: { readonly kind: SupplyKind }): boolean {
  return kind === 'always-there';
}

/** What stock of a supply is counted in. */
export const SUPPLY_BASES = ['g', 'piece'] as const;
export type SupplyBase = (typeof SUPPLY_BASES)[number];

export const SORTED_OUT_SHARE: Bound = { min: 0, max: 0.9 };
export const KEEPS_HOURS: Bound = { min: 1, max: 24 * 365 * 5, isInteger: true };
export const AHEAD_HOURS: Bound = { min: 0, max: 24 * 60, isInteger: true };

/** How it is sold: so much for a price. */
export interface SupplyPack extends Amount {
  readonly priceMinor: number;
}

/** What the larder keeps beside coatings: an ingredient, fruit, a bought centre, or packing. */
export interface Supply extends Matter {
  readonly id: string;
  readonly name: string;
  readonly kind: SupplyKind;
  readonly allergens: readonly string[];
  readonly base: SupplyBase;
  readonly packs: readonly SupplyPack[];
  /** Share that is sorted out or trimmed off before it is used. */
  readonly sortedOutShare: number;
  /** Hours that it keeps from being bought; null: its best-before date alone counts. */
  readonly keepsHours: number | null;
  /** Hours before its use by which it must be bought. */
  readonly aheadHours: number;
  /** What it is made of, as its packet says; null or absent: as ordinary ones of its kind, if they are known. */
  readonly composition?: Composition | null;
}

/** What turns amounts of a supply into what its stock is counted in. */
export type Counted = Matter & Pick<Supply, 'base'>;

/**
 * An amount of a supply in what its stock is counted in, grams or pieces.
 * By hand: 60 g of rods that weigh 5 g each are 12 pieces. Source: shop default.
 * @throws InputError `not-convertible` at `field` where density or weight is missing
 */
export function baseAmountOf(
  amount: Amount,
  supply: Counted,
  measuring: { readonly measures: Measures; readonly field: string },
): number {
  if (supply.base === 'piece' && amount.unit === 'piece') return amount.amount;
  const grams = gramsOf(amount, supply, measuring);
  return supply.base === 'g' ? grams : amountOf(grams, { unit: 'piece', matter: supply }, measuring);
}
