import { Random } from '../chance/random';

import { crustMm, type Dip } from '../coating/crust';
import {
  IDLE,
  bowlAfter,
  coatOutcome,
  faultsOf,
  withSolid,
  withTabled,
  withoutSolid,
  type BowlDeed,
  type CoatOutcome,
  type SimulatedBowl,
} from './simulated-bowl';
import { SimulatedProbe, USUAL_FAULTS } from './simulated-probe';
import { schoolAgain, type MeltSchool, type TemperStep } from './temper-guide';
import type { TemperWindows } from './temper-windows';

/** What the probe of a practice said, in °C, ms after it was begun; one reading is its own least and most. */
export interface PracticeReading {
  readonly at: number;
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

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
  /** When the first solid went in; null: none has. */
  readonly seededAt: number | null;
  /** Put in before its temper was begun again. */
  readonly solidBefore: number;
  /** What the probe said when a step was called done against it. */
  readonly doubtedCelsius: number | null;
  readonly readings: readonly PracticeReading[];
  /** How often the probe was looked at, heard or not. */
  readonly looks: number;
  readonly coats: readonly (CoatOutcome & { readonly celsius: number })[];
  /** Seconds at which solid went in, the heat was put on or off, or a step ended. */
  readonly meddled: readonly number[];
}

export const PRACTICE_PIECES = 50;
export const PRACTICE_GRAMS = 2000;
const ROOM_CELSIUS = 20;
/** What warms the bowl of a practice: gently, so that a new hand can follow. Source: shop default. */
export const PRACTICE_WATTS = 240;
const STEP_SECONDS = 5;
const READING_SECONDS = 10;
const SOLID_CELSIUS = 20;
/** So long it is worked on the table. Source: shop default. */
const TABLE_SECONDS = 180;
/** A berry from the fridge, dipped to its leaf. Shop default. */
const BERRY: Omit<Dip, 'bowlCelsius'> = {
  ...{ centre: 'wet', centreCelsius: 8, dwellSeconds: 3, coveredMm2: 2466, centreGrams: 18 },
};
const DENSITY_G_PER_MM3 = 1.27e-3;
/** The bowl of a film lies within what the core takes. */
const FILM_CELSIUS = { low: 15, high: 60 } as const;

/**
 * The beginning: two thirds in the bowl, cold, where it is to be seeded; else all of it. What is never melted out begins as
 * solid in temper.
 */
export function beginPractice(kit: PracticeKit): Practice {
  const grams = (kit.school === 'seed' ? 1 - kit.seedShare : 1) * kit.grams;
  const isKept = kit.school === 'by-eye';
  return {
    kit,
    bowl: {
      ...{ celsius: ROOM_CELSIUS, liquidGrams: isKept ? 0 : grams, solidGrams: isKept ? grams : 0 },
      ...{ temper: isKept ? 1 : 0, roomCelsius: ROOM_CELSIUS },
    },
    ...{
      seconds: 0,
      isHeated: false,
      isStirred: true,
      done: [],
      solidGrams: 0,
      seededAt: null,
      solidBefore: 0,
      doubtedCelsius: null,
      readings: [],
      looks: 0,
      coats: [],
      meddled: [],
    },
  };
}

/** The probe of a practice: the same noise and drop-outs for the same seed. */
export function practiceProbe(seed: number): SimulatedProbe {
  return new SimulatedProbe(new Random(seed), { ...USUAL_FAULTS, stuckChance: 0 });
}

/** The practice after so many seconds, read by its probe every ten. */
export function practiceAfter(practice: Practice, seconds: number, probe: SimulatedProbe): Practice {
  const { windows } = practice.kit;
  const deed: BowlDeed = {
    ...IDLE,
    watts: practice.isHeated ? PRACTICE_WATTS : 0,
    isStirred: practice.isStirred,
  };
  let now = practice;
  for (let left = seconds; left > 0; left -= STEP_SECONDS) {
    const step = Math.min(left, STEP_SECONDS);
    const bowl = bowlAfter(now.bowl, deed, { seconds: step, windows });
    now = { ...now, bowl, seconds: now.seconds + step };
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

/** Puts solid into the bowl. */
export function withPracticeSolid(practice: Practice, grams: number): Practice {
  if (grams <= 0) return practice;
  const bowl = withSolid(practice.bowl, grams, SOLID_CELSIUS);
  const seededAt = practice.seededAt ?? practice.seconds;
  return meddledWith({ ...practice, bowl, seededAt, solidGrams: practice.solidGrams + grams });
}

/** Takes out what is not melted. */
export function withoutPracticeSolid(practice: Practice): Practice {
  return meddledWith({ ...practice, bowl: withoutSolid(practice.bowl) });
}

/** Works so much of it on the cooled table until it is there where its crystals form, and puts it back. */
export function tabledInPractice(practice: Practice, grams: number, probe: SimulatedProbe): Practice {
  const { low, high } = practice.kit.windows.crystals;
  const there = practiceAfter(practice, TABLE_SECONDS, probe);
  return meddledWith({ ...there, bowl: withTabled(there.bowl, grams, (low + high) / 2) });
}

/** Its temper is lost: it is melted out, and brought to work anew – by seed where nothing solid was left in it. */
export function practiceAgain(practice: Practice): Practice {
  const { kit, solidGrams, solidBefore } = practice;
  const school = schoolAgain(kit.school);
  const begun = { done: [], solidGrams: 0, seededAt: null, doubtedCelsius: null };
  return meddledWith({
    ...practice,
    ...begun,
    kit: { ...kit, school },
    solidBefore: solidBefore + solidGrams,
  });
}

/** Puts the heat on or off. */
export function withPracticeHeat(practice: Practice, isHeated: boolean): Practice {
  return meddledWith({ ...practice, isHeated });
}

/** Says that a step is done; `doubtedCelsius` where that is against what the probe says. */
export function endPracticeStep(
  practice: Practice,
  step: TemperStep,
  doubtedCelsius: number | null = null,
): Practice {
  const done = [...practice.done, { step, seconds: practice.seconds }];
  return meddledWith({ ...practice, done, doubtedCelsius });
}

function meddledWith(practice: Practice): Practice {
  return { ...practice, meddled: [...practice.meddled, practice.seconds] };
}

/** Dips so many berries, one after the other, each in eight seconds; none where there is too little left. */
export function dipInPractice(practice: Practice, pieces: number, probe: SimulatedProbe): Practice {
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
    now = practiceAfter({ ...now, bowl: after, coats: [...now.coats, { ...coat, celsius }] }, 8, probe);
  }
  return now;
}

/** What to do otherwise next time, or that it went well. */
export type PracticeAdvice = 'never-tempered' | 'too-warm' | 'too-cool' | 'lumps' | 'thick' | 'well-done';

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
  readonly advice: readonly PracticeAdvice[];
}

export function practiceReport(practice: Practice): PracticeReport {
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
    good: count((coat) => faultsOf(coat).length === 0),
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

function adviceOf({ coats, kit }: Practice, report: Omit<PracticeReport, 'advice'>): PracticeAdvice[] {
  const isMuch = (count: number): boolean => count / Math.max(1, report.pieces) > SOME;
  const isWarm = isMuch(coats.filter(({ celsius }) => celsius > kit.windows.work.high).length);
  const isCool = isMuch(coats.filter(({ celsius }) => celsius < kit.windows.work.low).length);
  const said: Readonly<Record<PracticeAdvice, boolean>> = {
    'never-tempered': isMuch(report.bloom) && !isWarm,
    'too-warm': isWarm,
    'too-cool': isCool,
    lumps: isMuch(report.lumps),
    thick: report.meanFilmMm > THICK * report.rightFilmMm && !isCool,
    'well-done': report.pieces > 0 && report.good >= (1 - SOME) * report.pieces,
  };
  return (Object.keys(said) as PracticeAdvice[]).filter((advice) => said[advice]);
}
