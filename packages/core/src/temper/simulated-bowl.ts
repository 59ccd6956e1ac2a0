import { workingYieldPa, filmMm } from '../coating/film';
import { bowlJoulesPerPiece, type Dip } from '../coating/crust';
import { COATING_JOULES_PER_GK } from '../coating/coating-kind';
import { plainTauMinutes } from './bowl-heat';
import { MELTING_JOULES_PER_G } from './seeding';
import { LOST_KELVIN } from './temper-guide';
import type { TemperWindows } from './temper-windows';

/** A melt as the simulator has it. */
export interface SimulatedBowl {
  readonly celsius: number;
  /** Melted coating, and pieces of solid that are not melted yet. */
  readonly liquidGrams: number;
  readonly solidGrams: number;
  /** How much of what sets it right has formed: 0 none, 1 in full temper. */
  readonly temper: number;
  readonly roomCelsius: number;
}

/** What is done to a bowl over a span. */
export interface BowlDeed {
  readonly watts: number;
  /** Stirred: what is solid melts into it faster, and crystals spread. */
  readonly isStirred: boolean;
  /** Pieces dipped over the span, the heat that each takes, and the coat that it carries away. */
  readonly dipped: { readonly pieces: number; readonly dip: Dip; readonly gramsPerPiece: number } | null;
}

export const IDLE: BowlDeed = { watts: 0, isStirred: false, dipped: null };

/** How long something is done to a bowl of a coating. */
export interface Span {
  readonly seconds: number;
  readonly windows: TemperWindows;
}

/** Solid in temper melts away in so many seconds for each K that the bowl is above where its crystals form; shop default. */
const MELTING_KELVIN_SECONDS = 900;
const STIRRED_FACTOR = 3;
/** Crystals take about so long to spread when they may, and to melt for each K too many; shop default. */
const FORMING_SECONDS = 240;
const LOSING_KELVIN_SECONDS = 60;
/** Fewer grams than this have no temperature of their own to speak of. */
const LEAST_GRAMS = 1;

/**
 * The bowl after a few seconds: it loses heat to the room, gains by warming, what is solid melts, pieces take heat and
 * coat, and crystals form below where they form and melt above where it is worked.
 * Steps of 5 s and less are exact enough. Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance);
 * the speeds of melting and of crystals are shop defaults.
 */
export function bowlAfter(bowl: SimulatedBowl, deed: BowlDeed, { seconds, windows }: Span): SimulatedBowl {
  const grams = Math.max(LEAST_GRAMS, bowl.liquidGrams + bowl.solidGrams);
  const joulesPerKelvin = grams * COATING_JOULES_PER_GK;
  const melted = meltedGrams(bowl, { seconds, windows }, deed);
  const lost = ((bowl.celsius - bowl.roomCelsius) * seconds) / (60 * plainTauMinutes(null, grams));
  const { dipped } = deed;
  const drawn = dipped ? dipped.pieces * bowlJoulesPerPiece({ ...dipped.dip, bowlCelsius: bowl.celsius }) : 0;
  const gained = (deed.watts * seconds - melted * MELTING_JOULES_PER_G - drawn) / joulesPerKelvin;
  const carried = dipped ? Math.min(bowl.liquidGrams, dipped.pieces * dipped.gramsPerPiece) : 0;
  const celsius = bowl.celsius - lost + gained;
  return {
    ...bowl,
    celsius,
    liquidGrams: bowl.liquidGrams + melted - carried,
    solidGrams: bowl.solidGrams - melted,
    temper: temperAfter(bowl, celsius, { seconds, isStirred: deed.isStirred, windows }),
  };
}

function meltedGrams(
  { celsius, solidGrams }: SimulatedBowl,
  { seconds, windows }: Span,
  { isStirred }: BowlDeed,
): number {
  const overKelvin = Math.max(0, celsius - windows.crystals.high);
  const speed = (overKelvin * (isStirred ? STIRRED_FACTOR : 1)) / MELTING_KELVIN_SECONDS;
  return solidGrams * -Math.expm1(-speed * seconds);
}

function temperAfter(
  { temper, solidGrams }: SimulatedBowl,
  celsius: number,
  {
    seconds,
    isStirred,
    windows,
  }: { readonly seconds: number; readonly isStirred: boolean; readonly windows: TemperWindows },
): number {
  const over = celsius - (windows.work.high + LOST_KELVIN);
  if (over > 0) return temper * Math.exp((-over * seconds) / LOSING_KELVIN_SECONDS);
  // right crystals come from seed, or slowly by stirring where they form
  const mayForm = celsius <= windows.work.low && (solidGrams > 0 || temper > 0.05 || isStirred);
  if (!mayForm) return temper;
  const speed = (isStirred ? 1 : 1 / STIRRED_FACTOR) / FORMING_SECONDS;
  return 1 - (1 - temper) * Math.exp(-speed * seconds);
}

/** Puts solid in temper into a bowl: it takes on the bowl's warmth at once, and melts little by little. */
export function withSolid(bowl: SimulatedBowl, grams: number, celsius: number): SimulatedBowl {
  const there = bowl.liquidGrams + bowl.solidGrams;
  return {
    ...bowl,
    celsius: (there * bowl.celsius + grams * celsius) / (there + grams),
    solidGrams: bowl.solidGrams + grams,
  };
}

/** Share of a bowl that is not melted, as the eye sees it. */
export function solidShare({ liquidGrams, solidGrams }: SimulatedBowl): number {
  return solidGrams / Math.max(LEAST_GRAMS, liquidGrams + solidGrams);
}

/** What is not melted, taken out. */
export function withoutSolid(bowl: SimulatedBowl): SimulatedBowl {
  return { ...bowl, solidGrams: 0 };
}

/** So much of a bowl worked on the cooled table until it is as cool as that, full of crystals, and put back. */
export function withTabled(bowl: SimulatedBowl, grams: number, celsius: number): SimulatedBowl {
  const share = Math.min(1, Math.max(0, grams) / Math.max(LEAST_GRAMS, bowl.liquidGrams + bowl.solidGrams));
  return {
    ...bowl,
    celsius: bowl.celsius + share * (celsius - bowl.celsius),
    temper: bowl.temper + share * (1 - bowl.temper),
  };
}

/** What becomes of a coat that is dipped now. */
export interface CoatOutcome {
  readonly filmMm: number;
  /** Grey streaks: too little of the right crystals, or worked too warm. */
  readonly hasBloom: boolean;
  /** A foot: too warm to stand, or so thick that it runs on. */
  readonly hasFoot: boolean;
  /** Lumps of unmelted seed on the coat. */
  readonly hasLumps: boolean;
}

/** What a coat is not for sale for. */
export type CoatFault = 'bloom' | 'foot' | 'lumps';
export const COAT_FAULTS: readonly CoatFault[] = ['bloom', 'foot', 'lumps'];

/** What is wrong with a coat; none: it is for sale. */
export function faultsOf({ hasBloom, hasFoot, hasLumps }: CoatOutcome): CoatFault[] {
  const has: Readonly<Record<CoatFault, boolean>> = { bloom: hasBloom, foot: hasFoot, lumps: hasLumps };
  return COAT_FAULTS.filter((fault) => has[fault]);
}

const IN_TEMPER = 0.6;
const FOOT_KELVIN = 1;
const LUMPS_SHARE = 0.02;

/** The coat that a bowl gives now, by film and temper. @throws InputError for a bowl out of the range of a film */
export function coatOutcome(
  bowl: SimulatedBowl,
  {
    windows,
    yieldPa,
    filmFactor,
  }: { readonly windows: TemperWindows; readonly yieldPa: number; readonly filmFactor: number },
): CoatOutcome {
  const condition = { yieldPa, bowlCelsius: bowl.celsius, windowLowCelsius: windows.work.low };
  const isThick = workingYieldPa(condition) > yieldPa * 1.2;
  return {
    filmMm: filmMm(filmFactor, condition),
    hasBloom: bowl.temper < IN_TEMPER || bowl.celsius > windows.work.high + FOOT_KELVIN,
    hasFoot: bowl.celsius > windows.work.high + FOOT_KELVIN || isThick,
    hasLumps: bowl.solidGrams > LUMPS_SHARE * bowl.liquidGrams,
  };
}
