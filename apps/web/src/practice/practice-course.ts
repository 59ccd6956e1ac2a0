import type { Reading } from '@alnage/contract';
import {
  IDLE,
  Random,
  STEPS_OF,
  SimulatedProbe,
  USUAL_FAULTS,
  bowlAfter,
  coatOutcome,
  crustMm,
  withSolid,
  type BowlDeed,
  type CoatOutcome,
  type Dip,
  type MeltSchool,
  type SimulatedBowl,
  type TemperStep,
  type TemperWindows,
} from '@alnage/core';

/** What is practised with. */
export interface PracticeKit {
  readonly windows: TemperWindows;
  readonly yieldPa: number;
  readonly school: MeltSchool;
  readonly grams: number;
  readonly seedShare: number;
}

/** One practice as it stands; times in seconds since it was begun. */
export interface Practice {
  readonly kit: PracticeKit;
  readonly bowl: SimulatedBowl;
  readonly seconds: number;
  readonly isHeated: boolean;
  readonly isStirred: boolean;
  readonly done: readonly { readonly step: TemperStep; readonly seconds: number }[];
  readonly solidGrams: number;
  readonly readings: readonly Reading[];
  /** How often the probe was looked at, heard or not. */
  readonly looks: number;
  readonly coats: readonly (CoatOutcome & { readonly celsius: number })[];
  /** The highest that the bowl was at since it was said to be ready. */
  readonly peakCelsius: number | null;
}

export const PRACTICE_PIECES = 50;
export const PRACTICE_GRAMS = 2000;
const ROOM_CELSIUS = 20;
const HEAT_WATTS = 240;
const STEP_SECONDS = 5;
const READING_SECONDS = 10;
const SOLID_CELSIUS = 20;
/** A berry from the fridge, dipped to its leaf. Shop default. */
const BERRY: Omit<Dip, 'bowlCelsius'> = {
  ...{ centre: 'wet', centreCelsius: 8, dwellSeconds: 3, coveredMm2: 2466, centreGrams: 18 },
};
const DENSITY_G_PER_MM3 = 1.27e-3;
/** The bowl of a film lies within what the core takes. */
const FILM_CELSIUS = { low: 15, high: 60 } as const;

/** The beginning: two thirds in the bowl, cold, where it is to be seeded; else all of it. */
export function beginPractice(kit: PracticeKit): Practice {
  const share = kit.school === 'seed' ? 1 - kit.seedShare : 1;
  return {
    kit,
    bowl: {
      ...{ celsius: ROOM_CELSIUS, liquidGrams: share * kit.grams, solidGrams: 0, temper: 0 },
      roomCelsius: ROOM_CELSIUS,
    },
    ...{
      seconds: 0,
      isHeated: false,
      isStirred: true,
      done: [],
      solidGrams: 0,
      readings: [],
      looks: 0,
      coats: [],
    },
    peakCelsius: null,
  };
}

/** The probe of a practice: the same noise and drop-outs for the same seed. */
export function practiceProbe(seed: number): SimulatedProbe {
  return new SimulatedProbe(new Random(seed), { ...USUAL_FAULTS, stuckChance: 0 });
}

/** The practice after so many seconds, read by its probe every ten. */
export function passed(practice: Practice, seconds: number, probe: SimulatedProbe): Practice {
  const { windows } = practice.kit;
  const deed: BowlDeed = {
    ...IDLE,
    watts: practice.isHeated ? HEAT_WATTS : 0,
    isStirred: practice.isStirred,
  };
  let now = practice;
  for (let left = seconds; left > 0; left -= STEP_SECONDS) {
    const step = Math.min(left, STEP_SECONDS);
    const bowl = bowlAfter(now.bowl, deed, { seconds: step, windows });
    now = { ...now, bowl, seconds: now.seconds + step, peakCelsius: peakOf(now, bowl) };
    if (Math.floor(now.seconds / READING_SECONDS) > now.looks) now = looked(now, probe);
  }
  return now;
}

function looked(practice: Practice, probe: SimulatedProbe): Practice {
  const value = probe.read(practice.bowl.celsius);
  const at = practice.seconds * 1000;
  const readings =
    value === null ? practice.readings : [...practice.readings, { at, value, low: value, high: value }];
  return { ...practice, readings, looks: practice.looks + 1 };
}

function peakOf({ done, kit, peakCelsius }: Practice, { celsius }: SimulatedBowl): number | null {
  const isReady = done.length >= STEPS_OF[kit.school].length - 1;
  return isReady ? Math.max(celsius, peakCelsius ?? -Infinity) : null;
}

/** Puts solid into the bowl. */
export function putIn(practice: Practice, grams: number): Practice {
  if (grams <= 0) return practice;
  const bowl = withSolid(practice.bowl, grams, SOLID_CELSIUS);
  return { ...practice, bowl, solidGrams: practice.solidGrams + grams };
}

/** Says that a step is done. */
export function ended(practice: Practice, step: TemperStep): Practice {
  return { ...practice, done: [...practice.done, { step, seconds: practice.seconds }] };
}

/** Dips so many berries, one after the other, each in eight seconds; none where there is too little left. */
export function dipped(practice: Practice, pieces: number, probe: SimulatedProbe): Practice {
  let now = practice;
  for (let piece = 0; piece < pieces && now.coats.length < PRACTICE_PIECES; piece++) {
    const { kit, bowl } = now;
    const celsius = Math.min(FILM_CELSIUS.high, Math.max(FILM_CELSIUS.low, bowl.celsius));
    const dip: Dip = { ...BERRY, bowlCelsius: celsius };
    const coat = coatOutcome(
      { ...bowl, celsius },
      { windows: kit.windows, yieldPa: kit.yieldPa, filmFactor: 1 },
    );
    const gramsPerPiece = (coat.filmMm + crustMm(dip)) * BERRY.coveredMm2 * DENSITY_G_PER_MM3;
    if (bowl.liquidGrams < 10 * gramsPerPiece) break;
    const deed = { ...IDLE, isStirred: now.isStirred, dipped: { pieces: 1, dip, gramsPerPiece } };
    const after = bowlAfter(bowl, deed, { seconds: 0.001, windows: kit.windows });
    now = passed({ ...now, bowl: after, coats: [...now.coats, { ...coat, celsius }] }, 8, probe);
  }
  return now;
}

/** What became of the coats, with what to do otherwise next time. */
export interface PracticeReport {
  readonly pieces: number;
  readonly good: number;
  readonly bloom: number;
  readonly feet: number;
  readonly lumps: number;
  readonly meanFilmMm: number;
  /** What the film is in the window. */
  readonly rightFilmMm: number;
  readonly minutes: number;
  readonly advice: readonly string[];
}

export function reportOf(practice: Practice): PracticeReport {
  const { coats, kit, seconds } = practice;
  const count = (is: (coat: CoatOutcome) => boolean): number => coats.filter(is).length;
  const middle = (kit.windows.work.low + kit.windows.work.high) / 2;
  const inTemper = {
    celsius: middle,
    liquidGrams: 1000,
    solidGrams: 0,
    temper: 1,
    roomCelsius: ROOM_CELSIUS,
  };
  const right = coatOutcome(inTemper, { windows: kit.windows, yieldPa: kit.yieldPa, filmFactor: 1 });
  const report = {
    pieces: coats.length,
    good: count((coat) => !coat.hasBloom && !coat.hasFoot && !coat.hasLumps),
    bloom: count(({ hasBloom }) => hasBloom),
    feet: count(({ hasFoot }) => hasFoot),
    lumps: count(({ hasLumps }) => hasLumps),
    meanFilmMm: coats.length === 0 ? 0 : coats.reduce((sum, { filmMm }) => sum + filmMm, 0) / coats.length,
    rightFilmMm: right.filmMm,
    minutes: seconds / 60,
  };
  return { ...report, advice: adviceOf(practice, report) };
}

/** Shares of pieces from which something is said of it. */
const SOME = 0.1;
const THICK = 1.1;

function adviceOf({ coats, kit }: Practice, report: Omit<PracticeReport, 'advice'>): string[] {
  const share = (count: number): number => count / Math.max(1, report.pieces);
  const warm = coats.filter(({ celsius }) => celsius > kit.windows.work.high).length;
  const cool = coats.filter(({ celsius }) => celsius < kit.windows.work.low).length;
  return [
    ...(share(report.bloom) > SOME && share(warm) <= SOME
      ? [
          'The coats bloom though the bowl was not too warm: it never came into temper. Seed it, and stir it down to where the crystals form.',
        ]
      : []),
    ...(share(warm) > SOME
      ? [
          'The bowl was above its window: what is too warm loses its temper and runs to a foot. Take it off the heat sooner.',
        ]
      : []),
    ...(share(cool) > SOME
      ? ['The bowl was below its window: it coats thick. Rewarm it for seconds before it gets there.']
      : []),
    ...(share(report.lumps) > SOME
      ? ['Seed was not melted yet. Stir longer, or take out what is solid.']
      : []),
    ...(report.meanFilmMm > THICK * report.rightFilmMm && share(cool) <= SOME
      ? ['The coats are thick: tap twice.']
      : []),
    ...(report.pieces > 0 && report.good >= 0.9 * report.pieces
      ? ['Well done: nine in ten and more are for sale.']
      : []),
  ];
}
