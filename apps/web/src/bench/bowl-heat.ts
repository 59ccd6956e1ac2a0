import type { CoatingView, Piece, Reading, Workshop } from '@alnage/contract';
import {
  STEPS_OF,
  dipOfForm,
  dippingKelvinPerMinute,
  isDip,
  plainTauMinutes,
  rejectedPieces,
  temperAdvice,
  watchProbe,
  windowForecast,
  windowsOf,
  workedMinutes,
  type BenchWork,
  type BowlReading,
  type MeltSchool,
  type ProbeWatch,
  type TemperAdvice,
  type TemperWindows,
  type WindowForecast,
  type WorkAtBench,
  type WorkState,
} from '@alnage/core';

const MS_PER_MINUTE = 60_000;
/** A bowl's course is told from so much of the last readings. */
const COURSE_MINUTES = 12;
/** A kitchen without a sensor. Shop default. */
const ROOM_CELSIUS = 20;
/** Solid comes from the shelf. Shop default. */
const SHELF_CELSIUS = 20;

/** A bowl's temperature with all that follows from it. */
export interface BowlHeat {
  readonly windows: TemperWindows;
  readonly school: MeltSchool;
  readonly watch: ProbeWatch;
  /** What can be believed of it now; null where nothing can. */
  readonly celsius: number | null;
  readonly forecast: WindowForecast;
  readonly advice: TemperAdvice;
  readonly roomCelsius: number;
}

export interface HeatContext {
  readonly workshop: Workshop;
  readonly pieces: readonly Piece[];
  readonly readings: readonly Reading[];
  readonly roomCelsius: number | null;
  readonly now: number;
  readonly grams: number;
}

/** How a melt is brought to work: as somebody chose for it, or as the coating says. */
export function schoolOf(state: WorkState, coating: CoatingView): MeltSchool {
  if (state.school) return state.school;
  return coating.own.isTempered ? (coating.own.tempering?.school ?? 'seed') : 'melt';
}

/** The bowl and the coating that a work is about; null where it is about none, or they are gone. */
function vesselOf(work: BenchWork, { bowls, coatings }: Workshop) {
  const of = work.kind === 'melt' ? work : work.melt;
  const coating = coatings.find(({ id }) => id === of?.coating);
  const bowl = bowls.find(({ id }) => id === of?.bowl);
  return coating && bowl ? { coating, bowl } : null;
}

/** What the readings of the bowl that is worked with say, and the one next thing. */
export function heatOf(at: WorkAtBench, context: HeatContext): BowlHeat | null {
  const { workshop, readings, now, grams } = context;
  const vessel = vesselOf(at.work, workshop);
  if (!vessel) return null;
  const { coating, bowl } = vessel;
  const described = workshop.coatings.map(({ id, own }) => ({ ...own, id }));
  const windows = windowsOf({ ...coating.own, id: coating.id }, described);
  const minutes = readings.map(({ at: ms, value }) => ({
    minute: (ms - now) / MS_PER_MINUTE,
    celsius: value,
  }));
  const watch = watchProbe(minutes, 0);
  const celsius = watch.state === 'fine' ? meanOfLast(watch.readings) : null;
  const roomCelsius = context.roomCelsius ?? ROOM_CELSIUS;
  const worked = {
    ...{ roomCelsius, tauMinutes: tauOf(bowl, grams), isWarmed: bowl.usableMinutes === null },
    ...dippingOf(at, context, celsius ?? windows.work.low),
  };
  const forecast = windowForecast(sinceMeddled(watch.readings, at.state, now), worked, windows.work);
  const school = schoolOf(at.state, coating);
  const situation = {
    ...{ school, windows, celsius, watts: workshop.rules.warmingWatts, seedCelsius: SHELF_CELSIUS },
    peakCelsius: peakOf(watch.readings, at, now),
    ...massesOf(at, school, { grams, seedShare: workshop.rules.seedShare }),
  };
  return { windows, school, watch, celsius, forecast, advice: temperAdvice(situation), roomCelsius };
}

/** What is in the bowl, what of its seed is in, and which steps are behind it; of a bowl that is dipped from, all. */
function massesOf(
  { work, state }: WorkAtBench,
  school: MeltSchool,
  { grams, seedShare }: { readonly grams: number; readonly seedShare: number },
) {
  const seededGrams = state.solidGrams;
  if (work.kind !== 'melt')
    return { grams: Math.max(1, grams), done: STEPS_OF[school], seedGrams: 0, seededGrams, reserveGrams: 0 };
  const seedGrams = school === 'seed' ? seedShare * work.grams : 0;
  return {
    grams: Math.max(1, work.grams - seedGrams + seededGrams),
    done: state.steps.map(({ step }) => step),
    ...{ seedGrams, seededGrams, reserveGrams: seedGrams },
  };
}

/** The last three readings smoothed: a probe errs by a tenth. */
function meanOfLast(readings: readonly BowlReading[]): number | null {
  const last = readings.slice(-3).map(({ celsius }) => celsius);
  return last.length === 0 ? null : last.reduce((sum, each) => sum + each, 0) / last.length;
}

/** A bowl that is brim-full by its plan has no depth of its own; then its mass alone is taken. */
function tauOf({ form, capacityGrams }: Workshop['bowls'][number], grams: number): number {
  const held = Math.min(Math.max(1, grams), capacityGrams);
  return plainTauMinutes(form, held);
}

/** Readings since something was put in, a step ended or it was weighed, at most the last few minutes. */
function sinceMeddled(readings: readonly BowlReading[], state: WorkState, now: number): BowlReading[] {
  const meddled = [...state.steps, ...state.weighed].map(({ at }) => (at - now) / MS_PER_MINUTE);
  const from = Math.max(-COURSE_MINUTES, ...meddled.filter((minute) => minute < -1));
  return readings.filter(({ minute }) => minute >= from);
}

/** The highest that was read of a bowl since it was ready to be worked. */
function peakOf(
  readings: readonly BowlReading[],
  { work, state }: Pick<WorkAtBench, 'work' | 'state'>,
  now: number,
): number | null {
  const ready = work.kind === 'melt' ? state.steps.find(({ step }) => step === 'work')?.at : state.begunAt;
  if (ready === undefined || ready === null) return null;
  const since = readings.filter(({ minute }) => minute >= (ready - now) / MS_PER_MINUTE);
  return since.length === 0 ? null : Math.max(...since.map(({ celsius }) => celsius));
}

/** What the pieces take out of the bowl at the pace of this run. */
function dippingOf(
  { work, state }: Pick<WorkAtBench, 'work' | 'state'>,
  { pieces, grams, now }: HeatContext,
  celsius: number,
): { dippingKelvinPerMinute: number; emptyingPerMinute: number } {
  const none = { dippingKelvinPerMinute: 0, emptyingPerMinute: 0 };
  if (!isDip(work) || state.begunAt === null || state.endedAt !== null || grams < 1) return none;
  const piece = pieces.find(({ id }) => id === work.product);
  const dip = piece ? dipOfForm(piece.form, celsius) : null;
  const minutes = workedMinutes(state, now);
  const done = state.good + rejectedPieces(state);
  const perMinute = done > 0 && minutes > 0 ? done / minutes : 60 / Math.max(1, work.secondsPerPiece);
  return {
    dippingKelvinPerMinute: dip ? dippingKelvinPerMinute(dip, perMinute, grams) : 0,
    emptyingPerMinute: (perMinute * work.melt.gramsPerPiece) / grams,
  };
}
