import { Type, type Static } from 'typebox';
import { closed, orNull, Id, Instant, plainText, WallClock } from '../shared/closed';
import { AllergyWaiver, BOX_COUNT, CUSTOMER_LENGTH, LINES_MOST, LINE_PIECES_MOST, Order } from './order';
import { AMOUNT_MINOR } from './payment';

/** Deeds that are sent at once at most. */
export const COUNTER_DEEDS_MOST = 200;
const MS = Type.Integer({ minimum: 0, maximum: 8.64e15 });

const counts = (most: number) =>
  Type.Array(Type.Integer({ minimum: 0, maximum: most }), { maxItems: LINES_MOST });

/** How many of each box and of each loose line of an order, in their order. */
export const OrderPartsSchema = closed({ boxes: counts(BOX_COUNT.max), lines: counts(LINE_PIECES_MOST) });

const kind = <K extends string>(name: K) => Type.Literal(name);
const amount = Type.Integer({ minimum: AMOUNT_MINOR.min, maximum: AMOUNT_MINOR.max });

/** What somebody does at the counter. */
export const CounterDeed = Type.Union([
  closed({ kind: kind('shelve') }),
  closed({
    kind: kind('hand-over'),
    /** Who collected it; '' where nobody asked. */
    collectedBy: plainText({ maxLength: CUSTOMER_LENGTH }),
    /** Which parts of it; null: all that is left. */
    parts: orNull(OrderPartsSchema),
  }),
  /** What was handed over last was not. */
  closed({ kind: kind('take-back') }),
  /** Kept for somebody who is late; null: no longer. */
  closed({ kind: kind('keep'), until: orNull(WallClock) }),
  closed({ kind: kind('not-collected') }),
  /** Cash for it, and what the customer gave, out of which change goes back. */
  closed({ kind: kind('cash'), amountMinor: amount, givenMinor: amount }),
]);
export type CounterDeed = Static<typeof CounterDeed>;

/** A deed as a screen sends it: by an id of its own, so that it counts once however often it is sent. */
export const CounterDeedDraft = closed({
  id: Type.String({ format: 'uuid' }),
  order: Type.String({ format: 'uuid' }),
  at: MS,
  by: orNull(Id),
  /** It was done while nobody could be asked: what speaks against handing over is then told, not refused. */
  isDone: Type.Boolean(),
  /** Who lets its customer have what they must never have, and why. */
  despiteAllergy: orNull(AllergyWaiver),
  deed: CounterDeed,
});
export type CounterDeedDraft = Static<typeof CounterDeedDraft>;

export const CounterDeedsAsk = closed({
  deeds: Type.Array(CounterDeedDraft, { minItems: 1, maxItems: COUNTER_DEEDS_MOST }),
});
export type CounterDeedsAsk = Static<typeof CounterDeedsAsk>;

/** Why a deed was not taken: as a problem document tells it. */
const Refusal = closed({
  code: Type.String(),
  params: Type.Record(Type.String(), Type.Unknown()),
  errors: Type.Array(
    closed({
      pointer: Type.String(),
      code: Type.String(),
      params: Type.Record(Type.String(), Type.Unknown()),
    }),
  ),
});

/** What became of each deed, in their order, with its order as it is now. */
export const CounterTaken = closed({
  taken: Type.Array(
    closed({ id: Type.String(), order: orNull(Order), refusal: orNull(Refusal), at: Instant }),
  ),
});
export type CounterTaken = Static<typeof CounterTaken>;

/** Another time for what is made already, against the version that the person saw. */
export const SlotMove = closed({
  pickup: WallClock,
  pickupPoint: Id,
  version: Type.Integer({ minimum: 1, maximum: 2_147_483_647 }),
});
export type SlotMove = Static<typeof SlotMove>;
