import type { Bound } from '@alnage/core/input';
import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { within } from '../shared/bounds';
import { closed, orNull, Day, Id, Instant, plainText } from '../shared/closed';

/** Grams or pieces of one lot. */
export const LOT_AMOUNT: Bound = { min: 0, max: 1e7 };
export const LOT_ORIGINS = ['delivery', 'leftover', 'found'] as const;
export const LOT_MOVES = ['received', 'used', 'counted', 'discarded', 'returned'] as const;
export type LotMoveKind = (typeof LOT_MOVES)[number];

const Uuid = Type.String({ format: 'uuid' });

export const LarderItemSchema = closed({ kind: Type.Enum(['coating', 'supply']), id: Id });
export type LarderItemSchema = Static<typeof LarderItemSchema>;

const draft = {
  item: LarderItemSchema,
  /** What the packet says, or the day and bowl of a leftover. */
  code: plainText({ maxLength: 60 }),
  origin: Type.Enum([...LOT_ORIGINS]),
  amount: Type.Number({ exclusiveMinimum: 0, maximum: LOT_AMOUNT.max }),
  bestBefore: orNull(Day),
  /** Beyond those of the item itself: what a leftover met in its bowl. */
  allergens: Allergens,
  note: plainText({ maxLength: 200 }),
};

/** A delivery, a leftover, or what was found: so much of one item that is traced by itself. */
export const LotDraft = closed(draft);
export type LotDraft = Static<typeof LotDraft>;

export const LotMove = closed({
  at: Instant,
  by: orNull(Id),
  kind: Type.Enum([...LOT_MOVES]),
  /** What came in, or went out: below 0. */
  amount: Type.Number(),
  reason: Type.String(),
});
export type LotMove = Static<typeof LotMove>;

export const Lot = closed({
  id: Uuid,
  ...draft,
  /** What is left of it. */
  amount: Type.Number(),
  /** Nothing is taken of it: see Recall. */
  isStopped: Type.Boolean(),
  receivedAt: Instant,
  openedAt: orNull(Instant),
  /** Until when it may be used: its best-before date, or what the supply keeps; null: nothing is said. */
  usableUntil: orNull(Instant),
  moves: Type.Array(LotMove),
});
export type Lot = Static<typeof Lot>;

/** What somebody did to a lot. `counted` says what is there; the others how much went. */
export const LotChange = closed({
  kind: Type.Enum(['used', 'counted', 'discarded']),
  amount: within(LOT_AMOUNT),
  reason: plainText({ maxLength: 200 }),
});
export type LotChange = Static<typeof LotChange>;
