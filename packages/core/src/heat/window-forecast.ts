import { celsiusAfter, minutesTo, restingCelsius } from '../temper/cooling-course';
import type { BowlReading } from '../temper/bowl-reading';
import { fitCooling, movedCourse, varianceBy, type CoolingFit, type Unsure } from './cooling-fit';
import { ROOM_CELSIUS } from '../temper/bowl-reading';
import { READINGS_LEAST, minutesSd, requireReadings } from './reach-forecast';
import { Z90 } from '../coating/learning';
import { requireWithin } from '../input/bounds';

/** What is known of a bowl that is worked. */
export interface WorkedBowl {
  readonly roomCelsius: number;
  /** τ of a plain bowl as reckoned from its form and mass. */
  readonly tauMinutes: number;
  /** Whether the bowl is kept warm. */
  readonly isWarmed: boolean;
  /** What dipping takes, K a minute, 0 or more. */
  readonly dippingKelvinPerMinute: number;
  /** Share of its mass that dipping takes a minute, 0 or more: less coating cools faster. */
  readonly emptyingPerMinute: number;
}

/** How long a bowl stays within a window. */
export type WindowForecast =
  | { readonly kind: 'outside'; readonly side: 'below' | 'above' }
  /** It comes to rest within the window, as far as the readings tell. */
  | { readonly kind: 'holds'; readonly fit: CoolingFit; readonly restingCelsius: number | null }
  | {
      readonly kind: 'leaves';
      readonly side: 'below' | 'above';
      readonly inMinutes: number;
      readonly low90: number;
      readonly high90: number;
      readonly fit: CoolingFit;
    }
  | { readonly kind: 'unknown'; readonly reason: 'too-few' };

/** A bowl's reckoned τ is right within a third: draughts, thick glass, a lid. Source: shop default. */
const TAU_SHARE = 0.35;
/** A real bowl leaves the reckoned course by so much of the time: draughts, a room read wrong, stirring. Source: shop default. */
const COURSE_SHARE = 0.05;
/** A warmed bowl is given what it loses, within so much. Source: shop default. */
const GAIN_SD_KELVIN_PER_MINUTE = 0.1;
/** Beyond so many minutes nobody waits for it: it holds. Source: shop default. */
const FAR_MINUTES = 240;

/**
 * How long a bowl stays between two temperatures, by its readings since it was last meddled with: a plain bowl's loss
 * is learned from them, beginning from what its form and mass say; of a warmed one what it is given.
 * @throws InputError for readings or a room out of range. Source: as fitCooling
 */
export function windowForecast(
  readings: readonly BowlReading[],
  bowl: WorkedBowl,
  window: { readonly low: number; readonly high: number },
): WindowForecast {
  requireReadings(readings);
  requireWithin('/roomC', bowl.roomCelsius, ROOM_CELSIUS);
  if (readings.length < READINGS_LEAST || readings[0]!.minute === readings.at(-1)!.minute)
    return { kind: 'unknown', reason: 'too-few' };
  const fit = fitCooling(readings, bowl.roomCelsius, unsureOf(bowl, meanOf(readings)));
  const { celsius } = fit.course;
  if (celsius < window.low) return { kind: 'outside', side: 'below' };
  if (celsius > window.high) return { kind: 'outside', side: 'above' };
  const sides = (['below', 'above'] as const).flatMap((side) => {
    const edge = side === 'below' ? window.low : window.high;
    const inMinutes = minutesTo(fit.course, edge);
    return inMinutes !== null && inMinutes >= 0 && inMinutes < FAR_MINUTES ? [{ side, edge, inMinutes }] : [];
  });
  const first = sides.sort((a, b) => a.inMinutes - b.inMinutes)[0];
  if (!first) return { kind: 'holds', fit, restingCelsius: restingCelsius(fit.course) };
  const { side, edge } = first;
  const share = emptyingShare(bowl, first.inMinutes);
  const inMinutes = share * first.inMinutes;
  const sd = Math.hypot(share * minutesSd(fit, edge), COURSE_SHARE * inMinutes);
  const [low90, high90] = Number.isFinite(sd)
    ? [Math.max(0, inMinutes - Z90 * sd), inMinutes + Z90 * sd]
    : [0, FAR_MINUTES];
  return { kind: 'leaves', side, inMinutes, low90, high90, fit };
}

/**
 * What is left of a time when the bowl empties meanwhile: its heat goes with the mass, which halfway is less by half of
 * what is dipped. By hand: 0.5% a minute over 20 min: 95%.
 */
function emptyingShare({ emptyingPerMinute }: WorkedBowl, minutes: number): number {
  return Math.max(0.5, 1 - (emptyingPerMinute * minutes) / 2);
}

function meanOf(readings: readonly BowlReading[]): number {
  return readings.reduce((sum, { celsius }) => sum + celsius, 0) / readings.length;
}

function unsureOf(
  { roomCelsius, tauMinutes, isWarmed, dippingKelvinPerMinute }: WorkedBowl,
  celsius: number,
): Unsure {
  const perMinute = 1 / tauMinutes;
  return isWarmed
    ? {
        kind: 'gain',
        perMinute,
        prior: { mean: perMinute * (celsius - roomCelsius), sd: GAIN_SD_KELVIN_PER_MINUTE },
      }
    : {
        kind: 'loss',
        gainKelvinPerMinute: -dippingKelvinPerMinute,
        prior: { mean: perMinute, sd: TAU_SHARE * perMinute },
      };
}

/** A course as it is drawn: its temperature and the band that holds it nine times in ten, so many minutes ahead. */
export interface CoursePoint {
  readonly minute: number;
  readonly celsius: number;
  readonly low90: number;
  readonly high90: number;
}

/** Points of a fitted course ahead of the last reading, evenly apart. Source: the delta method on the fit's covariance */
export function courseAhead(fit: CoolingFit, minutes: number, points: number): CoursePoint[] {
  return Array.from({ length: points + 1 }, (_, index) => {
    const minute = (minutes * index) / points;
    const [level, own] = [Math.sqrt(fit.covariance.level), Math.sqrt(fit.covariance.unsure)];
    const celsius = celsiusAfter(fit.course, minute);
    const byLevel = (celsiusAfter(movedCourse(fit, level, 0), minute) - celsius) / level;
    const byOwn = (celsiusAfter(movedCourse(fit, 0, own), minute) - celsius) / own;
    const reach = Z90 * Math.sqrt(varianceBy(fit, byLevel, byOwn));
    return { minute, celsius, low90: celsius - reach, high90: celsius + reach };
  });
}
