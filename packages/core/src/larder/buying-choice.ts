import { serviceShare } from '../buying/coating-need';
import { normalQuantile, normalShareBelow } from '../melting/normal';

/** What is needed of something, which is not known but spread. */
export interface SpreadAmount {
  readonly mean: number;
  readonly sd: number;
}

/** What a unit too few and a unit too many cost, in minor units. */
export interface RiskCosts {
  readonly missingMinor: number;
  readonly carryingMinor: number;
}

/** Never less sure than even, never surer than a thousand seasons tell. Source: shop default. */
const LEAST_SERVICE = 0.5;
const MOST_SERVICE = 0.999;

/**
 * The share of weeks in which what is bought should do: by what a broken promise costs against what is left over, within
 * 0.5 and 0.999. By hand: 38 against 1: 0.974. Source: the newsvendor's critical ratio. @throws InputError
 */
export function serviceOf({ missingMinor, carryingMinor }: RiskCosts): number {
  const share = serviceShare(Math.max(missingMinor, 1e-6), Math.max(carryingMinor, 1e-6));
  return Math.min(MOST_SERVICE, Math.max(LEAST_SERVICE, share));
}

/** What to have beyond the mean, so that it does in this share of weeks; nothing where nothing is spread. */
export function spareFor({ sd }: SpreadAmount, service: number): number {
  return sd === 0 ? 0 : normalQuantile(service) * sd;
}

/**
 * Chance that so much does not do. By hand: mean 5,000 and sd 300 with 5,493 there: 0.05; with nothing spread it does
 * or it does not. Source: normal distribution.
 */
export function chanceShort(have: number, { mean, sd }: SpreadAmount): number {
  if (sd === 0) return have < mean - 1e-9 ? 1 : 0;
  return 1 - normalShareBelow((have - mean) / sd);
}
