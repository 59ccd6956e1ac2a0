import type { PathStop } from './path';

/** So much warmer than a zone is set, or colder, it may be without a word, K. Source: shop default. */
export const TOLERANCE_KELVIN = 3;
/** A door that stands open for a tray is no excursion. Source: shop default. */
const SHORT_MS = 10 * 60_000;

/** A while in which a zone was not as it is set: too warm, too cold, or nobody knows. */
export interface Excursion {
  readonly kind: 'warm' | 'cold' | 'silent';
  readonly from: number;
  readonly until: number;
  /** The warmest of it, or the coldest; null of a silence. */
  readonly celsius: number | null;
}

/**
 * Whiles in which a zone was more than three kelvin off what it is set to, for ten minutes or longer, and silences of its sensor. By hand:
 * set to 4 °C, at 9 and then 12 °C from 14:00 to 15:30: warm, 12 °C, 90 minutes. Source: shop default.
 */
export function excursionsOf(stops: readonly PathStop[], setCelsius: number | null): Excursion[] {
  const all: Excursion[] = [];
  for (const stop of stops) {
    const kind = kindOf(stop, setCelsius);
    if (kind === null) continue;
    const celsius = kind === 'silent' ? null : stop.celsius;
    const last = all.at(-1);
    if (last?.kind === kind && last.until === stop.from)
      all[all.length - 1] = { ...last, until: stop.until, celsius: further(kind, last.celsius, celsius) };
    else all.push({ kind, from: stop.from, until: stop.until, celsius });
  }
  return all.filter(({ kind, from, until }) => kind === 'silent' || until - from >= SHORT_MS);
}

function kindOf({ celsius, source }: PathStop, setCelsius: number | null): Excursion['kind'] | null {
  if (source === 'gap') return 'silent';
  if (source === 'set' || celsius === null || setCelsius === null) return null;
  if (celsius > setCelsius + TOLERANCE_KELVIN) return 'warm';
  return celsius < setCelsius - TOLERANCE_KELVIN ? 'cold' : null;
}

function further(kind: Excursion['kind'], a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return kind === 'cold' ? Math.min(a, b) : Math.max(a, b);
}
