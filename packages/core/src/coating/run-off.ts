import { requireWithin, type Bound } from '../input/bounds';

export const RUN_OFF_SECONDS: Bound = { min: 1, max: 120 };
/** What of the yield value a second tells. Source: shop default; a shop's own spoon is soon known. */
const PASCAL_PER_SECOND = 0.6;

/**
 * How thick a coating runs at the bench, its yield value in Pa by a spoon: a full tablespoon is tipped, and the seconds are counted until it
 * falls in single drops. By hand: 20 s: 12 Pa, as ordinary milk. Source: shop default.
 * @throws InputError for seconds out of range
 */
export function yieldPaByRunOff(seconds: number): number {
  return PASCAL_PER_SECOND * requireWithin('/seconds', seconds, RUN_OFF_SECONDS);
}

/** Seconds that a coating of such a yield value takes off a spoon: the inverse. */
export function runOffSeconds(yieldPa: number): number {
  return yieldPa / PASCAL_PER_SECOND;
}
