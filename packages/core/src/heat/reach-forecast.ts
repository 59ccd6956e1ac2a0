import { requireWithin } from '../input/bounds';
import { Z90 } from '../coating/learning';
import { minutesTo } from '../temper/cooling-course';
import { READING_CELSIUS, READING_MINUTE, ROOM_CELSIUS, type BowlReading } from '../temper/bowl-reading';
import { fitCooling, movedCourse, varianceBy, type CoolingFit } from './cooling-fit';

/** Fewer readings say nothing of a course. Source: shop default. */
export const READINGS_LEAST = 5;
/** A loss is taken for one once it is so many standard deviations from none. Source: shop default. */
const SURE_SDS = 2;

/** When a bowl that is left alone comes to a temperature, on the axis of its readings. */
export type ReachForecast =
  | {
      readonly kind: 'known';
      readonly tauMinutes: number;
      readonly reachedAtMinute: number;
      /** Nine times in ten it lies between the two. */
      readonly low90: number;
      readonly high90: number;
    }
  | { readonly kind: 'unknown'; readonly reason: 'too-few' | 'not-cooling' | 'target-below-room' };

/**
 * When a bowl cools to a temperature: its readings fitted by T_room + A·e^(−t/τ), both A and τ free.
 * By hand: 40, 36.73 and 33.99 °C at 0, 10.7 and 21.4 min in a room of 20 °C lie on τ = 60 min; 30 °C comes at 41.6 min.
 * @returns `target-below-room` for what it never cools to, `not-cooling` where the readings show no loss
 * @throws InputError for readings out of range, or minutes that go back
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance); the fit as fitCooling
 */
export function reachForecast(
  readings: readonly BowlReading[],
  roomCelsius: number,
  targetCelsius: number,
): ReachForecast {
  requireReadings(readings);
  requireWithin('/roomC', roomCelsius, ROOM_CELSIUS);
  requireWithin('/targetC', targetCelsius, READING_CELSIUS);
  if (readings.length < READINGS_LEAST || readings[0]!.minute === readings.at(-1)!.minute)
    return { kind: 'unknown', reason: 'too-few' };
  if (targetCelsius <= roomCelsius) return { kind: 'unknown', reason: 'target-below-room' };
  const fit = fitCooling(readings, roomCelsius, { kind: 'loss', gainKelvinPerMinute: 0, prior: null });
  const { perMinute } = fit.course;
  const inMinutes = isSure(fit) ? minutesTo(fit.course, targetCelsius) : null;
  if (inMinutes === null) return { kind: 'unknown', reason: 'not-cooling' };
  const reach = Z90 * minutesSd(fit, targetCelsius);
  const reachedAtMinute = readings.at(-1)!.minute + inMinutes;
  return {
    kind: 'known',
    tauMinutes: 1 / perMinute,
    reachedAtMinute,
    low90: reachedAtMinute - reach,
    high90: reachedAtMinute + reach,
  };
}

/** @throws InputError */
export function requireReadings(readings: readonly BowlReading[]): void {
  readings.forEach(({ minute, celsius }, index) => {
    const min = readings[index - 1]?.minute ?? READING_MINUTE.min;
    requireWithin(`/readings/${index}/minute`, minute, { min, max: READING_MINUTE.max });
    requireWithin(`/readings/${index}/celsius`, celsius, READING_CELSIUS);
  });
}

/** Whether the bowl really loses heat to a room that is cooler than it. */
function isSure({ course, covariance }: CoolingFit): boolean {
  return course.celsius > course.roomCelsius && course.perMinute > SURE_SDS * Math.sqrt(covariance.unsure);
}

/** What the reckoned minutes to a temperature vary by: the delta method on the fit's covariance. */
export function minutesSd(fit: CoolingFit, targetCelsius: number): number {
  const minutes = (level: number, own: number): number =>
    minutesTo(movedCourse(fit, level, own), targetCelsius) ?? NaN;
  const level = Math.sqrt(fit.covariance.level) / 10;
  const own = Math.sqrt(fit.covariance.unsure) / 10;
  const byLevel = (minutes(level, 0) - minutes(-level, 0)) / (2 * level);
  const byOwn = (minutes(0, own) - minutes(0, -own)) / (2 * own);
  return Math.sqrt(varianceBy(fit, byLevel, byOwn));
}
