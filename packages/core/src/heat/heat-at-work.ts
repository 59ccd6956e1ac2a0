import { dipOfForm } from '../coating/dip-of-form';
import type { PieceForm } from '../coating/piece-form';
import type { BowlForm } from '../melting/bowl-form';
import { dippingKelvinPerMinute, plainTauMinutes } from '../temper/bowl-heat';
import { heatOfBowl, type BowlHeat } from './heat-of-bowl';
import { stepDoubt } from '../temper/step-doubt';
import { STEPS_OF, type MeltSchool } from '../temper/temper-guide';
import type { TemperWindows } from '../temper/temper-windows';
import { isDip, type WorkAtBench } from '../bench/at-bench';
import { rejectedPieces, workedMinutes } from '../bench/work-state';

const MS_PER_MINUTE = 60_000;
/** A kitchen without a sensor, in °C. Source: shop default. */
const ROOM_CELSIUS = 20;

/** The bowl that a work is about, with what is known beside its work. */
export interface BowlAtWork {
  readonly bowl: {
    readonly form: BowlForm | null;
    readonly capacityGrams: number;
    readonly isWarmed: boolean;
  };
  readonly windows: TemperWindows;
  /** How its coating is brought to work where nobody chose otherwise. */
  readonly school: MeltSchool;
  /** What is dipped; null where that is not known. */
  readonly piece: PieceForm | null;
  /** What its probe said: ms since the epoch, °C. */
  readonly readings: readonly { readonly at: number; readonly value: number }[];
  /** Null: no sensor. */
  readonly roomCelsius: number | null;
  /** Ms since the epoch. */
  readonly now: number;
  /** What lies in it. */
  readonly grams: number;
  readonly rules: { readonly seedShare: number; readonly warmingWatts: number };
}

/** A bowl's temperature at its work, and by what it was told. */
export interface HeatAtWork extends BowlHeat {
  readonly windows: TemperWindows;
  readonly school: MeltSchool;
  readonly roomCelsius: number;
}

/** What the readings of the bowl that is worked with say, and the one next thing. Source: as `heatOfBowl` */
export function heatAtWork(at: WorkAtBench, context: BowlAtWork): HeatAtWork {
  const { bowl, windows, now, grams, rules } = context;
  const { state } = at;
  const school = state.school ?? context.school;
  const roomCelsius = context.roomCelsius ?? ROOM_CELSIUS;
  const minuteOf = (ms: number): number => (ms - now) / MS_PER_MINUTE;
  const ready = readyAt(at);
  // a bowl that is brim-full by its plan has no depth of its own; then its mass alone is taken
  const held = Math.min(Math.max(1, grams), bowl.capacityGrams);
  const plain = { roomCelsius, tauMinutes: plainTauMinutes(bowl.form, held), isWarmed: bowl.isWarmed };
  const heat = heatOfBowl({
    ...{ school, windows, watts: rules.warmingWatts },
    ...massesOf(at, school, { grams, seedShare: rules.seedShare }),
    readings: context.readings.map(({ at: ms, value }) => ({ minute: minuteOf(ms), celsius: value })),
    meddled: [...state.steps, ...state.weighed, ...state.solids].map((each) => minuteOf(each.at)),
    seededAt: state.solids.length > 0 ? minuteOf(state.solids[0]!.at) : null,
    doubtedCelsius: doubtedIn(state, school, windows),
    readySince: ready === null ? null : minuteOf(ready),
    worked: (celsius) => ({ ...plain, ...dippingOf(at, context, celsius) }),
  });
  return { ...heat, windows, school, roomCelsius };
}

/** Since when a bowl is ready to be worked, in ms since the epoch. */
function readyAt({ work, state }: WorkAtBench): number | null {
  return work.kind === 'melt' ? (state.steps.find(({ step }) => step === 'work')?.at ?? null) : state.begunAt;
}

/** What the probe said when somebody went on against it, at the last step; null where it spoke for it. */
function doubtedIn(
  { steps }: WorkAtBench['state'],
  school: MeltSchool,
  windows: TemperWindows,
): number | null {
  const last = steps.at(-1);
  return last && stepDoubt(last.step, { school, windows, celsius: last.celsius }) ? last.celsius : null;
}

/** What is in the bowl, what of its seed is in, and which steps are behind it; of a bowl that is dipped from, all. */
function massesOf(
  { work, state }: WorkAtBench,
  school: MeltSchool,
  { grams, seedShare }: { readonly grams: number; readonly seedShare: number },
) {
  const seededGrams = state.solids.reduce((sum, each) => sum + each.grams, 0);
  if (work.kind !== 'melt')
    return { grams: Math.max(1, grams), done: STEPS_OF[school], seedGrams: 0, seededGrams, reserveGrams: 0 };
  const seedGrams = school === 'seed' ? seedShare * work.grams : 0;
  // what is begun again is all in the bowl already
  const without = state.againAt === null ? seedGrams : 0;
  return {
    grams: Math.max(1, work.grams - without + state.solidGrams),
    done: state.steps.map(({ step }) => step),
    ...{ seedGrams, seededGrams, reserveGrams: seedGrams },
  };
}

/** What the pieces take out of the bowl at the pace of this run. */
function dippingOf({ work, state }: WorkAtBench, { piece, grams, now }: BowlAtWork, celsius: number) {
  const none = { dippingKelvinPerMinute: 0, emptyingPerMinute: 0 };
  if (!isDip(work) || state.begunAt === null || state.endedAt !== null || grams < 1) return none;
  const dip = piece && dipOfForm(piece, celsius);
  const minutes = workedMinutes(state, now);
  const done = state.good + rejectedPieces(state);
  const perMinute = done > 0 && minutes > 0 ? done / minutes : 60 / Math.max(1, work.secondsPerPiece);
  return {
    dippingKelvinPerMinute: dip ? dippingKelvinPerMinute(dip, perMinute, grams) : 0,
    emptyingPerMinute: (perMinute * work.melt.gramsPerPiece) / grams,
  };
}
