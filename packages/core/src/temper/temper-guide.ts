import { rewarmSeconds } from './bowl-heat';
import { COATING_JOULES_PER_GK } from '../coating/coating-kind';
import { MELTING_JOULES_PER_G, seededCelsius, seedGramsFor, type Seeding } from './seeding';
import { dipWindow, type Celsius, type TemperSchool, type TemperWindows } from './temper-windows';

/** The way of a melt to work: by one of the schools of temper, or melted only (compound, and what is thinned). */
export type MeltSchool = TemperSchool | 'melt';

/** A step of the way, which somebody says is done. */
export type TemperStep = 'melt' | 'seed' | 'crystals' | 'warm' | 'pour' | 'return' | 'stir' | 'test' | 'work';
export const TEMPER_STEPS = [
  ...['melt', 'seed', 'crystals', 'warm', 'pour', 'return', 'stir', 'test', 'work'],
] as readonly TemperStep[] as readonly ['melt', ...TemperStep[]];

/** The steps of each school in turn; the last one lasts until the bowl is empty. Source: shop default. */
export const STEPS_OF: Readonly<Record<MeltSchool, readonly TemperStep[]>> = {
  seed: ['melt', 'seed', 'crystals', 'warm', 'work'],
  table: ['melt', 'pour', 'return', 'work'],
  'by-eye': ['melt', 'stir', 'test', 'work'],
  melt: ['melt', 'work'],
};

/** By which school a melt is begun again whose temper is lost: what was never melted out has nothing solid left to go on from. */
export function schoolAgain(school: MeltSchool): MeltSchool {
  return school === 'by-eye' ? 'seed' : school;
}

/** A melt as it stands. */
export interface TemperSituation {
  readonly school: MeltSchool;
  readonly windows: TemperWindows;
  /** Steps that somebody said are done. */
  readonly done: readonly TemperStep[];
  /** What the probe says; null where there is none, or it cannot be believed. */
  readonly celsius: number | null;
  /** Highest that was read since it was ready to be worked; null before. */
  readonly peakCelsius: number | null;
  /** What is in the bowl now. */
  readonly grams: number;
  /** Seed that this melt is planned to get, and what went in so far. */
  readonly seedGrams: number;
  readonly seededGrams: number;
  /** What the probe said when the first of it went in; null: nothing did, or nobody knows. */
  readonly seededFromCelsius: number | null;
  readonly seedCelsius: number;
  /** Solid in temper that is kept back. */
  readonly reserveGrams: number;
  /** What warming gives. */
  readonly watts: number;
  /** How it cools where it stands; null: not known. */
  readonly cooling: { readonly roomCelsius: number; readonly tauMinutes: number } | null;
}

/** The one next thing, with its figures. */
export type TemperAdvice =
  | { readonly kind: 'melt-on'; readonly to: Celsius; readonly underKelvin: number | null }
  /** Warmed without melting out: some of it stays solid, and keeps its crystals. */
  | { readonly kind: 'melt-gently'; readonly to: Celsius; readonly solidShare: number }
  | { readonly kind: 'melted' }
  | { readonly kind: 'overheated'; readonly overKelvin: number }
  | {
      readonly kind: 'seed-in';
      readonly grams: number;
      readonly keepGrams: number;
      readonly comesTo: number | null;
    }
  /** So warm that there is not seed enough: it is left to cool first. */
  | { readonly kind: 'cool-first'; readonly toCelsius: number; readonly minutes: number | null }
  /** Colder than what is solid melts in, or crystals form in. */
  | {
      readonly kind: 'too-cool';
      readonly to: Celsius;
      readonly underKelvin: number;
      readonly seconds: number;
    }
  | { readonly kind: 'stir-on'; readonly to: Celsius; readonly minutes: number | null }
  | {
      readonly kind: 'add-solid';
      readonly grams: number;
      readonly haveGrams: number;
      readonly isEnough: boolean;
    }
  /** All the seed is in, and has brought it to where its crystals form. */
  | { readonly kind: 'seeded' }
  | { readonly kind: 'crystals-there' }
  | { readonly kind: 'pour'; readonly grams: number; readonly to: Celsius }
  /** `isThere`: it is as warm as it is worked. */
  | { readonly kind: 'return'; readonly to: Celsius; readonly isThere: boolean }
  | { readonly kind: 'stir-away'; readonly seconds: number }
  | { readonly kind: 'test' }
  | { readonly kind: 'warm'; readonly to: Celsius; readonly seconds: number | null }
  | { readonly kind: 'warmed' }
  | { readonly kind: 'work' }
  | { readonly kind: 'rewarm'; readonly seconds: number; readonly underKelvin: number }
  /** `isAtRisk`: it is warmer than its coating is worked, and a little more costs its temper. */
  | { readonly kind: 'let-cool'; readonly overKelvin: number; readonly isAtRisk: boolean }
  | { readonly kind: 'retemper'; readonly peakCelsius: number };

/** Warmer than melting out asks by so much, milk and sugar begin to burn. Source: shop default. */
export const BURNING_KELVIN = 5;
/** What is left solid over barely warm water, and stirred away off it. Source: shop default. */
export const KEPT_SOLID_SHARE = 1 / 3;
/** So long back over the warm water where lumps stay. Source: shop default. */
const SPELL_SECONDS = 20;
/** Less than this share of the seed is not worth weighing. Source: shop default. */
const LEAST_SEED_SHARE = 0.02;
/** So far below where its crystals form a bowl is too stiff to go on with. Source: shop default. */
const COOL_KELVIN = 0.5;
/** Crystals are gone once a bowl was so much warmer than it is worked. Source: shop default. */
export const LOST_KELVIN = 1.5;

/** The step that a melt is at. */
export function stepOf({ school, done }: Pick<TemperSituation, 'school' | 'done'>): TemperStep {
  return STEPS_OF[school].find((step) => !done.includes(step)) ?? 'work';
}

/**
 * The one next thing to do with a melt. Figures: seed by seedGramsFor, warming by rewarmSeconds to the middle of the
 * window; every temperature is the coating's own window. Source: Beckett, Industrial Chocolate Manufacture and Use
 * (tempering); the order of steps is a shop default.
 */
export function temperAdvice(situation: TemperSituation): TemperAdvice {
  return ADVICE[stepOf(situation)](situation);
}

const ADVICE: Readonly<Record<TemperStep, (situation: TemperSituation) => TemperAdvice>> = {
  melt: meltAdvice,
  seed: seedAdvice,
  crystals: crystalsAdvice,
  warm: warmAdvice,
  pour: pourAdvice,
  return: returnAdvice,
  stir: (situation) => tooWarmToKeep(situation) ?? { kind: 'stir-away', seconds: SPELL_SECONDS },
  test: (situation) => tooWarmToKeep(situation) ?? { kind: 'test' },
  work: workAdvice,
};

/** How warm it is melted: without temper only as far as it is worked. */
export function meltedTo(school: MeltSchool, windows: TemperWindows): Celsius {
  return school === 'melt' ? windows.work : windows.melt;
}

function meltAdvice(situation: TemperSituation): TemperAdvice {
  const { school, windows, celsius } = situation;
  if (school === 'by-eye')
    return (
      tooWarmToKeep(situation) ?? { kind: 'melt-gently', to: windows.work, solidShare: KEPT_SOLID_SHARE }
    );
  const to = meltedTo(school, windows);
  if (celsius === null) return { kind: 'melt-on', to, underKelvin: null };
  if (celsius > windows.melt.high + BURNING_KELVIN)
    return { kind: 'overheated', overKelvin: celsius - windows.melt.high };
  return celsius < to.low ? { kind: 'melt-on', to, underKelvin: to.low - celsius } : { kind: 'melted' };
}

/** What keeps its crystals by never melting out has none left above where it is worked. */
function tooWarmToKeep({ windows, celsius }: TemperSituation): TemperAdvice | null {
  const { high } = windows.work;
  if (celsius === null || celsius <= high) return null;
  if (celsius > high + LOST_KELVIN) return { kind: 'retemper', peakCelsius: celsius };
  return { kind: 'let-cool', overKelvin: celsius - high, isAtRisk: true };
}

function seeding({ grams, celsius, seedCelsius }: TemperSituation): Seeding | null {
  return celsius === null ? null : { liquidGrams: grams, liquidCelsius: celsius, seedCelsius, bowl: null };
}

function seedAdvice(situation: TemperSituation): TemperAdvice {
  const { celsius, windows, seededGrams, reserveGrams } = situation;
  // what is not melted out has crystals of its own, and melts no seed
  if (celsius !== null && celsius <= windows.work.high && seededGrams === 0)
    return { kind: 'melt-on', to: windows.melt, underKelvin: windows.melt.low - celsius };
  const wanted = seedWanted(situation);
  const there = situation.seedGrams + reserveGrams;
  if (wanted > there && seededGrams === 0) return coolFirst(situation, there);
  const open = Math.min(wanted, there) - seededGrams;
  const grams = open > LEAST_SEED_SHARE * wanted ? open : 0;
  if (grams === 0 && celsius !== null) return seededAdvice(situation, celsius);
  const liquid = seeding(situation);
  const comesTo = liquid && seededCelsius(liquid, grams);
  return { kind: 'seed-in', grams, keepGrams: Math.max(0, there - grams - seededGrams), comesTo };
}

/** With all the seed in it is stirred down; what is not melted by then is not needed. */
function seededAdvice(situation: TemperSituation, celsius: number): TemperAdvice {
  const { crystals } = situation.windows;
  if (celsius > crystals.high) return { kind: 'stir-on', to: crystals, minutes: null };
  return tooCoolFor(situation, crystals) ?? { kind: 'seeded' };
}

function returnAdvice(situation: TemperSituation): TemperAdvice {
  const { windows, celsius } = situation;
  const to = dipWindow(windows);
  if (celsius !== null && celsius < to.low && celsius >= windows.crystals.low)
    return {
      kind: 'rewarm',
      seconds: warmingSeconds(situation, celsius),
      underKelvin: to.low - celsius,
    };
  return { kind: 'return', to, isThere: celsius !== null && celsius >= to.low && celsius <= to.high };
}

/**
 * What brings this bowl to where its crystals form, from the warmth that it had before the first of it; the planned share where
 * nobody knows that. Source: as seedGramsFor.
 */
function seedWanted(situation: TemperSituation): number {
  const { windows, seedGrams, seededGrams, seededFromCelsius, grams, celsius, seedCelsius } = situation;
  const from = seededGrams > 0 ? seededFromCelsius : celsius;
  const target = middle(windows.crystals);
  if (from === null || from <= target) return seedGrams;
  const liquidGrams = Math.max(1, grams - seededGrams);
  return seedGramsFor({ liquidGrams, liquidCelsius: from, seedCelsius, bowl: null }, target);
}

/** The warmth from which all that there is brings it to where its crystals form. Source: as seededCelsius. */
function coolFirst(situation: TemperSituation, there: number): TemperAdvice {
  const { grams, seedCelsius, windows, celsius } = situation;
  const target = middle(windows.crystals);
  const taken = there * (COATING_JOULES_PER_GK * (target - seedCelsius) + MELTING_JOULES_PER_G);
  const toCelsius = Math.max(windows.work.high + 1, target + taken / (grams * COATING_JOULES_PER_GK));
  return { kind: 'cool-first', toCelsius, minutes: minutesDown(situation, celsius!, toCelsius) };
}

function tooCoolFor(
  { celsius, grams, watts }: TemperSituation,
  to: Celsius,
): Extract<TemperAdvice, { kind: 'too-cool' }> | null {
  if (celsius === null || celsius >= to.low - COOL_KELVIN) return null;
  const seconds = rewarmSeconds(grams, middle(to) - celsius, watts);
  return { kind: 'too-cool', to, underKelvin: to.low - celsius, seconds };
}

/** Minutes in which it cools where it stands: τ·ln((T − T_room)/(T_to − T_room)); null where it never does, or nobody knows. */
function minutesDown({ cooling }: TemperSituation, from: number, to: number): number | null {
  if (!cooling || to <= cooling.roomCelsius) return null;
  const { tauMinutes, roomCelsius } = cooling;
  return from <= to ? 0 : tauMinutes * Math.log((from - roomCelsius) / (to - roomCelsius));
}

function crystalsAdvice(situation: TemperSituation): TemperAdvice {
  const { windows, celsius } = situation;
  const haveGrams = Math.max(0, situation.seedGrams + situation.reserveGrams - situation.seededGrams);
  const liquid = seeding(situation);
  const to = windows.crystals;
  if (celsius === null || liquid === null) return { kind: 'stir-on', to, minutes: null };
  if (celsius <= to.high) return tooCoolFor(situation, to) ?? { kind: 'crystals-there' };
  // above where it is worked the seed melts away; below it stirring is enough
  if (celsius <= windows.work.high)
    return { kind: 'stir-on', to, minutes: minutesDown(situation, celsius, to.high) };
  // what went in may not be melted yet: what all of it does is reckoned from how warm it was before
  const grams =
    situation.seededFromCelsius === null
      ? seedGramsFor(liquid, middle(to))
      : seedWanted(situation) - situation.seededGrams;
  if (grams <= LEAST_SEED_SHARE * situation.seededGrams) return { kind: 'stir-on', to, minutes: null };
  return { kind: 'add-solid', grams, haveGrams, isEnough: grams <= haveGrams };
}

function warmAdvice(situation: TemperSituation): TemperAdvice {
  const { windows, celsius } = situation;
  const to = dipWindow(windows);
  if (celsius === null) return { kind: 'warm', to, seconds: null };
  if (celsius > windows.work.high + LOST_KELVIN) return { kind: 'retemper', peakCelsius: celsius };
  // a piece that is dipped below where crystals form waits for it; else a degree too much is left to the work
  if (windows.dip && celsius > to.high) return tooWarmFor(windows, celsius);
  if (celsius >= to.low) return { kind: 'warmed' };
  return { kind: 'warm', to, seconds: warmingSeconds(situation, celsius) };
}

/**
 * What is poured so that all of it meets in the middle of its window: m·(T_melt − T_work)/(T_melt − T_crystals).
 * By hand: dark, 3,000 g at 47.5 °C: 3,000·(47.5 − 31.6)/(47.5 − 28.2) = 2,472 g. Source: conservation of energy.
 */
function pourAdvice({ windows, celsius, grams }: TemperSituation): TemperAdvice {
  const warm = celsius ?? middle(windows.melt);
  const [work, crystals] = [middle(dipWindow(windows)), middle(windows.crystals)];
  const share = warm <= work ? 0 : (warm - work) / (warm - crystals);
  return { kind: 'pour', grams: grams * share, to: windows.crystals };
}

function workAdvice(situation: TemperSituation): TemperAdvice {
  const { school, windows, celsius, peakCelsius } = situation;
  const { work, melt } = windows;
  const isTempered = school !== 'melt';
  if (isTempered && peakCelsius !== null && peakCelsius > work.high + LOST_KELVIN)
    return { kind: 'retemper', peakCelsius };
  if (celsius === null) return { kind: 'work' };
  if (celsius > melt.high + BURNING_KELVIN) return { kind: 'overheated', overKelvin: celsius - melt.high };
  const dip = dipWindow(windows);
  if (celsius > dip.high) return tooWarmFor(windows, celsius);
  if (celsius >= dip.low) return { kind: 'work' };
  return {
    kind: 'rewarm',
    seconds: warmingSeconds(situation, celsius),
    underKelvin: dip.low - celsius,
  };
}

/** Warmer than the piece in hand is dipped: it is left to cool, and at once where its temper is at risk. */
function tooWarmFor(windows: TemperWindows, celsius: number): TemperAdvice {
  const overKelvin = celsius - dipWindow(windows).high;
  return { kind: 'let-cool', overKelvin, isAtRisk: celsius > windows.work.high };
}

function warmingSeconds({ grams, windows, watts }: TemperSituation, celsius: number): number {
  return rewarmSeconds(grams, Math.max(0, middle(dipWindow(windows)) - celsius), watts);
}

function middle({ low, high }: Celsius): number {
  return (low + high) / 2;
}
