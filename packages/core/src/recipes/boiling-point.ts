import { requireWithin, type Bound } from '../input/bounds';

export const ALTITUDE_METRES: Bound = { min: -400, max: 5000 };
export const BOILING_CELSIUS: Bound = { min: 80, max: 102 };

const SEA_LEVEL_PASCAL = 101_325;
/** Share of the pressure lost per metre, and the exponent that goes with it. Source: ISO 2533, Standard Atmosphere. */
const LAPSE_PER_METRE = 2.25577e-5;
const LAPSE_EXPONENT = 5.25588;
const PASCAL_PER_MMHG = 133.322368;
/** Antoine's constants of water from 1 to 100 °C, mmHg. Source: Antoine equation, as in Dean, Lange's Handbook of Chemistry. */
const ANTOINE = { a: 8.07131, b: 1730.63, c: 233.426 };
const AT_SEA_LEVEL_CELSIUS = 100;

/**
 * Where water boils at an altitude in metres, °C: pressure by the standard atmosphere, then Antoine's equation.
 * By hand: 100.0 at the sea, 95.0 at 1,500 m. @throws InputError out of −400..5,000 m
 */
export function boilingCelsius(altitudeMetres: number): number {
  const metres = requireWithin('/altitudeM', altitudeMetres, ALTITUDE_METRES);
  const pascal = SEA_LEVEL_PASCAL * (1 - LAPSE_PER_METRE * metres) ** LAPSE_EXPONENT;
  return ANTOINE.b / (ANTOINE.a - Math.log10(pascal / PASCAL_PER_MMHG)) - ANTOINE.c;
}

/**
 * A temperature of a sugar recipe, written for the sea, where water boils at `boils`: lower by as much as water's
 * boiling point is below 100 °C. By hand: 150 °C where water boils at 97 is 147. Source: shop default.
 * @throws InputError for a boiling point out of 80..102 °C
 */
export function correctedCelsius(seaCelsius: number, boils: number): number {
  return seaCelsius + requireWithin('/boilsC', boils, BOILING_CELSIUS) - AT_SEA_LEVEL_CELSIUS;
}
