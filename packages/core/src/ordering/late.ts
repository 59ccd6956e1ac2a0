import { requireWithin, type Bound } from '../input/bounds';

const MS_PER_MINUTE = 60_000;

/** How long what nobody collected in time is kept, in minutes. */
export const LATE_KEEP_MINUTES: Bound = { min: 0, max: 10_080, isInteger: true };
/** Shop default. */
export const DEFAULT_LATE_KEEP_MINUTES = 120;

/** An order that is collected late; instants in ms since 1970. */
export interface LateOrder {
  readonly leavesAt: number;
  readonly now: number;
  readonly lateKeepMinutes: number;
  /** When the first of its pieces is older than the shop hands over; null: nobody knows. */
  readonly tooOldFrom: number | null;
}

/**
 * Until when an order is kept by the shop’s rule, and no longer than its pieces keep: so long from its hour, or from now where that is over.
 * By hand: due at 15:00, at 15:40, 120 minutes: until 17:40; too old from 17:00: until 17:00. @throws InputError for minutes out of range
 */
export function keptUntil({ leavesAt, now, lateKeepMinutes, tooOldFrom }: LateOrder): number {
  requireWithin('/lateKeepMinutes', lateKeepMinutes, LATE_KEEP_MINUTES);
  const byRule = Math.max(leavesAt, now) + lateKeepMinutes * MS_PER_MINUTE;
  return Math.min(byRule, tooOldFrom ?? Infinity);
}
