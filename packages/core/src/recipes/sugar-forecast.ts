import { requireWithin, type Bound } from '../input/bounds';
import { correctedCelsius } from './boiling-point';

export const POT_CELSIUS: Bound = { min: 0, max: 220 };
export const POT_MINUTE: Bound = { min: 0, max: 1440 };
/** Only what the pot did lately says how it goes on. Source: shop default. */
const RECENT_MINUTES = 4;
/** Slower than this it is not on its way: water is still boiling off. Source: shop default. */
const LEAST_KELVIN_PER_MINUTE = 0.05;

/** The pot's temperature at a minute. */
export interface PotReading {
  readonly minute: number;
  readonly celsius: number;
}

/** Between which temperatures a syrup is what it is wanted for, in °C. */
export interface WantedRange {
  readonly low: number;
  readonly high: number;
}

/** When a pot gets to where it is wanted. */
export type SugarForecast =
  | { readonly kind: 'there' }
  /** It was let go too far: so much above where it was wanted. */
  | { readonly kind: 'past'; readonly kelvinOver: number }
  | { readonly kind: 'coming'; readonly atMinute: number; readonly kelvinPerMinute: number }
  | { readonly kind: 'unknown'; readonly reason: 'too-few' | 'not-rising' };

/**
 * When a syrup reaches a range of temperatures, or by how much it is past it: the straight line of least squares through the readings of the last four minutes,
 * drawn on from the last of them. By hand: 120 °C at 0 and 124 at 2 min, wanted 130: 2 K a minute, at 5 min.
 * Source: linear regression. @throws InputError for a reading out of range, or minutes that go back
 */
export function sugarForecast(readings: readonly PotReading[], { low, high }: WantedRange): SugarForecast {
  readings.forEach(({ minute, celsius }, index) => {
    const bound = { min: readings[index - 1]?.minute ?? POT_MINUTE.min, max: POT_MINUTE.max };
    requireWithin(`/readings/${index}/minute`, minute, bound);
    requireWithin(`/readings/${index}/celsius`, celsius, POT_CELSIUS);
  });
  const last = readings.at(-1);
  if (last && last.celsius > high) return { kind: 'past', kelvinOver: last.celsius - high };
  if (last && last.celsius >= low) return { kind: 'there' };
  const recent = readings.filter(({ minute }) => minute >= last!.minute - RECENT_MINUTES);
  if (!last || recent[0]!.minute === last.minute) return { kind: 'unknown', reason: 'too-few' };
  const kelvinPerMinute = slope(recent);
  if (kelvinPerMinute < LEAST_KELVIN_PER_MINUTE) return { kind: 'unknown', reason: 'not-rising' };
  return {
    kind: 'coming',
    atMinute: last.minute + (low - last.celsius) / kelvinPerMinute,
    kelvinPerMinute,
  };
}

/** A syrup is at a recipe's temperature from there to so much above it: probe and hand are off by as much. Source: shop default. */
const AT_KELVIN = 2;
/** What a recipe may want of a syrup, at the sea. */
export const WANTED_CELSIUS: Bound = { min: 100, max: 200 };

/**
 * What a temperature of a recipe, written for the sea, is where water boils at `boils`, as a range. By hand: 140 °C where water
 * boils at 97: 137 to 139. Source: as correctedCelsius. @throws InputError for a temperature or a boiling point out of range
 */
export function wantedAt(seaCelsius: number, boils: number): WantedRange {
  const low = correctedCelsius(requireWithin('/wantedC', seaCelsius, WANTED_CELSIUS), boils);
  return { low, high: low + AT_KELVIN };
}

function slope(readings: readonly PotReading[]): number {
  const mean = (of: (reading: PotReading) => number): number =>
    readings.reduce((sum, each) => sum + of(each), 0) / readings.length;
  const [minute, celsius] = [mean((each) => each.minute), mean((each) => each.celsius)];
  let [above, below] = [0, 0];
  for (const reading of readings) {
    above += (reading.minute - minute) * (reading.celsius - celsius);
    below += (reading.minute - minute) ** 2;
  }
  return above / below;
}
