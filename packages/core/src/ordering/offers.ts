/** When a piece may be ordered, and for which days; dates are `2026-06-19`, instants ms since 1970. */
export interface Offer {
  /** First and last day of pickup; null: as long as the season lasts. */
  readonly from: string | null;
  readonly to: string | null;
  /** Ordering ends then, for whatever day; null: it does not. */
  readonly orderBy: number | null;
  /** Ordering ends so many hours before each pickup; null: it does not. */
  readonly hoursBefore: number | null;
  /** Closed by somebody at the last minute. */
  readonly isClosed: boolean;
}

/** Why a piece cannot be had for a pickup, by the shop's own terms. */
export type OfferFault =
  | { readonly kind: 'closed' }
  | { readonly kind: 'other-days'; readonly from: string | null; readonly to: string | null }
  | { readonly kind: 'cut-off'; readonly until: number };

const HOUR_MS = 3_600_000;

/** Until when a piece can be ordered for a pickup, whichever ends first; null: to the last minute. */
export function cutOff({ orderBy, hoursBefore }: Offer, pickup: number): number | null {
  const before = hoursBefore === null ? null : pickup - hoursBefore * HOUR_MS;
  if (orderBy === null || before === null) return orderBy ?? before;
  return Math.min(orderBy, before);
}

/**
 * What of a piece's terms stands in the way of a pickup, the plainest first; null where nothing does. At the cut-off
 * itself it can still be ordered.
 */
export function offerFault(
  offer: Offer,
  { day, pickup, now }: { readonly day: string; readonly pickup: number; readonly now: number },
): OfferFault | null {
  if (offer.isClosed) return { kind: 'closed' };
  const { from, to } = offer;
  if ((from !== null && day < from) || (to !== null && day > to)) return { kind: 'other-days', from, to };
  const until = cutOff(offer, pickup);
  return until !== null && now > until ? { kind: 'cut-off', until } : null;
}
