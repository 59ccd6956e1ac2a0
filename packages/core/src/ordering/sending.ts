import type { Family } from '../coating/family';
import { coatingsOn, type Drizzle } from '../coating/piece-form';
import type { Bound } from '../input/bounds';
import type { DayOfWeek } from './slots';

/** The warmest of a way by post, °C. */
export const WAY_CELSIUS: Bound = { min: -30, max: 50 };
/** What a parcel weighs without what is in it, g. */
export const PARCEL_GRAMS: Bound = { min: 0, max: 20_000 };

/** How warm the way of a parcel is. */
export interface SendingWay {
  /** The warmest of a day in °C, where no forecast says otherwise. */
  readonly usualCelsius: number;
  /** The warmest of single days, as it was typed or read. */
  readonly days: readonly { readonly date: string; readonly celsius: number }[];
  /** Whether it goes with an ice pack, insulated. */
  readonly isIced: boolean;
  /** Weekdays on which the carrier collects, Monday is 1; absent or empty: on every day. */
  readonly collectsOn?: readonly number[];
}

/** An ice pack keeps a parcel so much cooler, on the day that it leaves and two more. Shop default. */
const ICE_KELVIN = 8;
const ICE_DAYS = 3;

/** How warm it is within a parcel on each day of its way, the day that it leaves first. Source: shop default for the ice pack. */
export function parcelDays(
  dates: readonly string[],
  { usualCelsius, days, isIced }: SendingWay,
): { readonly date: string; readonly celsius: number }[] {
  return dates.map((date, index) => {
    const outside = days.find((each) => each.date === date)?.celsius ?? usualCelsius;
    return { date, celsius: outside - (isIced && index < ICE_DAYS ? ICE_KELVIN : 0) };
  });
}

/** A coating softens so far below where it is worked, and is no gift any more. Shop default. */
const SOFTENS_BELOW_KELVIN = 5;
/** What a filling takes, °C: cream goes cold or not at all, fruit never. Shop default; the shop’s own food-safety plan decides. */
const FAMILY_MOST: Partial<Record<Family, number | null>> = {
  berry: null,
  truffle: 18,
  'shell-truffle': 18,
  'filled-cup': 18,
  'nut-butter-ball': 20,
  'nut-butter-egg': 20,
  caramel: 24,
};

/** What a piece takes on its way: so many °C at most; null: it never goes by post. */
export interface PostRule {
  readonly mostCelsius: number | null;
}

/**
 * What a piece takes by post where nobody said otherwise: what its coatings do before they soften, and its filling. By hand: a
 * dark one that is worked from 31 °C: 26 °C; with a ganache in it 18 °C. Source: shop default.
 */
export function usualPostRule(family: Family, windowLowsCelsius: readonly number[]): PostRule {
  const ofFamily = FAMILY_MOST[family];
  if (ofFamily === null) return { mostCelsius: null };
  const ofCoatings = windowLowsCelsius.map((low) => low - SOFTENS_BELOW_KELVIN);
  return { mostCelsius: Math.min(ofFamily ?? Infinity, ...ofCoatings) };
}

/** A piece as far as sending it goes; its own word is left out where it is as usual. */
export interface SentPiece {
  readonly family: Family;
  readonly form: Parameters<typeof coatingsOn>[0]['form'];
  readonly drizzle: Drizzle | null;
}

/** What is usual for a piece by post, by the coatings that it has on. Source: as usualPostRule. */
export function postRuleOf(
  piece: SentPiece,
  coatings: readonly { readonly id: string; readonly windowLowCelsius: number }[],
): PostRule {
  const own = coatingsOn(piece);
  const lows = coatings.filter(({ id }) => own.includes(id)).map((each) => each.windowLowCelsius);
  return usualPostRule(piece.family, lows);
}

/** Why a piece cannot go by post: never, not on that warm a day, or nobody collects on the day that it must leave. */
export type SendingFault =
  | { readonly kind: 'never' }
  | { readonly kind: 'not-collected'; readonly date: string }
  | {
      readonly kind: 'too-warm';
      readonly date: string;
      readonly celsius: number;
      readonly mostCelsius: number;
    };

/**
 * What stands in the way of a piece on these days, the day that it leaves first: that it never goes, that nobody collects then, else the
 * warmest; null where nothing does. At its limit itself it goes.
 */
export function sendingFault(
  { mostCelsius }: PostRule,
  days: readonly DayOfWeek[],
  way: SendingWay,
): SendingFault | null {
  if (mostCelsius === null) return { kind: 'never' };
  const [leaves] = days;
  const { collectsOn = [] } = way;
  if (leaves && collectsOn.length > 0 && !collectsOn.includes(leaves.weekday))
    return { kind: 'not-collected', date: leaves.date };
  const dates = days.map(({ date }) => date);
  const warm = parcelDays(dates, way).filter(({ celsius }) => celsius > mostCelsius);
  const [warmest] = warm.sort((a, b) => b.celsius - a.celsius || (a.date < b.date ? -1 : 1));
  return warmest ? { kind: 'too-warm', ...warmest, mostCelsius } : null;
}
