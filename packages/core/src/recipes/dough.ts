import { requireWithin, type Bound } from '../input/bounds';

export const HUMIDITY_PERCENT: Bound = { min: 0, max: 100 };
export const TABLE_CELSIUS: Bound = { min: -5, max: 40 };

/**
 * Two ways to stiffen a dough that is soft: icing sugar keeps it smooth, crumb keeps it from getting sweeter.
 */
export const DOUGH_SCHOOLS = ['sugar', 'crumb'] as const;
export type DoughSchool = (typeof DOUGH_SCHOOLS)[number];

/** A dough's day: how wet the air is, how warm the table that it stands on, and whether its nut butter is natural. */
export interface DoughDay {
  readonly humidityPercent: number;
  readonly tableCelsius: number;
  /** Unstabilised nut butter, whose oil runs. */
  readonly isNaturalButter: boolean;
  readonly school: DoughSchool;
  /** How it feels, once somebody has a hand in it; absent: it holds. */
  readonly feel?: DoughFeel;
}

/** A ball of it between two fingers: it holds its form, it sticks to them, or it falls apart. */
export const DOUGH_FEELS = ['holds', 'sticks', 'crumbles'] as const;
export type DoughFeel = (typeof DOUGH_FEELS)[number];

/** What to add for the day, as shares of the dough's mass, with each cause. */
export interface DoughAdvice {
  readonly addShare: number;
  readonly school: DoughSchool;
  readonly causes: readonly {
    readonly cause: 'humid' | 'warm-table' | 'natural-butter' | 'sticks';
    readonly share: number;
  }[];
  /** Whether more would have been asked than is sound to add: better another day, or colder. */
  readonly isCapped: boolean;
  /** Soft fat or honey for a dough that crumbles, as a share of its mass; 0 where it does not. */
  readonly softenShare: number;
}

/** Above these a dough softens; each step asks for a little more. Source: shop default. */
const DRY_ENOUGH_PERCENT = 55;
const COOL_ENOUGH_CELSIUS = 20;
const SHARE_PER_PERCENT = 0.001;
const SHARE_PER_KELVIN = 0.006;
const NATURAL_BUTTER_SHARE = 0.02;
/** For a dough that sticks all the same, and softens one that crumbles: a little, then feel again. */
const STICKS_SHARE = 0.015;
const SOFTEN_SHARE = 0.01;
/** Crumb takes up more than sugar does. */
const SCHOOL_FACTOR: Readonly<Record<DoughSchool, number>> = { sugar: 1, crumb: 0.7 };
/** More than this makes another sweet of it. */
const MOST_SHARE = 0.08;

/**
 * How much icing sugar or crumb a nut-butter dough asks for on such a day, a suggestion between 0 and 8% of its mass:
 * 0.1% for each percent of humidity above 55, 0.6% for each kelvin of the table above 20 °C, 2% for natural butter.
 * By hand: 70% and 24 °C with sugar: 1.5% + 2.4% = 3.9%. One that sticks asks for 1.5% more; one that crumbles asks for nothing dry,
 * but for 1% of soft fat or honey. Source: shop default. @throws InputError
 */
export function doughAdvice(day: DoughDay): DoughAdvice {
  const humid = requireWithin('/humidityPercent', day.humidityPercent, HUMIDITY_PERCENT) - DRY_ENOUGH_PERCENT;
  const warm = requireWithin('/tableCelsius', day.tableCelsius, TABLE_CELSIUS) - COOL_ENOUGH_CELSIUS;
  const factor = SCHOOL_FACTOR[day.school];
  const causes = [
    { cause: 'humid' as const, share: Math.max(0, humid) * SHARE_PER_PERCENT * factor },
    { cause: 'warm-table' as const, share: Math.max(0, warm) * SHARE_PER_KELVIN * factor },
    { cause: 'natural-butter' as const, share: day.isNaturalButter ? NATURAL_BUTTER_SHARE * factor : 0 },
    { cause: 'sticks' as const, share: day.feel === 'sticks' ? STICKS_SHARE * factor : 0 },
  ].filter(({ share }) => share > 0 && day.feel !== 'crumbles');
  const asked = causes.reduce((sum, { share }) => sum + share, 0);
  return {
    addShare: Math.min(asked, MOST_SHARE),
    ...{ school: day.school, causes, isCapped: asked > MOST_SHARE },
    softenShare: day.feel === 'crumbles' ? SOFTEN_SHARE : 0,
  };
}

/** What an ingredient that goes in by feel does to a dough: it stiffens it in one of the two ways, or it softens it. */
export type FeelRole = DoughSchool | 'softens';

/** An ingredient that goes in by feel: from so much to so much. */
export interface FeelRange {
  readonly grams: number;
  readonly mostGrams: number;
  readonly role: FeelRole;
}

/**
 * Where to begin, on such a day, with what goes into a pot by feel: the least of it and what the day asks for, of what softens only what
 * a dough that falls apart asks for, and never beyond its most. By hand: 20 to 80 g of icing sugar in 1,000 g at 70% and 24 °C: 20 and
 * 39 are 59 g. Source: shop default. @throws InputError
 */
export function feelGrams(
  { grams, mostGrams, role }: FeelRange,
  potGrams: number,
  day: Omit<DoughDay, 'school'>,
): number {
  const { addShare, softenShare } = doughAdvice({ ...day, school: role === 'softens' ? 'sugar' : role });
  return Math.min(mostGrams, grams + potGrams * (role === 'softens' ? softenShare : addShare));
}
