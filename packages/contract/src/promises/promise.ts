import type { Blocker } from '@alnage/core';
import { Type, type Static } from 'typebox';
import { OrderLine, LINES_MOST } from '../orders/order';
import { closed, Id, Instant, WallClock } from '../shared/closed';

/** Asks for which pickups an order could be made; `order` is the one that it would replace. */
export const PromiseAsk = closed({
  lines: Type.Array(OrderLine, { minItems: 1, maxItems: LINES_MOST }),
  pickupPoint: Id,
  order: Type.Union([Id, Type.Null()]),
});
export type PromiseAsk = Static<typeof PromiseAsk>;

/** One pickup and whether the order can be made for it: open, tight, or not, with what stands in the way. */
export const PromisedSlot = closed({
  at: WallClock,
  atInstant: Instant,
  kind: Type.Enum(['open', 'tight', 'no']),
  ageMinutes: Type.Union([Type.Integer(), Type.Null()]),
  piece: Type.Union([Id, Type.Null()]),
  blocker: Type.Union([
    Type.Object({}, { additionalProperties: true, description: 'What stood in the way' }),
    Type.Null(),
  ]),
});
export type PromisedSlot = Omit<Static<typeof PromisedSlot>, 'blocker'> & { blocker: Blocker | null };
