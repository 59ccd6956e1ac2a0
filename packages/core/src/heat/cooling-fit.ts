import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import type { BowlReading } from '../temper/bowl-reading';
import { celsiusAfter, lostShareIntegral, type CoolingCourse } from '../temper/cooling-course';

/** What is known of a bowl before it is read: a plain bowl's loss, or what a warmed one is given. */
export type Unsure =
  | { readonly kind: 'loss'; readonly gainKelvinPerMinute: number; readonly prior: Prior | null }
  | { readonly kind: 'gain'; readonly perMinute: number; readonly prior: Prior | null };

/** Mean and standard deviation of what is not known yet. */
export interface Prior {
  readonly mean: number;
  readonly sd: number;
}

/** A course fitted to readings; minute 0 is the last of them. */
export interface CoolingFit {
  readonly course: CoolingCourse;
  /** Variances and covariance of the last temperature and of what was not known: its loss or its gain. */
  readonly covariance: { readonly level: number; readonly both: number; readonly unsure: number };
  /** Standard deviation in K of one reading about the course. */
  readonly noiseKelvin: number;
  readonly unsure: Unsure['kind'];
}

/** A kitchen probe errs by so much, which counts as much as that many readings. Source: shop default. */
const PROBE_KELVIN = 0.1;
const PROBE_WEIGHT = 3;
/** Rounds of the fit and how carefully it begins: a course is nearly straight, so that few will do. */
const ROUNDS = 8;
const DAMPING = 1e-4;
/** The x of the one pseudo-reading that stands for what is known beforehand. */
const BEFOREHAND = Infinity;

/** The course of a bowl with its level and what is not known of it set. */
function courseWith(unsure: Unsure, roomCelsius: number): (params: readonly number[]) => CoolingCourse {
  return ([celsius, own]) =>
    unsure.kind === 'loss'
      ? {
          ...{ celsius: celsius!, roomCelsius, perMinute: own! },
          gainKelvinPerMinute: unsure.gainKelvinPerMinute,
        }
      : { celsius: celsius!, roomCelsius, perMinute: unsure.perMinute, gainKelvinPerMinute: own! };
}

/** How the temperature at a minute goes with the level and with what is not known. */
function slopes(course: CoolingCourse, kind: Unsure['kind'], minutes: number): [number, number] {
  const { perMinute: k, gainKelvinPerMinute: gain, celsius, roomCelsius } = course;
  const kept = Math.exp(-k * minutes);
  const integral = lostShareIntegral(k, minutes);
  if (kind === 'gain') return [kept, integral];
  // d/dk of the integral is (x·e^(−k·x) − integral)/k, which goes to −x²/2
  const bend = Math.abs(k * minutes) < 1e-5 ? -(minutes ** 2) / 2 : (minutes * kept - integral) / k;
  return [kept, -minutes * kept * (celsius - roomCelsius) + gain * bend];
}

/**
 * Fits a bowl's temperature now, and its loss or its gain, to its readings: least squares by Levenberg–Marquardt, what
 * is known beforehand counting as one more reading. The noise is that of the readings about the course together with
 * what a probe usually errs by; the covariance is σ²·(JᵀJ)⁻¹.
 * Minutes go up; two readings at least. Source: Gelman, Bayesian Data Analysis (augmented regression).
 */
export function fitCooling(
  readings: readonly BowlReading[],
  roomCelsius: number,
  unsure: Unsure,
): CoolingFit {
  const last = readings.at(-1)!.minute;
  const courseOf = courseWith(unsure, roomCelsius);
  const { prior } = unsure;
  // all in standard deviations, for the library's own weights do not reach its steps
  const inSds = (minutes: number, value: number): number =>
    minutes === BEFOREHAND ? value / prior!.sd : value / PROBE_KELVIN;
  const x = [...readings.map(({ minute }) => minute - last), ...(prior ? [BEFOREHAND] : [])];
  const y = [...readings.map(({ celsius }) => celsius), ...(prior ? [prior.mean] : [])];
  const { parameterValues } = levenbergMarquardt(
    { x, y: y.map((value, index) => inSds(x[index]!, value)) },
    (params) => {
      const course = courseOf(params);
      return (minutes) => inSds(minutes, minutes === BEFOREHAND ? params[1]! : celsiusAfter(course, minutes));
    },
    {
      initialValues: firstGuess(readings, roomCelsius, unsure),
      jacobianFunction: (params) => {
        const course = courseOf(params);
        return (minutes) =>
          (minutes === BEFOREHAND ? [0, 1] : slopes(course, unsure.kind, minutes)).map((slope) =>
            inSds(minutes, slope),
          );
      },
      maxIterations: ROUNDS,
      damping: DAMPING,
      errorTolerance: 1e-14,
    },
  );
  const course = courseOf(parameterValues);
  const noiseKelvin = noiseOf(readings, course);
  return {
    course,
    covariance: covarianceOf(readings, course, { unsure, noiseKelvin }),
    noiseKelvin,
    unsure: unsure.kind,
  };
}

/** A straight line through the readings gives where to begin. */
function firstGuess(readings: readonly BowlReading[], roomCelsius: number, unsure: Unsure): [number, number] {
  const last = readings.at(-1)!;
  const mean = (of: (reading: BowlReading) => number): number =>
    readings.reduce((sum, each) => sum + of(each), 0) / readings.length;
  const [minute, celsius] = [mean((each) => each.minute), mean((each) => each.celsius)];
  const above = mean((each) => (each.minute - minute) * (each.celsius - celsius));
  const below = mean((each) => (each.minute - minute) ** 2);
  const slope = below > 0 ? above / below : 0;
  const level = celsius + slope * (last.minute - minute);
  const over = celsius - roomCelsius;
  if (unsure.kind === 'gain') return [level, slope + unsure.perMinute * over];
  const loss = Math.abs(over) > 0.5 ? (unsure.gainKelvinPerMinute - slope) / over : 1 / 60;
  return [level, unsure.prior ? unsure.prior.mean : loss];
}

function noiseOf(readings: readonly BowlReading[], course: CoolingCourse): number {
  const last = readings.at(-1)!.minute;
  const squares = readings.reduce(
    (sum, { minute, celsius }) => sum + (celsius - celsiusAfter(course, minute - last)) ** 2,
    PROBE_WEIGHT * PROBE_KELVIN ** 2,
  );
  return Math.sqrt(squares / (PROBE_WEIGHT + Math.max(0, readings.length - 2)));
}

function covarianceOf(
  readings: readonly BowlReading[],
  course: CoolingCourse,
  { unsure, noiseKelvin }: { readonly unsure: Unsure; readonly noiseKelvin: number },
): CoolingFit['covariance'] {
  const last = readings.at(-1)!.minute;
  let [level, both, own] = [0, 0, unsure.prior ? 1 / unsure.prior.sd ** 2 : 0];
  for (const { minute } of readings) {
    const [byLevel, byUnsure] = slopes(course, unsure.kind, minute - last);
    level += (byLevel / noiseKelvin) ** 2;
    both += (byLevel * byUnsure) / noiseKelvin ** 2;
    own += (byUnsure / noiseKelvin) ** 2;
  }
  const determinant = level * own - both ** 2;
  return { level: own / determinant, both: -both / determinant, unsure: level / determinant };
}

/** The course of a fit with its level and what was unsure of it moved by so much. */
export function movedCourse({ course, unsure }: CoolingFit, level: number, own: number): CoolingCourse {
  return {
    ...course,
    celsius: course.celsius + level,
    perMinute: course.perMinute + (unsure === 'loss' ? own : 0),
    gainKelvinPerMinute: course.gainKelvinPerMinute + (unsure === 'gain' ? own : 0),
  };
}

/** Variance of anything that is reckoned from a fit, by how it goes with the level and with what was unsure. */
export function varianceBy({ covariance }: CoolingFit, byLevel: number, byOwn: number): number {
  const { level, both, unsure } = covariance;
  return Math.max(0, byLevel ** 2 * level + 2 * byLevel * byOwn * both + byOwn ** 2 * unsure);
}
