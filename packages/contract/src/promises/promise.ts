import type { Batch, Blocker, Melt } from '@alnage/core/planner';
import { Type, type Static } from 'typebox';
import { ordered } from '../orders/order';
import { BatchSchema, MeltSchema } from '../plan/plan';
import { closed, orNull, Id, Instant, WallClock } from '../shared/closed';

/** Asks for which pickups an order could be made; `order` is the one that it would replace. */
const asked = { ...ordered, pickupPoint: Id, order: orNull(Type.String({ format: 'uuid' })) };
export const PromiseAsk = closed(asked);
export type PromiseAsk = Static<typeof PromiseAsk>;

/** Asks how an order would be made for the slot that a wall-clock time falls in. */
export const MakingAsk = closed({ ...asked, at: WallClock });
export type MakingAsk = Static<typeof MakingAsk>;

/** An order is counted this often into one slot at most. */
export const MAKING_MOST = 24;

/** How an order would be made for one slot; without batches where it cannot be. Minutes count from `horizonStart`. */
export const SlotMakingView = closed({
  at: WallClock,
  horizonStart: Instant,
  batches: Type.Array(BatchSchema),
  melts: Type.Array(MeltSchema),
  opened: Type.Array(Id, { description: 'Melts that would be set up for it alone' }),
  times: Type.Union([Type.Integer({ minimum: 0, maximum: MAKING_MOST }), Type.Null()], {
    description:
      'How many such orders fit, by kitchen and slot; null for one that is planned already in part',
  }),
});
export interface SlotMakingView extends Omit<Static<typeof SlotMakingView>, 'batches' | 'melts' | 'opened'> {
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
  readonly opened: readonly string[];
}

/** Whether a new plan was found that makes an order for its slot, with all that is promised; tried for so long at most. */
export const RoomTried = closed({ at: WallClock, isFound: Type.Boolean(), seconds: Type.Number() });
export type RoomTried = Static<typeof RoomTried>;

/** What is wrong with a slot itself: it hands over no more, or somebody closed it. */
export const SLOT_FAULTS = ['full', 'closed'] as const;
export type SlotFault = (typeof SLOT_FAULTS)[number];

/** One slot and whether the order can be made for it: open, tight, or not, with what stands in the way. */
export const PromisedSlot = closed({
  at: WallClock,
  atInstant: Instant,
  kind: Type.Enum(['open', 'tight', 'no']),
  ageMinutes: Type.Union([Type.Integer(), Type.Null()]),
  /** When the first of its pieces is past eating; null where it cannot be. */
  eatBy: Type.Union([Instant, Type.Null()]),
  /** Boxes that it can still hand over; null where nobody counts them. */
  roomBoxes: Type.Union([Type.Integer(), Type.Null()]),
  slotFault: Type.Union([Type.Enum([...SLOT_FAULTS]), Type.Null()]),
  /** What the season's terms of offer say against it: a code of a field and its parameters. */
  offerFault: Type.Union([
    closed({
      code: Type.String(),
      params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number(), Type.Null()])),
    }),
    Type.Null(),
  ]),
  /** The piece that cannot be made, and what stood in its way. */
  piece: Type.Union([Id, Type.Null()]),
  blocker: Type.Union([
    Type.Object({}, { additionalProperties: true, description: 'What stood in the way' }),
    Type.Null(),
  ]),
});
export type PromisedSlot = Omit<Static<typeof PromisedSlot>, 'blocker'> & { blocker: Blocker | null };
