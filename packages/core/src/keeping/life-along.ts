import { batchLife, pickupVerdict, type BatchLife, type PickupVerdict } from './batch-life';
import { pathOf, staysOf, celsiusNow, type StageTimes, type Stay, type ZoneCourse } from './path';
import type { PieceLife } from './piece-life';

/** What is known of the zones, and when it is. */
export interface Warmth {
  readonly courseOf: (zone: string | null) => ZoneCourse;
  readonly now: number;
}

/** How old a batch is at the end of its stays: from now on as its zones are set. */
export function lifeAlong(life: PieceLife, stays: readonly Stay[], { courseOf, now }: Warmth): BatchLife {
  return batchLife(life, pathOf(stays, courseOf, now));
}

/** Zones that stay as warm as their sensors say now. */
function asNow({ courseOf, now }: Warmth): Warmth {
  const lasting = (zone: string | null): ZoneCourse => {
    const course = courseOf(zone);
    return { ...course, comingCelsius: celsiusNow(course, now) ?? course.setCelsius };
  };
  return { courseOf: lasting, now };
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
  const lasting = lifeAlong(life, stays, asNow(warmth));
  return { ...asSet, verdict: pickupVerdict(life, { asSet, asNow: lasting }) };
}
