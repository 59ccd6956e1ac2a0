import type { BowlReading } from '../temper/bowl-reading';
import { watchProbe, type ProbeWatch } from '../temper/probe-state';
import { temperAdvice, type TemperAdvice, type TemperSituation } from '../temper/temper-guide';
import { dipWindow, type Celsius } from '../temper/temper-windows';
import { windowForecast, type WindowForecast, type WorkedBowl } from './window-forecast';

/** Solid comes from the shelf, at so many °C. Source: shop default. */
const SHELF_CELSIUS = 20;
/** A bowl's course is told from so much of the last readings. Source: shop default. */
const COURSE_MINUTES = 12;
/** A probe that somebody went on against is believed again once it has moved by so much. Source: shop default. */
const DOUBTED_KELVIN = 4;
/** A probe errs by a tenth: so many of its last readings are smoothed. Source: shop default. */
const SMOOTHED = 3;

/** A bowl as it stands. */
export interface BowlAsRead extends Omit<
  TemperSituation,
  'celsius' | 'peakCelsius' | 'seedCelsius' | 'seededFromCelsius' | 'cooling'
> {
  /** What its probe said, at minutes before now (negative), in turn. */
  readonly readings: readonly BowlReading[];
  /** Minutes, before now, at which something was put in, moved or weighed: its course begins anew. */
  readonly meddled: readonly number[];
  /** Minute, before now, since which it is ready to be worked; null where it is not yet. */
  readonly readySince: number | null;
  /** Minute, before now, at which the first solid was put in; null: none was. */
  readonly seededAt: number | null;
  /** Whether somebody went on against the probe, and it stands where it stood then. */
  readonly doubtedCelsius: number | null;
  /** What is known of how it cools; dipping may take more out of a warmer bowl. */
  readonly worked: (celsius: number) => WorkedBowl;
}

/** A bowl's temperature with all that follows from it. */
export interface BowlHeat {
  readonly watch: ProbeWatch;
  /** What can be believed of it now, in °C; null where nothing can. */
  readonly celsius: number | null;
  readonly forecast: WindowForecast;
  readonly advice: TemperAdvice;
}

/**
 * What the readings of a bowl say: whether they can be believed, how warm it is, how long it stays in its window, and the
 * one next thing. Source: as `watchProbe`, `windowForecast` and `temperAdvice`. @throws InputError for figures out of range
 */
export function heatOfBowl(bowl: BowlAsRead): BowlHeat {
  const { windows, meddled } = bowl;
  const { watch, celsius } = believed(bowl);
  const courseFrom = Math.max(-COURSE_MINUTES, ...meddled.filter((minute) => minute < -1));
  const course = watch.readings.filter(({ minute }) => minute >= courseFrom);
  const dip = dipWindow(windows);
  const worked = bowl.worked(celsius ?? dip.low);
  const forecast = windowForecast(course, worked, dip);
  return {
    watch,
    celsius,
    forecast: celsius === null ? UNKNOWN : agreed(forecast, celsius, dip),
    advice: temperAdvice({
      ...bowl,
      celsius,
      peakCelsius: watch.state === 'doubted' ? null : peakOf(bowl, watch.readings),
      seedCelsius: SHELF_CELSIUS,
      seededFromCelsius: seededFrom(bowl, watch.readings),
      cooling: worked.isWarmed ? null : worked,
    }),
  };
}

/** How warm the bowl is, as far as its probe can be believed. */
function believed(bowl: BowlAsRead): Pick<BowlHeat, 'watch' | 'celsius'> {
  const { windows, meddled, doubtedCelsius } = bowl;
  const { roomCelsius } = bowl.worked(windows.work.low);
  const watch = watchProbe(bowl.readings, { now: 0, meddled, roomCelsius });
  const celsius = watch.state === 'fine' ? smoothed(watch.readings) : null;
  const isDoubted =
    celsius !== null && doubtedCelsius !== null && Math.abs(celsius - doubtedCelsius) < DOUBTED_KELVIN;
  return isDoubted ? { watch: { ...watch, state: 'doubted' }, celsius: null } : { watch, celsius };
}

/** What the probe said when the first solid went in; null where none did, or it said nothing before. */
function seededFrom({ seededAt }: BowlAsRead, readings: readonly BowlReading[]): number | null {
  if (seededAt === null) return null;
  return readings.findLast(({ minute }) => minute <= seededAt)?.celsius ?? null;
}

function peakOf({ readySince }: BowlAsRead, readings: readonly BowlReading[]): number | null {
  return readySince === null ? null : highestSince(readings, readySince);
}

const UNKNOWN: WindowForecast = { kind: 'unknown', reason: 'too-few' };

/** The forecast as far as it agrees with how warm the bowl is said to be: one figure says whether it is in its window. */
function agreed(forecast: WindowForecast, celsius: number, { low, high }: Celsius): WindowForecast {
  const side = celsius < low ? 'below' : celsius > high ? 'above' : null;
  if (side) return { kind: 'outside', side };
  return forecast.kind === 'outside' ? UNKNOWN : forecast;
}

function smoothed(readings: readonly BowlReading[]): number | null {
  const last = readings.slice(-SMOOTHED).map(({ celsius }) => celsius);
  return last.length === 0 ? null : last.reduce((sum, each) => sum + each, 0) / last.length;
}

function highestSince(readings: readonly BowlReading[], since: number): number | null {
  const celsius = readings.filter(({ minute }) => minute >= since).map((reading) => reading.celsius);
  return celsius.length === 0 ? null : Math.max(...celsius);
}
