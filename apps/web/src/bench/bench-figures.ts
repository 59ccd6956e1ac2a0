import type { Bench, CoatingView, Piece, Reading, Workshop } from '@alnage/contract';
import {
  STEPS_OF,
  dippingKelvinPerMinute,
  gramsNow,
  piecesLeft,
  plainTauMinutes,
  rejectedPieces,
  surfaceMm2,
  temperAdvice,
  watchProbe,
  weighedGrams,
  windowForecast,
  windowsOf,
  workState,
  workedMinutes,
  type BenchEvent,
  type BenchWork,
  type BowlReading,
  type Dip,
  type MeltSchool,
  type MeltWork,
  type ProbeWatch,
  type StageWork,
  type TemperAdvice,
  type TemperWindows,
  type WindowForecast,
  type WorkState,
} from '@alnage/core';

const MS_PER_MINUTE = 60_000;
/** A bowl's course is told from so much of the last readings. */
const COURSE_MINUTES = 12;
/** What warming gives a bowl: a dryer or a short burst. Shop default. */
export const WATTS = 500;
/** A kitchen without a sensor. Shop default. */
const ROOM_CELSIUS = 20;
/** Solid comes from the shelf. Shop default. */
const SHELF_CELSIUS = 20;

/** Whose bench this is: a person's, or a bowl's. */
export interface Lens {
  readonly kind: 'person' | 'bowl';
  readonly id: string;
}

/** The works with what was done of each. */
export interface WorkAtBench {
  readonly work: BenchWork;
  readonly state: WorkState;
  /** Code of the sealed record; null while it is open. */
  readonly code: string | null;
}

/** All works with their states, by the server's deeds and those of this screen that are on their way. */
export function worksAtBench(bench: Bench, mine: readonly BenchEvent[]): WorkAtBench[] {
  const sealed = new Map(bench.sealed.map(({ work, code }) => [work, code]));
  const events = new Map<string, BenchEvent[]>();
  for (const event of [...bench.events, ...mine])
    events.set(event.work, [...(events.get(event.work) ?? []), event]);
  return bench.works.map((work) => ({
    work,
    state: workState(events.get(work.key) ?? []),
    code: sealed.get(work.key) ?? null,
  }));
}

/** Whether a work is of this bench. */
export function isOfLens(work: BenchWork, { kind, id }: Lens): boolean {
  if (kind === 'person') return work.person === id;
  return work.kind === 'melt' ? work.bowl === id : work.melt?.bowl === id;
}

export function isDip(work: BenchWork): work is StageWork & { melt: NonNullable<StageWork['melt']> } {
  return work.kind === 'stage' && work.melt !== null;
}

/** Whether nothing more is to be done of it. */
export function isOver({ work, state, code }: WorkAtBench): boolean {
  return code !== null || (state.endedAt !== null && !isDip(work));
}

/** Work that was planned to be over for so long and that nobody wrote down is taken as done. Shop default. */
const FORGOTTEN_MINUTES = 60;

/** What is to be done at this bench, the first first: what is begun, what is to be weighed out, what comes. */
export function queueOf(all: readonly WorkAtBench[], lens: Lens, nowMinute: number): WorkAtBench[] {
  const own = all.filter((each) => isOfLens(each.work, lens) && !isOver(each));
  const isBegun = ({ state }: WorkAtBench): boolean => state.begunAt !== null;
  const coming = own.filter((each) => isBegun(each) || each.work.end + FORGOTTEN_MINUTES > nowMinute);
  const rank = (each: WorkAtBench): number => (!isBegun(each) ? 2 : each.state.endedAt === null ? 0 : 1);
  return coming.sort((a, b) => rank(a) - rank(b) || a.work.start - b.work.start);
}

/** What a bowl holds by now. */
export interface BowlContents {
  readonly grams: number;
  /** When it was last weighed, in ms; null: as it was planned, and never weighed. */
  readonly weighedAt: number | null;
}

/** What is in the bowl of a melt: as it was last weighed, with what went in and what was dipped since. */
export function contentsOf(melt: string, all: readonly WorkAtBench[], bench: Bench): BowlContents {
  const dips = all.filter(({ work }) => isDip(work) && work.melt.id === melt);
  const setUp = all.find(({ work }) => work.kind === 'melt' && work.melt === melt);
  const sealedWeights = bench.sealed
    .filter((each) => each.melt === melt && each.leftGrams !== null)
    .map(({ endedAt, leftGrams }) => ({ at: endedAt, grams: leftGrams! }));
  const weights = [
    ...sealedWeights,
    ...[...dips, ...(setUp ? [setUp] : [])].flatMap(({ state }) =>
      state.weighed.filter(({ what }) => what !== 'added').map(({ at, grams }) => ({ at, grams })),
    ),
  ].sort((a, b) => a.at - b.at);
  const last = weights.at(-1);
  const since = last?.at ?? -Infinity;
  const added = dips.flatMap(({ state }) =>
    state.weighed.filter(({ what, at }) => what === 'added' && at > since),
  );
  const dipped = dips.flatMap(({ work, state }) =>
    [...state.trays, ...state.rejects]
      .filter(({ at }) => at > since)
      .map(({ pieces }) => ({ pieces, gramsPerPiece: (work as StageWork).melt!.gramsPerPiece })),
  );
  const start = last?.grams ?? (setUp?.work as MeltWork | undefined)?.grams ?? 0;
  const used = dipped.reduce((sum, { pieces, gramsPerPiece }) => sum + pieces * gramsPerPiece, 0);
  const addedGrams = added.reduce((sum, { grams }) => sum + grams, 0);
  return {
    grams: gramsNow(start, addedGrams, { pieces: 1, gramsPerPiece: used }),
    weighedAt: last?.at ?? null,
  };
}

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

/** What the readings of the bowl that is worked with say, and the one next thing. */
export function heatOf({ work, state }: WorkAtBench, context: HeatContext): BowlHeat | null {
  const { workshop, readings, now, grams } = context;
  const coatingId = work.kind === 'melt' ? work.coating : work.melt?.coating;
  const bowlId = work.kind === 'melt' ? work.bowl : work.melt?.bowl;
  const coating = workshop.coatings.find(({ id }) => id === coatingId);
  const bowl = workshop.bowls.find(({ id }) => id === bowlId);
  if (!coating || !bowl) return null;
  const windows = windowsOf(
    { ...coating.own, id: coating.id },
    workshop.coatings.map(({ id, own }) => ({ ...own, id })),
  );
  const minutes = readings.map(({ at, value }) => ({ minute: (at - now) / MS_PER_MINUTE, celsius: value }));
  const watch = watchProbe(minutes, 0);
  const celsius = watch.state === 'fine' ? meanOfLast(watch.readings) : null;
  const roomCelsius = context.roomCelsius ?? ROOM_CELSIUS;
  const dipping = dippingOf({ work, state }, context, celsius ?? windows.work.low);
  const forecast = windowForecast(
    sinceMeddled(watch.readings, state, now),
    {
      roomCelsius,
      tauMinutes: tauOf(bowl, grams),
      isWarmed: bowl.usableMinutes === null,
      ...dipping,
    },
    windows.work,
  );
  const school = schoolOf(state, coating);
  const seedGrams = school === 'seed' && work.kind === 'melt' ? workshop.rules.seedShare * work.grams : 0;
  const inBowl =
    work.kind === 'melt' ? Math.max(1, work.grams - seedGrams + state.solidGrams) : Math.max(1, grams);
  const advice = temperAdvice({
    ...{ school, windows, celsius, seedGrams, watts: WATTS, grams: inBowl },
    done: work.kind === 'melt' ? state.steps.map(({ step }) => step) : STEPS_OF[school],
    peakCelsius: peakOf(watch.readings, { work, state }, now),
    seededGrams: state.solidGrams,
    seedCelsius: SHELF_CELSIUS,
    reserveGrams: seedGrams,
  });
  return { windows, school, watch, celsius, forecast, advice, roomCelsius };
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
  const dip = dipOf(
    pieces.find(({ id }) => id === work.product),
    celsius,
  );
  const minutes = workedMinutes(state, now);
  const done = state.good + rejectedPieces(state);
  const perMinute = done > 0 && minutes > 0 ? done / minutes : 60 / Math.max(1, work.secondsPerPiece);
  return {
    dippingKelvinPerMinute: dip ? dippingKelvinPerMinute(dip, perMinute, grams) : 0,
    emptyingPerMinute: (perMinute * work.melt.gramsPerPiece) / grams,
  };
}

function dipOf(piece: Piece | undefined, bowlCelsius: number): Dip | null {
  if (piece?.form.kind !== 'dipped') return null;
  const { form } = piece;
  return {
    ...{ centre: form.centre, bowlCelsius, centreCelsius: form.centreCelsius },
    ...{ dwellSeconds: form.dwellSeconds, coveredMm2: surfaceMm2(form.shape) * form.covered },
    centreGrams: form.centreGrams,
  };
}

/** A run under way in figures. */
export interface RunShown {
  readonly good: number;
  readonly rejected: number;
  readonly wanted: number;
  readonly toStart: number;
  /** Pieces that go on the next tray. */
  readonly tray: number;
  readonly secondsPerPiece: number | null;
  /** When it will be done, in ms. */
  readonly doneBy: number;
  /** Later than planned, below 0 earlier, in minutes. */
  readonly lateMinutes: number;
  readonly startGrams: number | null;
  readonly leftGrams: number | null;
  readonly covers: number;
}

/** The figures of a run, as it goes on at its pace; before a tray is down at the planned one. */
export function runShown(
  { work, state }: WorkAtBench & { work: StageWork },
  {
    now,
    start,
    grams,
    tailGrams,
  }: { readonly now: number; readonly start: number; readonly grams: number; readonly tailGrams: number },
): RunShown {
  const rejected = rejectedPieces(state);
  const done = state.good + rejected;
  const minutes = workedMinutes(state, now);
  const planned = (60 * (work.end - work.start)) / work.startPieces;
  const secondsPerPiece = done > 0 && minutes > 0 ? (60 * minutes) / done : null;
  const left = Math.max(0, work.pieces - state.good);
  const from = state.begunAt === null ? Math.max(now, start + work.start * MS_PER_MINUTE) : now;
  const doneBy = state.endedAt ?? from + left * (secondsPerPiece ?? planned) * 1000;
  return {
    ...{
      good: state.good,
      rejected,
      wanted: work.pieces,
      toStart: work.startPieces,
      secondsPerPiece,
      doneBy,
    },
    tray: Math.max(1, Math.min(work.rest.piecesPerTray, left === 0 ? work.rest.piecesPerTray : left)),
    lateMinutes: (doneBy - start) / MS_PER_MINUTE - work.end,
    startGrams: weighedGrams(state, 'start'),
    leftGrams: weighedGrams(state, 'left'),
    covers: work.melt ? piecesLeft(grams, tailGrams, work.melt.gramsPerPiece) : 0,
  };
}
