import { requireWithin, type Bound } from '../input/bounds';
import { COATING_GRAMS_PER_CM3 } from './coating-kind';
import { WAY_FACTOR_BOUND } from './way';

export const YIELD_PA: Bound = { min: 0.1, max: 200 };
export const BOWL_CELSIUS: Bound = { min: 15, max: 60 };

/** What the coating is like in the bowl while it is worked. */
export interface BowlCondition {
  readonly yieldPa: number;
  readonly bowlCelsius: number;
  /** Low end of the working window; below it the coating thickens. Null: the yield value is taken as it is. */
  readonly windowLowCelsius: number | null;
}

const GRAVITY_M_PER_S2 = 9.81;
/** Growth of the yield value for each degree below the window; shop default. */
const THICKENING_PER_KELVIN = 0.08;

/**
 * Yield value in Pa at the bowl's temperature: τ0·(1 + 0.08·degrees under the window), unchanged above its low end.
 * By hand: dark 14 Pa at 29 °C, 2 K under 31 °C: 14·1.16 = 16.24 Pa.
 * Source: shop default on Beckett, Industrial Chocolate Manufacture and Use.
 */
export function workingYieldPa(condition: BowlCondition): number {
  requireWithin('/yieldPa', condition.yieldPa, YIELD_PA);
  requireWithin('/bowlC', condition.bowlCelsius, BOWL_CELSIUS);
  if (condition.windowLowCelsius === null) return condition.yieldPa;
  const underKelvin = Math.max(0, condition.windowLowCelsius - condition.bowlCelsius);
  return condition.yieldPa * (1 + THICKENING_PER_KELVIN * underKelvin);
}

/**
 * Thickness in mm of the film that stays when the rest has drained: k·τ0/(ρ·g), the yield stress of the coating
 * against its own weight. By hand: fork, 14 Pa: 14/(1270·9.81) m = 1.12 mm.
 * Source: Beckett, Industrial Chocolate Manufacture and Use (yield-stress flow); the way's factor is the shop's own.
 */
export function filmMm(filmFactor: number, condition: BowlCondition): number {
  requireWithin('/filmFactor', filmFactor, WAY_FACTOR_BOUND);
  const weightPaPerMm = (COATING_GRAMS_PER_CM3 * 1000 * GRAVITY_M_PER_S2) / 1000;
  return (filmFactor * workingYieldPa(condition)) / weightPaPerMm;
}
