import type { Blocker } from '@alnage/core';
import { Type, type Static } from 'typebox';
import { ordered } from '../orders/order';
import { closed, Id, Instant, WallClock } from '../shared/closed';

/** Asks for which pickups an order could be made; `order` is the one that it would replace. */
export const PromiseAsk = closed({
  ...ordered,
  pickupPoint: Id,
  order: Type.Union([Id, Type.Null()]),
});
export type PromiseAsk = Static<typeof PromiseAsk>;

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
