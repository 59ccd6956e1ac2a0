import { Type, type Static } from 'typebox';
import { AMOUNT_MINOR, PAYMENT_METHODS } from '../orders/payment';
import { within } from '../shared/bounds';
import { closed, orNull, Id, Instant, plainText } from '../shared/closed';

/** A while in which a zone was too warm, too cold, or its sensor silent. */
export const ExcursionView = closed({
  kind: Type.Enum(['warm', 'cold', 'silent']),
  from: Instant,
  until: Instant,
  celsius: orNull(Type.Number()),
});
export type ExcursionView = Static<typeof ExcursionView>;

/** A zone as it is now, and what happened in it of late. */
export const ZoneNow = closed({
  zone: Id,
  setCelsius: orNull(Type.Number()),
  /** Null: nothing measures it, or its sensor is silent. */
  nowCelsius: orNull(Type.Number()),
  hasSensor: Type.Boolean(),
  excursions: Type.Array(ExcursionView),
});
export type ZoneNow = Static<typeof ZoneNow>;

/** How old what an order gets will be when it is collected. */
export const PickupLife = closed({
  order: Id,
  pickupAt: Instant,
  pieces: Type.Integer(),
  agedMinutes: Type.Number(),
  eatBy: Instant,
  verdict: Type.Enum(['right', 'at-risk', 'too-old']),
});
export type PickupLife = Static<typeof PickupLife>;

/** Where good pieces go that do not go into the orders that they were made for. */
export const PIECE_MOVES = ['written-off', 'sold', 'staff', 'given-away'] as const;
export type PieceMoveKind = (typeof PIECE_MOVES)[number];

export const CAUSE_LENGTH = 120;

const move = {
  kind: Type.Enum([...PIECE_MOVES]),
  pieces: Type.Integer({ minimum: 1, maximum: 10_000 }),
  /** Why they are written off, who has them, what they were sold as. */
  cause: plainText({ maxLength: CAUSE_LENGTH }),
};
const paid = { method: Type.Enum([...PAYMENT_METHODS]), amountMinor: within(AMOUNT_MINOR) };

/** So many pieces of a batch that go elsewhere, and why; only what nobody is to have is sold or given away. */
export const PieceMoveDraft = closed({
  ...move,
  /** What is paid for them; null where they are not sold. */
  paid: orNull(closed(paid)),
});
export type PieceMoveDraft = Static<typeof PieceMoveDraft>;

export const MOVED_BATCHES_MOST = 300;

/** Pieces out of several batches that go together: a box that is filled from what nobody is to have, all that was stopped. */
export const PieceMovesDraft = closed({
  kind: move.kind,
  from: Type.Array(closed({ batch: Id, pieces: move.pieces }), {
    minItems: 1,
    maxItems: MOVED_BATCHES_MOST,
  }),
  cause: move.cause,
  paid: PieceMoveDraft.properties.paid,
});
export type PieceMovesDraft = Static<typeof PieceMovesDraft>;

/** What became of pieces of a batch, when and by whom. */
export const PieceMoveView = closed({
  id: Type.String({ format: 'uuid' }),
  ...move,
  /** The card device’s own number with what was paid. */
  paid: orNull(closed({ ...paid, reference: orNull(Type.String()) })),
  at: Instant,
  by: orNull(Id),
  /** What went together has the same; taken back it is together, too. */
  sale: orNull(Type.String({ format: 'uuid' })),
});
export type PieceMoveView = Static<typeof PieceMoveView>;

/** How a batch keeps: where it is, how much of its life is used, until when it is eaten. */
export const BatchKeeping = closed({
  batch: Id,
  piece: Id,
  /** Good ones as they came out, or as they are planned. */
  pieces: Type.Integer(),
  /** Those of them that are still there and nobody is to have. */
  spare: Type.Integer(),
  /** It is not to leave the shop: see Recall. */
  isStopped: Type.Boolean(),
  /** Null: it is not dipped yet. */
  clockAt: orNull(Instant),
  /** Where its trays lie; null: in somebody’s hands, or not made yet. */
  zone: orNull(Id),
  elapsedMinutes: Type.Number(),
  agedMinutes: Type.Number(),
  lostMinutes: Type.Number({ description: 'Of its age, what warmth made of it' }),
  used: Type.Number({ description: 'The share of its life: 1 is all of it' }),
  holdMinutes: Type.Integer(),
  eatBy: Instant,
  /** What it was in that nothing is known of. */
  beyond: orNull(closed({ zone: orNull(Id), from: Instant, celsius: Type.Number() })),
  pickups: Type.Array(PickupLife),
  /** Pieces of it that went elsewhere. */
  moves: Type.Array(PieceMoveView),
});
export type BatchKeeping = Static<typeof BatchKeeping>;

/** What is made keeps how long, by where it was and how warm that was. */
export const KeepingNow = closed({
  zones: Type.Array(ZoneNow),
  batches: Type.Array(BatchKeeping),
});
export type KeepingNow = Static<typeof KeepingNow>;

/** From when to when; left out: the last two days. */
export const ZoneLogQuery = closed({ from: Type.Optional(Instant), until: Type.Optional(Instant) });
export type ZoneLogQuery = Static<typeof ZoneLogQuery>;

/** What a zone’s sensor said over some days, and what was wrong. */
export const ZoneLog = closed({
  zone: Id,
  setCelsius: orNull(Type.Number()),
  /** Mean, lowest and highest of each five minutes. */
  readings: Type.Array(closed({ at: Instant, mean: Type.Number(), low: Type.Number(), high: Type.Number() })),
  excursions: Type.Array(ExcursionView),
});
export type ZoneLog = Static<typeof ZoneLog>;
