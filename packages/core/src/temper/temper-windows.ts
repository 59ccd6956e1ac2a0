import { WORKING_WINDOW_CELSIUS, type CoatingKind } from '../coating/coating-kind';
import type { BlendPart } from '../coating/coating-flow';
import type { Bound } from '../input/bounds';

/** How couverture is brought into temper: by seed, on a cooled table, or without a thermometer. */
export type TemperSchool = 'seed' | 'table' | 'by-eye';
export const TEMPER_SCHOOLS = ['seed', 'table', 'by-eye'] as const;

export interface Celsius {
  readonly low: number;
  readonly high: number;
}

/** A coating's three windows in °C: melted out, crystals forming, worked. Each is the shop's own; the maker's packet rules. */
export interface TemperWindows {
  readonly melt: Celsius;
  readonly crystals: Celsius;
  readonly work: Celsius;
  /** Where this piece is dipped, of what the coating takes; absent: wherever it is worked. */
  readonly dip?: Celsius;
}

/** Where a bowl is dipped from: the range of the piece in hand, else all of where its coating is worked. */
export function dipWindow({ work, dip }: Pick<TemperWindows, 'work' | 'dip'>): Celsius {
  return dip ?? work;
}

/** So far below where its crystals form a coating can still be poured. Source: shop default. */
const POURED_BELOW_KELVIN = 2;

/**
 * The range that a piece may ask of a coating: from where it can still be poured to where it is worked, above which its temper is at
 * risk. By hand: dark 64, crystals from 27.5 °C, worked to 32.2: 25.5 to 32.2. Source: shop default.
 */
export function dipBound({ crystals, work }: Pick<TemperWindows, 'crystals' | 'work'>): Bound {
  return { min: Math.min(crystals.low - POURED_BELOW_KELVIN, work.low), max: work.high };
}

/** What melts soft inclusions, such as marshmallow or soft caramel. Source: shop default. */
const SOFT_MELTS_CELSIUS = 30;

/**
 * Where a coating is cool enough for soft inclusions and can still be spooned: from where its crystals form to 30 °C or to the end of its
 * window, whichever comes first; of a compound, which sets above, just over where it sets. By hand: dark, crystals from 27.5 °C, worked to
 * 32.2: 27.5 to 30. Source: shop default.
 */
export function coolEnough({ crystals, work }: Pick<TemperWindows, 'crystals' | 'work'>): Celsius {
  const high = Math.max(Math.min(work.high, SOFT_MELTS_CELSIUS), crystals.high);
  return { low: Math.min(crystals.low, high - 1), high };
}

export const MELT_CELSIUS: Bound = { min: 30, max: 65 };
export const CRYSTALS_CELSIUS: Bound = { min: 20, max: 40 };

/** What a coating is melted out at, and where its crystals form; compound forms none that count. Source: shop default. */
export const TEMPERING_CELSIUS: Readonly<Record<CoatingKind, Omit<TemperWindows, 'work'>>> = {
  dark: { melt: { low: 45, high: 50 }, crystals: { low: 27.5, high: 28.9 } },
  milk: { melt: { low: 43, high: 46 }, crystals: { low: 26.5, high: 27.8 } },
  white: { melt: { low: 40, high: 45 }, crystals: { low: 25.5, high: 27 } },
  compound: { melt: { low: 40, high: 45 }, crystals: { low: 30, high: 34 } },
};

/**
 * The three windows of a coating as shops commonly have them; a blend's lie between its kinds', by mass.
 * By hand: dark and milk one to one form crystals from 27 to 28.35 °C. Source: shop default.
 */
export function usualWindows(
  parts: readonly { readonly kind: CoatingKind; readonly grams: number }[],
): TemperWindows {
  const whole = parts.reduce((sum, { grams }) => sum + grams, 0);
  const byMass = (of: (kind: CoatingKind) => Celsius): Celsius => {
    const mean = (end: 'low' | 'high'): number =>
      parts.reduce((sum, { kind, grams }) => sum + grams * of(kind)[end], 0) / whole;
    return { low: mean('low'), high: mean('high') };
  };
  return {
    melt: byMass((kind) => TEMPERING_CELSIUS[kind].melt),
    crystals: byMass((kind) => TEMPERING_CELSIUS[kind].crystals),
    work: byMass((kind) => WORKING_WINDOW_CELSIUS[kind]),
  };
}

/** A coating as far as its windows go; what it has none of its own is as usual for its kind. */
export interface TemperedCoating {
  readonly id: string;
  readonly kind: CoatingKind | 'blend';
  readonly parts: readonly BlendPart[];
  readonly windowLowCelsius: number;
  readonly windowHighCelsius: number;
  readonly tempering: {
    readonly meltLowCelsius: number;
    readonly meltHighCelsius: number;
    readonly crystalsLowCelsius: number;
    readonly crystalsHighCelsius: number;
  } | null;
}

/** The three windows of a coating: the shop's own where it has set them, else those of its kind or of its parts. */
export function windowsOf(coating: TemperedCoating, all: readonly TemperedCoating[]): TemperWindows {
  const work = { low: coating.windowLowCelsius, high: coating.windowHighCelsius };
  const own = coating.tempering;
  if (own)
    return {
      melt: { low: own.meltLowCelsius, high: own.meltHighCelsius },
      crystals: { low: own.crystalsLowCelsius, high: own.crystalsHighCelsius },
      work,
    };
  if (coating.kind !== 'blend') return { ...usualWindows([{ kind: coating.kind, grams: 1 }]), work };
  const parts = coating.parts.flatMap(({ coating: id, parts: grams }) => {
    const part = all.find((each) => each.id === id);
    return part && part.kind !== 'blend' ? [{ kind: part.kind, grams }] : [];
  });
  return { ...usualWindows(parts), work };
}
