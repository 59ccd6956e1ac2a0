import { rewarmSeconds } from './bowl-heat';
import { seededCelsius, seedGramsFor, type Seeding } from './seeding';
import type { Celsius, TemperSchool, TemperWindows } from './temper-windows';

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
  /** Seed that this melt is to get in all, and what went in so far. */
  readonly seedGrams: number;
  readonly seededGrams: number;
  readonly seedCelsius: number;
  /** Solid in temper that is kept back. */
  readonly reserveGrams: number;
  /** What warming gives. */
  readonly watts: number;
}

/** The one next thing, with its figures. */
export type TemperAdvice =
  | { readonly kind: 'melt-on'; readonly to: Celsius; readonly underKelvin: number | null }
  | { readonly kind: 'melted' }
  | { readonly kind: 'overheated'; readonly overKelvin: number }
  | {
      readonly kind: 'seed-in';
      readonly grams: number;
      readonly keepGrams: number;
      readonly comesTo: number | null;
    }
  | { readonly kind: 'stir-on'; readonly to: Celsius }
  | {
      readonly kind: 'add-solid';
      readonly grams: number;
      readonly haveGrams: number;
      readonly isEnough: boolean;
    }
  | { readonly kind: 'crystals-there' }
  | { readonly kind: 'pour'; readonly grams: number; readonly to: Celsius }
  | { readonly kind: 'return'; readonly to: Celsius }
  | { readonly kind: 'stir-away' }
  | { readonly kind: 'test' }
  | { readonly kind: 'warm'; readonly to: Celsius; readonly seconds: number | null }
  | { readonly kind: 'warmed' }
  | { readonly kind: 'work' }
  | { readonly kind: 'rewarm'; readonly seconds: number; readonly underKelvin: number }
  | { readonly kind: 'let-cool'; readonly overKelvin: number }
  | { readonly kind: 'retemper'; readonly peakCelsius: number };

/** Warmer than melting out asks by so much, milk and sugar begin to burn. Source: shop default. */
const BURNING_KELVIN = 5;
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
  return: ({ windows }) => ({ kind: 'return', to: windows.work }),
  stir: () => ({ kind: 'stir-away' }),
  test: () => ({ kind: 'test' }),
  work: workAdvice,
};

function meltAdvice({ school, windows, celsius }: TemperSituation): TemperAdvice {
  // without temper it is melted only as far as it is worked
  const to = school === 'melt' ? windows.work : windows.melt;
  if (celsius === null) return { kind: 'melt-on', to, underKelvin: null };
  if (celsius > windows.melt.high + BURNING_KELVIN)
    return { kind: 'overheated', overKelvin: celsius - windows.melt.high };
  return celsius < to.low ? { kind: 'melt-on', to, underKelvin: to.low - celsius } : { kind: 'melted' };
}

function seeding({ grams, celsius, seedCelsius }: TemperSituation): Seeding | null {
  return celsius === null ? null : { liquidGrams: grams, liquidCelsius: celsius, seedCelsius, bowl: null };
}

function seedAdvice(situation: TemperSituation): TemperAdvice {
  const { celsius, windows, seededGrams } = situation;
  // what is not melted out has crystals of its own, and melts no seed
  if (celsius !== null && celsius <= windows.work.high && seededGrams === 0)
    return { kind: 'melt-on', to: windows.melt, underKelvin: windows.melt.low - celsius };
  const grams = Math.max(0, situation.seedGrams - situation.seededGrams);
  const liquid = seeding(situation);
  const comesTo = liquid && seededCelsius(liquid, grams);
  return { kind: 'seed-in', grams, keepGrams: situation.reserveGrams, comesTo };
}

function crystalsAdvice(situation: TemperSituation): TemperAdvice {
  const { windows, celsius, reserveGrams: haveGrams } = situation;
  const liquid = seeding(situation);
  if (celsius === null || liquid === null) return { kind: 'stir-on', to: windows.crystals };
  if (celsius <= windows.crystals.high) return { kind: 'crystals-there' };
  // above where it is worked the seed melts away; below it stirring is enough
  if (celsius <= windows.work.high) return { kind: 'stir-on', to: windows.crystals };
  const grams = seedGramsFor(liquid, middle(windows.crystals));
  return { kind: 'add-solid', grams, haveGrams, isEnough: grams <= haveGrams };
}

function warmAdvice(situation: TemperSituation): TemperAdvice {
  const { windows, celsius } = situation;
  const to = windows.work;
  if (celsius === null) return { kind: 'warm', to, seconds: null };
  if (celsius > to.high + LOST_KELVIN) return { kind: 'retemper', peakCelsius: celsius };
  if (celsius >= to.low) return { kind: 'warmed' };
  return { kind: 'warm', to, seconds: warmingSeconds(situation, celsius) };
}

/**
 * What is poured so that all of it meets in the middle of its window: m·(T_melt − T_work)/(T_melt − T_crystals).
 * By hand: dark, 3,000 g at 47.5 °C: 3,000·(47.5 − 31.6)/(47.5 − 28.2) = 2,472 g. Source: conservation of energy.
 */
function pourAdvice({ windows, celsius, grams }: TemperSituation): TemperAdvice {
  const warm = celsius ?? middle(windows.melt);
  const [work, crystals] = [middle(windows.work), middle(windows.crystals)];
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
  if (celsius > work.high) return { kind: 'let-cool', overKelvin: celsius - work.high };
  if (celsius >= work.low) return { kind: 'work' };
  return {
    kind: 'rewarm',
    seconds: warmingSeconds(situation, celsius),
    underKelvin: work.low - celsius,
  };
}

function warmingSeconds({ grams, windows, watts }: TemperSituation, celsius: number): number {
  return rewarmSeconds(grams, Math.max(0, middle(windows.work) - celsius), watts);
}

function middle({ low, high }: Celsius): number {
  return (low + high) / 2;
}
