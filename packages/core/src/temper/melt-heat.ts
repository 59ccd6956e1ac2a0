import { requireWithin, type Bound } from '../input/bounds';
import { COATING_JOULES_PER_GK } from '../coating/coating-kind';
import { MELTING_JOULES_PER_G } from './seeding';
import type { Celsius } from './temper-windows';

/** What warms a bowl: steam below it, warm water round it, a microwave in bursts, or a melter that is set. */
export const MELT_HEATS = ['steam', 'warm-water', 'microwave', 'melter'] as const;
export type MeltHeat = (typeof MELT_HEATS)[number];

/** How a bowl is melted by its heat, with the figures that it is watched by. */
export type MeltCourse =
  /** Off the steam while this share is still solid: the bowl goes on melting it. */
  | { readonly kind: 'steam'; readonly solidShare: number }
  /** Water as warm as the coating may become and no warmer: nothing can burn. */
  | { readonly kind: 'warm-water'; readonly waterCelsius: number }
  /** Seconds of a burst while most is solid, and once lumps swim in it. */
  | { readonly kind: 'microwave'; readonly firstSeconds: number; readonly lastSeconds: number }
  | { readonly kind: 'melter'; readonly setCelsius: number };

export interface MeltingOf {
  /** What is in the bowl, in g. */
  readonly grams: number;
  /** What the heat gives, in W. */
  readonly watts: number;
  /** Where it is melted out. */
  readonly to: Celsius;
}

/** Off the steam while so much is still solid. Source: shop default. */
const SOLID_LEFT = 1 / 3;
/** A burst melts no more than this share of the bowl before it is stirred. Source: shop default. */
const BURST_SHARE = 1 / 4;
/** Once lumps swim a burst warms what is liquid by no more than this, in K. Source: shop default. */
const LAST_BURST_KELVIN = 4;
/** No burst is shorter than a door takes, or longer than its middle stands. Source: shop default. */
const FIRST_SECONDS: Bound = { min: 5, max: 30 };
const LAST_SECONDS: Bound = { min: 5, max: 15 };
const MELTED_GRAMS: Bound = { min: 1, max: 200_000 };
const WATTS: Bound = { min: 1, max: 10_000 };

/**
 * How a bowl is melted. By hand: 1 kg at 500 W: a quarter of it takes 250 g · 45 J/g = 11.25 kJ, 23 s; later 4 K of 1 kg at 1.6 J/gK are 6.4 kJ,
 * 13 s. Source: conservation of energy; shares and limits are shop defaults. @throws InputError for grams or watts out of range
 */
export function meltCourse(heat: MeltHeat, { grams, watts, to }: MeltingOf): MeltCourse {
  requireWithin('/grams', grams, MELTED_GRAMS);
  requireWithin('/watts', watts, WATTS);
  switch (heat) {
    case 'steam':
      return { kind: 'steam', solidShare: SOLID_LEFT };
    case 'warm-water':
      return { kind: 'warm-water', waterCelsius: to.high };
    case 'microwave':
      return {
        kind: 'microwave',
        firstSeconds: burst((grams * BURST_SHARE * MELTING_JOULES_PER_G) / watts, FIRST_SECONDS),
        lastSeconds: burst((grams * LAST_BURST_KELVIN * COATING_JOULES_PER_GK) / watts, LAST_SECONDS),
      };
    case 'melter':
      return { kind: 'melter', setCelsius: (to.low + to.high) / 2 };
  }
}

function burst(seconds: number, { min, max }: Bound): number {
  return Math.round(Math.min(max, Math.max(min, seconds)));
}
