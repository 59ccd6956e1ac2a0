import { PARCEL_GRAMS, WAY_CELSIUS } from '@alnage/core/ordering';
import { Type, type Static } from 'typebox';
import { SupplyLines } from '../larder/supply';
import { Version, within } from '../shared/bounds';
import { ClockTime, closed, Day, Id, plainText, WallClock } from '../shared/closed';

/** A stall a walk away, or ten days by post. */
export const JOURNEY_MINUTES = { min: 0, max: 14_400, isInteger: true } as const;
export const SLOT_MINUTES = { min: 5, max: 240, isInteger: true } as const;
export const SLOT_BOXES = { min: 1, max: 1000, isInteger: true } as const;
export const HOURS_MOST = 21;
export const EXCEPTIONS_MOST = 60;
export const WAY_DAYS_MOST = 60;

/** What goes by post or courier from a point: how warm its way is, and what a parcel takes and weighs beside what is in it. */
export const Sending = closed({
  usualCelsius: within(WAY_CELSIUS),
  days: Type.Array(closed({ date: Day, celsius: within(WAY_CELSIUS) }), { maxItems: WAY_DAYS_MOST }),
  isIced: Type.Boolean(),
  parcelGrams: within(PARCEL_GRAMS),
  /** Weekdays on which the carrier collects, Monday is 1; left out: on every day. */
  collectsOn: Type.Optional(
    Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { minItems: 1, maxItems: 7, uniqueItems: true }),
  ),
  supplies: SupplyLines,
});
export type Sending = Static<typeof Sending>;

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  journeyMinutes: within(JOURNEY_MINUTES),
  /** How warm it is on the way there, °C; null or left out: as it is kept. */
  wayCelsius: Type.Optional(Type.Union([within(WAY_CELSIUS), Type.Null()])),
  /** Monday is 1. */
  hours: Type.Array(
    closed({ weekday: Type.Integer({ minimum: 1, maximum: 7 }), opens: ClockTime, closes: ClockTime }),
    { maxItems: HOURS_MOST },
  ),
  /** Dates with hours of their own, or none. */
  exceptions: Type.Array(
    closed({
      date: Day,
      opens: Type.Union([ClockTime, Type.Null()]),
      closes: Type.Union([ClockTime, Type.Null()]),
    }),
    { maxItems: EXCEPTIONS_MOST },
  ),
  slotMinutes: within(SLOT_MINUTES),
  /** Boxes that one slot can hand over; null where nobody counts them. */
  slotBoxes: Type.Union([within(SLOT_BOXES), Type.Null()]),
  /** Null or left out: orders are collected there. */
  sending: Type.Optional(Type.Union([Sending, Type.Null()])),
};

/** Where orders are collected: its hours, how far it is, and what a slot can hand over. */
export const PickupPointDraft = closed(draft);
export type PickupPointDraft = Static<typeof PickupPointDraft>;

export const PickupPointChange = closed({ ...draft, version: Version });
export type PickupPointChange = Static<typeof PickupPointChange>;

export const PickupPoint = closed({
  id: Id,
  ...draft,
  /** Starts of slots that take no more orders. */
  closedSlots: Type.Array(WallClock),
  version: Version,
});
export type PickupPoint = Static<typeof PickupPoint>;

/** Closes a slot for new orders, or opens it again. */
export const SlotClosing = closed({ at: WallClock, isClosed: Type.Boolean() });
export type SlotClosing = Static<typeof SlotClosing>;
