import { batchLife, pickupVerdict, type BatchLife, type PickupVerdict } from './batch-life';
import { pathOf, staysOf, celsiusNow, type StageTimes, type Stay, type ZoneCourse } from './path';
import type { PieceLife } from './piece-life';

/** What is known of the zones, and when it is. */
export interface Warmth {
  readonly courseOf: (zone: string | null) => ZoneCourse;
  readonly now: number;
}

/** How old a batch is at an instant: as its zones are set from now on, or as warm as they are now. */
export function lifeAlong(
  life: PieceLife,
  stays: readonly Stay[],
  { courseOf, now }: Warmth,
  coming: 'as-set' | 'as-now' = 'as-set',
): BatchLife {
  if (coming === 'as-set') return batchLife(life, pathOf(stays, courseOf, now));
  const asNow = (zone: string | null): ZoneCourse => {
    const course = courseOf(zone);
    return { ...course, comingCelsius: celsiusNow(course, now) ?? course.setCelsius };
  };
  return batchLife(life, pathOf(stays, asNow, now));
}

/** A pickup of a batch: when it leaves the shop, and its way after that. */
export interface PickupAhead {
  readonly leavesAt: number;
  /** Where it is from then until it is collected, each with how warm that is by its course. */
  readonly way: readonly Stay[];
}

/** How old a batch is at a pickup, and whether that is right. By hand: see batchLife and pickupVerdict. */
export function lifeAtPickup(
  life: PieceLife,
  times: readonly StageTimes[],
  { pickup, warmth }: { readonly pickup: PickupAhead; readonly warmth: Warmth },
): BatchLife & { readonly verdict: PickupVerdict } {
  const stays = [...staysOf(times, pickup.leavesAt), ...pickup.way];
  const asSet = lifeAlong(life, stays, warmth);
  const asNow = lifeAlong(life, stays, warmth, 'as-now');
  return { ...asSet, verdict: pickupVerdict(life, { asSet, asNow }) };
}
