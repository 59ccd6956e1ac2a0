import type { BowlReading } from './cooling-fit';
import { watchProbe, type ProbeWatch } from './probe-state';
import { temperAdvice, type TemperAdvice, type TemperSituation } from './temper-guide';
import { windowForecast, type WindowForecast, type WorkedBowl } from './window-forecast';

/** Solid comes from the shelf, at so many °C. Source: shop default. */
const SHELF_CELSIUS = 20;
/** A bowl's course is told from so much of the last readings. Source: shop default. */
const COURSE_MINUTES = 12;
/** A probe errs by a tenth: so many of its last readings are smoothed. Source: shop default. */
const SMOOTHED = 3;

/** A bowl as it stands. */
export interface BowlAsRead extends Omit<TemperSituation, 'celsius' | 'peakCelsius' | 'seedCelsius'> {
  /** What its probe said, at minutes before now (negative), in turn. */
  readonly readings: readonly BowlReading[];
  /** Minutes, before now, at which something was put in, moved or weighed: its course begins anew. */
  readonly meddled: readonly number[];
  /** Minute, before now, since which it is ready to be worked; null where it is not yet. */
  readonly readySince: number | null;
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
  const { windows, meddled, readySince } = bowl;
  const watch = watchProbe(bowl.readings, 0);
  const celsius = watch.state === 'fine' ? smoothed(watch.readings) : null;
  const courseFrom = Math.max(-COURSE_MINUTES, ...meddled.filter((minute) => minute < -1));
  const course = watch.readings.filter(({ minute }) => minute >= courseFrom);
  return {
    watch,
    celsius,
    forecast: windowForecast(course, bowl.worked(celsius ?? windows.work.low), windows.work),
    advice: temperAdvice({
      ...bowl,
      celsius,
      peakCelsius: readySince === null ? null : highestSince(watch.readings, readySince),
      seedCelsius: SHELF_CELSIUS,
    }),
  };
}

function smoothed(readings: readonly BowlReading[]): number | null {
  const last = readings.slice(-SMOOTHED).map(({ celsius }) => celsius);
  return last.length === 0 ? null : last.reduce((sum, each) => sum + each, 0) / last.length;
}

function highestSince(readings: readonly BowlReading[], since: number): number | null {
  const celsius = readings.filter(({ minute }) => minute >= since).map((reading) => reading.celsius);
  return celsius.length === 0 ? null : Math.max(...celsius);
}
