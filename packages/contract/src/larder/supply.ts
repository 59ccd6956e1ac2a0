import { AHEAD_HOURS, KEEPS_HOURS, SORTED_OUT_SHARE, SUPPLY_BASES, SUPPLY_KINDS } from '@alnage/core/larder';
import { MINOR } from '@alnage/core/pricing';
import {
  AMOUNT,
  AMOUNT_UNITS,
  AS_SUCROSE,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  PER_HUNDRED,
} from '@alnage/core/recipes';
import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

export const SUPPLY_PACKS_MOST = 8;
export const SUPPLY_LINES_MOST = 12;

export const amount = { amount: within(AMOUNT), unit: Type.Enum([...AMOUNT_UNITS]) };

/** What 100 g of something are made of, in g. */
export const CompositionSchema = closed({
  water: within(PER_HUNDRED),
  fat: within(PER_HUNDRED),
  carbohydrate: within(PER_HUNDRED),
  sugars: within(PER_HUNDRED),
  polyols: within(PER_HUNDRED),
  fibre: within(PER_HUNDRED),
  protein: within(PER_HUNDRED),
  salt: within(PER_HUNDRED),
  alcohol: within(PER_HUNDRED),
  /** Sucrose that its dissolved sugars count as in a pot; null: it does not dissolve. */
  asSucrose: Type.Union([within(AS_SUCROSE), Type.Null()]),
});

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  kind: Type.Enum([...SUPPLY_KINDS]),
  /** What its stock is counted in. */
  base: Type.Enum([...SUPPLY_BASES]),
  gramsPerMl: Type.Union([within(GRAMS_PER_ML), Type.Null()]),
  gramsPerPiece: Type.Union([within(GRAMS_PER_PIECE), Type.Null()]),
  allergens: Allergens,
  supplier: plainText({ maxLength: 60 }),
  packs: Type.Array(closed({ ...amount, priceMinor: within(MINOR) }), { maxItems: SUPPLY_PACKS_MOST }),
  sortedOutShare: within(SORTED_OUT_SHARE),
  /** From being bought; null: its best-before date alone counts. */
  keepsHours: Type.Union([within(KEEPS_HOURS), Type.Null()]),
  aheadHours: within(AHEAD_HOURS),
  /** As its packet says; null or left out: as ordinary ones of its name, where they are known. */
  composition: Type.Optional(Type.Union([CompositionSchema, Type.Null()])),
};

/** What the larder keeps beside coatings: an ingredient, fruit, a bought centre, or packing. */
export const SupplyDraft = closed(draft);
export type SupplyDraft = Static<typeof SupplyDraft>;

/** A supply of which nothing is known yet but that it is weighed. */
export const NEW_SUPPLY: SupplyDraft = {
  name: '',
  kind: 'dry',
  base: 'g',
  gramsPerMl: null,
  gramsPerPiece: null,
  allergens: [],
  supplier: '',
  packs: [],
  sortedOutShare: 0,
  keepsHours: null,
  aheadHours: 24,
};

export const SupplyChange = closed({ ...draft, version: Version });
export type SupplyChange = Static<typeof SupplyChange>;

export const SupplyView = closed({ id: Id, ...draft, version: Version });
export type SupplyView = Static<typeof SupplyView>;

/** So much of a supply that goes into, onto or around one of something. */
export const SupplyLine = closed({ supply: Id, ...amount });
export type SupplyLine = Static<typeof SupplyLine>;
export const SupplyLines = Type.Array(SupplyLine, { maxItems: SUPPLY_LINES_MOST });
