import { requireWithin, type Bound } from '../input/bounds';

/** Relative humidity as a share: 0.55 is 55%. */
export const HUMIDITY: Bound = { min: 0.05, max: 1 };
const DEW_CELSIUS: Bound = { min: -40, max: 50 };
const MAGNUS_A = 17.625;
const MAGNUS_B = 243.04;

/**
 * Temperature in °C below which something draws dew in air of this temperature and humidity. By hand: 20 °C at 60%: 12.0 °C.
 * Source: Alduchov & Eskridge 1996 (Magnus form approximation of saturation vapour pressure). @throws InputError for a value out of range
 */
export function dewPointCelsius(celsius: number, humidity: number): number {
  const at = requireWithin('/celsius', celsius, DEW_CELSIUS);
  const share = requireWithin('/humidity', humidity, HUMIDITY);
  const gamma = Math.log(share) + (MAGNUS_A * at) / (MAGNUS_B + at);
  return (MAGNUS_B * gamma) / (MAGNUS_A - gamma);
}

/** Boiled sugar keeps dry for so long in dry air, and half as long for so much more humidity. Shop default. */
const DRY_MINUTES = 720;
const DRY_HUMIDITY = 0.35;
const HALVED_BY = 0.09;

/**
 * Minutes after which uncoated boiled sugar is sticky in air of this humidity: half as long for every 9 points above 35%. By hand:
 * 53%: 720/4 = 180. Source: shop default. @throws InputError for a humidity out of range
 */
export function stickyMinutes(humidity: number): number {
  const share = requireWithin('/humidity', humidity, HUMIDITY);
  return DRY_MINUTES * 2 ** (-Math.max(0, share - DRY_HUMIDITY) / HALVED_BY);
}
