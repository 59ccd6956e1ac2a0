import { Type, type Static } from 'typebox';
import { PieceMoveView } from '../bench/keeping';
import { LarderItemSchema } from '../larder/lot';
import { CUSTOMER_LENGTH, OrderState } from '../orders/order';
import { closed, orNull, Id, Instant, plainText, WallClock } from '../shared/closed';

const Uuid = Type.String({ format: 'uuid' });
/** A batch over all seasons: when its season began, what it is called there, its piece. */
const BatchKey = plainText({ minLength: 1, maxLength: 200 });

/** What a batch is known by, over all seasons. */
export function batchKeyOf({
  horizonStart,
  batch,
  piece,
}: {
  readonly horizonStart: string;
  readonly batch: string;
  readonly piece: string;
}): string {
  return `${horizonStart} ${batch} ${piece}`;
}

export const STOP_REASON_LENGTH = 200;

const origin = {
  lot: Type.Optional(Uuid),
  batch: Type.Optional(BatchKey),
  bowl: Type.Optional(Id),
  person: Type.Optional(Id),
  zone: Type.Optional(Id),
  from: Type.Optional(WallClock),
  until: Type.Optional(WallClock),
};

/** What a recall goes out from; what is given holds together, and something has to be. */
export const RecallAsk = closed(origin);
export type RecallAsk = Static<typeof RecallAsk>;

/** The same on paper: why it is recalled, as letters and the report tell it, and whether it is only practised. */
export const RecallPaperAsk = closed({
  ...origin,
  reason: Type.Optional(plainText({ maxLength: STOP_REASON_LENGTH })),
  practice: Type.Optional(Type.Boolean()),
});
export type RecallPaperAsk = Static<typeof RecallPaperAsk>;

/** How something is reached: it is what was asked about, by a lot, by the melt of a run, left over of a run, or perhaps by a lot. */
export const ReachedByView = closed({
  kind: Type.Enum(['asked', 'lot', 'melt', 'left-over', 'perhaps']),
  /** The lot’s code, or the run’s; null: it is what was asked about. */
  code: orNull(Type.String()),
});
export type ReachedByView = Static<typeof ReachedByView>;

export const RecalledLot = closed({
  lot: Uuid,
  code: Type.String(),
  item: LarderItemSchema,
  left: Type.Number({ description: 'What is left of it, in what it is counted in' }),
  by: ReachedByView,
});
export type RecalledLot = Static<typeof RecalledLot>;

export const RecalledBatch = closed({
  key: BatchKey,
  batch: Id,
  piece: Id,
  /** Codes of the runs that it was made in. */
  runs: Type.Array(Type.String()),
  madeAt: orNull(Instant),
  /** Good pieces, as they were counted or are planned. */
  pieces: Type.Integer(),
  /** Those that have not left the shop. */
  here: Type.Integer(),
  /** Where they lie; null: nobody wrote it down, or none is here. */
  zone: orNull(Id),
  /** Pieces that went elsewhere than into orders. */
  moves: Type.Array(PieceMoveView),
  by: ReachedByView,
});
export type RecalledBatch = Static<typeof RecalledBatch>;

export const RecalledOrder = closed({
  order: Uuid,
  ticket: Type.String(),
  customer: Type.String(),
  phone: Type.String(),
  state: OrderState,
  pickupAt: Instant,
  /** Pieces of reached batches in it; empty: only what it is packed in is reached. */
  pieces: Type.Array(closed({ batch: BatchKey, piece: Id, pieces: Type.Integer() })),
  /** Whether it was written down when it was packed; else it is as the kitchen has it. */
  isPacked: Type.Boolean(),
  /** It has left the shop. */
  isGone: Type.Boolean(),
  by: ReachedByView,
});
export type RecalledOrder = Static<typeof RecalledOrder>;

/** Where something leads, and what of it is still here. */
export const RecallView = closed({
  lots: Type.Array(RecalledLot),
  batches: Type.Array(RecalledBatch),
  /** Those that are gone first, then by when they are collected. */
  orders: Type.Array(RecalledOrder),
  sums: closed({
    pieces: Type.Integer(),
    piecesHere: Type.Integer(),
    /** Sold, given away or eaten without an order. */
    piecesElsewhere: Type.Integer(),
    ordersGone: Type.Integer(),
    ordersHere: Type.Integer(),
    customersGone: Type.Integer(),
  }),
});
export type RecallView = Static<typeof RecallView>;

/** Why, and who says so. */
const said = {
  reason: plainText({ minLength: 1, maxLength: STOP_REASON_LENGTH }),
  name: plainText({ minLength: 1, maxLength: CUSTOMER_LENGTH }),
};

/** Stops what is still here; a practice stops nothing. */
export const StopDraft = closed({
  origin: RecallAsk,
  ...said,
  isPractice: Type.Boolean(),
});
export type StopDraft = Static<typeof StopDraft>;

/** Whom a recall is told to by message: everybody whose order has left the shop. */
export const RecallTell = closed({ origin: RecallAsk, reason: said.reason });
export type RecallTell = Static<typeof RecallTell>;

/** How many were told now and before, and who cannot be reached so. */
export const RecallTold = closed({
  told: Type.Integer(),
  before: Type.Integer(),
  unreached: Type.Array(closed({ customer: Type.String(), tickets: Type.Array(Type.String()) })),
});
export type RecallTold = Static<typeof RecallTold>;

export const StopLift = closed(said);
export type StopLift = Static<typeof StopLift>;

const recorded = { at: Instant, by: orNull(Id) };
const stop = { id: Uuid, ...StopDraft.properties, ...recorded };
const lifted = orNull(closed({ ...recorded, ...said }));

/** What was stopped, when, by whom and why, and why it was let go. */
export const StopView = closed({ ...stop, lifted });
export type StopView = Static<typeof StopView>;
