import type { PotReading } from '@alnage/core/recipes';

const KEY = 'alnage.sugar-pot';
/** A pot that nobody noted for so long is another one. Shop default. */
const KEPT_MS = 2 * 3_600_000;

export interface NotedReading extends PotReading {
  readonly at: number;
}

/** A pot that is boiling: what it was at, what is wanted of it, and how far that is. */
export interface KeptPot {
  readonly readings: readonly NotedReading[];
  readonly over: { readonly turns: number; readonly since: number | null };
  readonly wanted: object;
  readonly turns: readonly { readonly celsius: number | null; readonly what: string }[];
}

/** Keeps a pot on this device while somebody looks elsewhere; one of which nothing was noted is none. */
export function keepPot(pot: KeptPot): void {
  if (pot.readings.length === 0) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, JSON.stringify(pot));
}

/** The pot that was left boiling; null where there is none, or it was long ago. */
export function keptPot(): KeptPot | null {
  try {
    const pot = JSON.parse(localStorage.getItem(KEY) ?? 'null') as KeptPot | null;
    const last = pot?.readings.at(-1)?.at ?? 0;
    return pot && Date.now() - last < KEPT_MS ? pot : null;
  } catch {
    return null;
  }
}
