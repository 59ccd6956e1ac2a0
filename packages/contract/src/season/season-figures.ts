import { Type, type Static } from 'typebox';
import { closed, Day, Id, Instant } from '../shared/closed';

const count = Type.Integer({ minimum: 0 });

/** One slot with what it hands over; `room` is null where nobody counts its boxes. */
export const SlotLoad = closed({
  point: Id,
  at: Instant,
  orders: count,
  boxes: count,
  room: Type.Union([count, Type.Null()]),
});
export type SlotLoad = Static<typeof SlotLoad>;

/** What was promised for one day. */
export const SeasonDayFigures = closed({
  date: Day,
  orders: count,
  pieces: count,
  boxes: count,
  /** Boxes that its slots can hand over in all, and those asked of them; null where nobody counts. */
  handover: Type.Union([closed({ boxes: count, room: count }), Type.Null()]),
  /** Seconds that packing its boxes takes at the standard pace. */
  packingSeconds: count,
  /** Its slots that have orders, in order. */
  slots: Type.Array(SlotLoad),
});
export type SeasonDayFigures = Static<typeof SeasonDayFigures>;

/** How a piece stands in the season. */
export const PieceBooked = closed({
  piece: Id,
  pieces: count,
  targetPieces: Type.Union([count, Type.Null()]),
  /** Whether it can be ordered now for some slot to come. */
  state: Type.Enum(['open', 'closed', 'over']),
  /** When ordering ends, for the last slot that it can be had for; null where only closing ends it. */
  until: Type.Union([Instant, Type.Null()]),
  /** First and last day that it is offered for. */
  from: Day,
  to: Day,
});
export type PieceBooked = Static<typeof PieceBooked>;

const Pace = Type.Array(closed({ daysBefore: Type.Number(), pieces: count }));

/** The season in figures: what is promised by day, what is booked of each piece, and how fast. */
export const SeasonFigures = closed({
  season: Id,
  /** Orders that are promised, and their pieces. */
  orders: count,
  pieces: count,
  /** Orders on the waiting list. */
  waiting: count,
  /** Orders whose place is held for a deposit. */
  held: count,
  days: Type.Array(SeasonDayFigures),
  booked: Type.Array(PieceBooked),
  /** Days from now to the day that everything leads to; below 0 after it. */
  daysToPeak: Type.Number(),
  pace: Pace,
  before: Type.Union([closed({ name: Type.String(), pace: Pace }), Type.Null()]),
  /** What it comes to if it goes on as the one before did; null where that says nothing. */
  expectedPieces: Type.Union([count, Type.Null()]),
  /** The sum of the targets; null where there are none. */
  targetPieces: Type.Union([count, Type.Null()]),
});
export type SeasonFigures = Static<typeof SeasonFigures>;
