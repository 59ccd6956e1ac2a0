import { LEFT_GRAMS, POT_PIECES } from '@alnage/core/larder';
import { YIELD_GRAMS } from '@alnage/core/recipes';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, orNull, Id, Instant } from '../shared/closed';
import { LarderItemSchema, Lot } from './lot';

/** One row of the sum that a need is made of. */
export const NeedPart = closed({
  kind: Type.Enum(['batch', 'on-pieces', 'to-spare', 'tail', 'reserve', 'box', 'parcel']),
  piece: orNull(Id),
  recipe: orNull(Id),
  box: orNull(Id),
  bowl: orNull(Id),
  /** Pieces, boxes or melts that it is for. */
  count: Type.Integer(),
  amount: Type.Number(),
  firstAt: Instant,
});
export type NeedPart = Static<typeof NeedPart>;

const BoughtPack = closed({
  /** In what its stock is counted in. */
  size: Type.Number(),
  priceMinor: Type.Integer(),
  count: Type.Integer(),
});

export const PurchaseView = closed({
  buyBy: Instant,
  firstUse: Instant,
  lastUse: Instant,
  usedAmount: Type.Number(),
  wantedAmount: Type.Number(),
  packs: Type.Array(BoughtPack),
  boughtAmount: Type.Number(),
  priceMinor: Type.Integer(),
});
export type PurchaseView = Static<typeof PurchaseView>;

const Option = closed({
  packSize: Type.Number(),
  boughtAmount: Type.Number(),
  priceMinor: Type.Integer(),
  chanceShort: Type.Number(),
});

/** What is needed of an item by the plan that is worked by, what is there, and what to buy. */
export const NeedView = closed({
  item: LarderItemSchema,
  parts: Type.Array(NeedPart),
  usedAmount: Type.Number(),
  service: Type.Number({ description: 'Share of weeks in which it shall do' }),
  spareAmount: Type.Number(),
  neededAmount: Type.Number(),
  hereAmount: Type.Number(),
  spoiledAmount: Type.Number({ description: 'There, but out of date before it is used' }),
  shortAmount: Type.Number(),
  runsOutAt: orNull(Instant),
  purchases: Type.Array(PurchaseView),
  boughtAmount: Type.Number(),
  priceMinor: Type.Integer(),
  chanceShort: Type.Number(),
  fewer: orNull(Option),
  more: orNull(Option),
});
export type NeedView = Static<typeof NeedView>;

/** The larder against the plan that is worked by; no plan, no needs. */
export const Larder = closed({
  plan: orNull(closed({ version: Version, isPublished: Type.Boolean(), madeAt: Instant })),
  needs: Type.Array(NeedView),
  lots: Type.Array(Lot),
});
export type Larder = Static<typeof Larder>;

/** What came out of a pot: weighed, counted, or as it was reckoned. */
export const CameOutSaid = Type.Union([
  closed({ kind: Type.Literal('grams'), grams: within(YIELD_GRAMS) }),
  closed({ kind: Type.Literal('pieces'), pieces: within(POT_PIECES) }),
  closed({ kind: Type.Literal('reckoned') }),
]);
export type CameOutSaid = Static<typeof CameOutSaid>;

/** What was left of a pot once so many pieces had theirs; it teaches what is on one. */
export const RestSaid = closed({
  grams: within(LEFT_GRAMS),
  pieces: within({ ...POT_PIECES, min: 1 }),
});
export type RestSaid = Static<typeof RestSaid>;

/** As it is kept: of a pot for several batches a share may have no whole piece. */
export const RestOfPotSchema = closed({ grams: within(LEFT_GRAMS), pieces: within(POT_PIECES) });

/** A centre, or another part of its piece, to be made for a batch, by whom and when, and what was made of it. */
export const PreparationView = closed({
  batch: Id,
  piece: Id,
  recipe: Id,
  stage: Id,
  person: Id,
  start: Instant,
  end: Instant,
  goodPieces: Type.Integer(),
  startedPieces: Type.Integer(),
  factor: Type.Number(),
  potGrams: Type.Number(),
  yieldGrams: Type.Number(),
  portionGrams: Type.Number(),
  /** Whether it is a part beside the centre. */
  isPart: Type.Boolean(),
  /** What else is made in one pot with it has the same; null where it has a pot to itself. */
  pot: orNull(Type.String()),
  done: orNull(
    closed({
      at: Instant,
      by: orNull(Id),
      recipeVersion: Version,
      cameOut: orNull(CameOutSaid),
      /** Whole portions of what came out; null where nobody measured it. */
      portions: orNull(Type.Integer()),
      rest: orNull(closed({ ...RestOfPotSchema.properties, usedGrams: Type.Number() })),
      lots: Type.Array(closed({ lot: Id, item: LarderItemSchema, amount: Type.Number() })),
      /** What it took that was not written down as being there. */
      missing: Type.Array(closed({ item: LarderItemSchema, amount: Type.Number() })),
    }),
  ),
});
export type PreparationView = Static<typeof PreparationView>;

export const POT_BATCHES_MOST = 20;

/**
 * Says that a recipe is made. Where stock does not have what it took, `despiteShort` says that it was there all the same; `with` names the
 * other batches that it was made for in the same pot.
 */
export const PreparationDone = closed({
  despiteShort: Type.Boolean(),
  with: Type.Optional(Type.Array(Id, { maxItems: POT_BATCHES_MOST, uniqueItems: true })),
});
export type PreparationDone = Static<typeof PreparationDone>;

/** What is made for a batch, by which recipe: a piece may be made by several. */
export const PreparationParams = closed({ batch: Id, recipe: Id });
export type PreparationParams = Static<typeof PreparationParams>;
