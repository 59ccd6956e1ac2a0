import { requireWithin, type Bound } from '../input/bounds';
import { COATING_GRAMS_PER_CM3, COATING_JOULES_PER_GK } from './coating-kind';

/** What a centre is made of, as far as heat is concerned. */
export type CentreKind = 'wet' | 'fat' | 'dry';

export const CENTRE_KINDS = ['wet', 'fat', 'dry'] as const;

export const CENTRE_CELSIUS: Bound = { min: -30, max: 45 };
export const DWELL_SECONDS: Bound = { min: 0, max: 120 };

/** How a solid takes heat up. */
export interface Conductor {
  readonly conductivityWPerMK: number;
  readonly diffusivityM2PerS: number;
}

/**
 * Fruit conducts like water; ganache, nut butter and caramel like fat; pretzel, chip, cookie and honeycomb like crumb.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (foods), rounded to a shop default per kind.
 */
const CENTRE_HEAT: Readonly<Record<CentreKind, Conductor>> = {
  wet: { conductivityWPerMK: 0.45, diffusivityM2PerS: 1.3e-7 },
  fat: { conductivityWPerMK: 0.25, diffusivityM2PerS: 1.0e-7 },
  dry: { conductivityWPerMK: 0.08, diffusivityM2PerS: 1.3e-7 },
};

/** Specific heat of a centre by its kind, J/(g·K). Source: as above. */
export const CENTRE_JOULES_PER_GK: Readonly<Record<CentreKind, number>> = { wet: 3.9, fat: 2, dry: 1.6 };

/** Latent heat that a coating gives up at once, J/g; a share of the whole. Source: shop default on Beckett. */
const PROMPT_LATENT_J_PER_G = 30;

/** The crust cools this far below the bowl while it freezes on; shop default. */
const CRUST_COOLING_KELVIN = 3;
/** Share of the drawn heat that comes out of freezing coating, not out of the liquid; shop default. */
const FREEZING_SHARE = 0.5;

export interface Dip {
  readonly centre: CentreKind;
  readonly bowlCelsius: number;
  readonly centreCelsius: number;
  readonly dwellSeconds: number;
  /** Area under the coating, mm². */
  readonly coveredMm2: number;
  /** Mass of the centre; null where it is not known, then its heat is not capped. */
  readonly centreGrams: number | null;
}

/**
 * Heat in J that the centre draws out of the bowl while it is under: the semi-infinite solid
 * 2·k·ΔT·sqrt(dwell/(π·α))·A, at most what warms the whole centre through.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (semi-infinite solid, constant surface temperature).
 */
export function drawnJoules(dip: Dip): number {
  requireWithin('/bowlC', dip.bowlCelsius, { min: 15, max: 60 });
  requireWithin('/centreC', dip.centreCelsius, CENTRE_CELSIUS);
  requireWithin('/dwellS', dip.dwellSeconds, DWELL_SECONDS);
  const riseKelvin = Math.max(0, dip.bowlCelsius - dip.centreCelsius);
  const joulesPerM2 = drawnJoulesPerM2(CENTRE_HEAT[dip.centre], riseKelvin, dip.dwellSeconds);
  const drawn = (joulesPerM2 * dip.coveredMm2) / 1e6;
  return dip.centreGrams === null
    ? drawn
    : Math.min(drawn, dip.centreGrams * CENTRE_JOULES_PER_GK[dip.centre] * riseKelvin);
}

/** Heat in J/m² that a thick solid draws out of a liquid so much warmer in so many seconds. Source: as drawnJoules. */
export function drawnJoulesPerM2(solid: Conductor, riseKelvin: number, seconds: number): number {
  const root = Math.sqrt(seconds / (Math.PI * solid.diffusivityM2PerS));
  return 2 * solid.conductivityWPerMK * riseKelvin * root;
}

/**
 * Thickness in mm of the layer that a cold centre freezes on while it is under, 0 for one as warm as the bowl.
 * By hand: a berry at 8 °C in a bowl of 31 °C for 3 s: 2·0.45·23·sqrt(3/(π·1.3e-7)) = 56,100 J/m², half of it over
 * 1270 kg/m³·34.8 kJ/kg gives 0.63 mm.
 */
export function crustMm(dip: Dip): number {
  if (dip.coveredMm2 <= 0) return 0;
  return frozenMm((drawnJoules(dip) * 1e6) / dip.coveredMm2);
}

/** Thickness in mm of coating that freezes onto what draws so much heat, J/m². Source: as crustMm. */
export function frozenMm(joulesPerM2: number): number {
  const joulesPerGram = PROMPT_LATENT_J_PER_G + COATING_JOULES_PER_GK * CRUST_COOLING_KELVIN;
  return (FREEZING_SHARE * joulesPerM2) / (joulesPerGram * COATING_GRAMS_PER_CM3 * 1000);
}

/**
 * Heat in J that one piece takes out of the liquid of the bowl: what its centre draws, less the share that the crust
 * gives up as it freezes. By hand: the berry above, 56,100 J/m² on 24.7 cm² draw 138 J, of which half comes from the
 * crust: 69 J. Source: Incropera, as drawnJoules; the share is a shop default.
 */
export function bowlJoulesPerPiece(dip: Dip): number {
  return dip.coveredMm2 <= 0 ? 0 : (1 - FREEZING_SHARE) * drawnJoules(dip);
}
