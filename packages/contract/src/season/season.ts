import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, orNull, Day, Id, plainText, WallClock } from '../shared/closed';

/** Days of one season at most: the plan covers them all at once. */
export const SEASON_DAYS_MOST = 62;
export const HOLIDAYS_MOST = 60;
export const OFFERS_MOST = 200;
export const HOURS_BEFORE = { min: 0, max: 2000, isInteger: true } as const;
export const TARGET_PIECES = { min: 1, max: 10_000_000, isInteger: true } as const;
export const TICKET_PREFIX_LENGTH = 4;

/** When a piece may be ordered in a season, and how many of it the shop hopes to sell. */
export const PieceOffer = closed({
  piece: Id,
  /** First and last day of pickup; null: as long as the season lasts. */
  from: orNull(Day),
  to: orNull(Day),
  /** Ordering ends then, for whatever day. */
  orderBy: orNull(WallClock),
  /** Ordering ends so many hours before each pickup. */
  hoursBefore: orNull(within(HOURS_BEFORE)),
  targetPieces: orNull(within(TARGET_PIECES)),
  /** Closed at the last minute. */
  isClosed: Type.Boolean(),
});
export type PieceOffer = Static<typeof PieceOffer>;

/** The terms of a piece that has none of its own: open as long as the season lasts. */
export function plainOffer(piece: string): PieceOffer {
  const plain = { from: null, to: null, orderBy: null, hoursBefore: null, targetPieces: null };
  return { piece, ...plain, isClosed: false };
}

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  startsOn: Day,
  endsOn: Day,
  /** The day that everything leads to, such as the eve: seasons are held side by side by it. */
  peakOn: Day,
  /** What the season's tickets begin with. */
  ticketPrefix: Type.String({
    minLength: 1,
    maxLength: TICKET_PREFIX_LENGTH,
    pattern: '^[A-Z0-9]+$',
  }),
  /** Holidays and own events, by their dates. */
  holidays: Type.Array(closed({ date: Day, name: plainText({ minLength: 1, maxLength: 60 }) }), {
    maxItems: HOLIDAYS_MOST,
  }),
  /** Pieces with terms of their own; all others are offered as long as the season lasts. */
  offers: Type.Array(PieceOffer, { maxItems: OFFERS_MOST }),
  /** The season that its booking is held against. */
  comparedWith: orNull(Id),
};

/** A span of days on which orders are collected, with its holidays and what is offered when. */
export const SeasonDraft = closed(draft);
export type SeasonDraft = Static<typeof SeasonDraft>;

export const SeasonChange = closed({ ...draft, version: Version });
export type SeasonChange = Static<typeof SeasonChange>;

export const Season = closed({ id: Id, ...draft, version: Version });
export type Season = Static<typeof Season>;

/** Closes a piece for new orders of the season that is worked on, or opens it again. */
export const PieceClosing = closed({ piece: Id, isClosed: Type.Boolean() });
export type PieceClosing = Static<typeof PieceClosing>;

/** A country that holidays can be computed for, with its regions. */
export const HolidayCountry = closed({
  id: Type.String(),
  name: Type.String(),
  regions: Type.Array(closed({ id: Type.String(), name: Type.String() })),
});
export type HolidayCountry = Static<typeof HolidayCountry>;

/** A holiday of the workshop's country and region. */
export const Holiday = closed({
  date: Day,
  name: Type.String(),
  /** Whether most people are off work. */
  isPublic: Type.Boolean(),
});
export type Holiday = Static<typeof Holiday>;

export const HolidaySpan = closed({ from: Day, to: Day });
