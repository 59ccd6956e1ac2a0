import { requireWithin, type Bound } from '../input/bounds';

export const PROBABILITY: Bound = { min: 1e-9, max: 1 - 1e-9 };

/** Beyond this many standard deviations the series has nothing left to add that a double can hold. */
const FAR = 8;

/**
 * Share of a standard normal variable below x: 1/2 + φ(x)·(x + x³/3 + x⁵/(3·5) + …).
 * By hand: x = 1.645 gives 0.9500. Source: Marsaglia, Evaluating the Normal Distribution.
 */
export function normalShareBelow(x: number): number {
  if (x <= -FAR) return 0;
  if (x >= FAR) return 1;
  let term = x;
  let sum = x;
  for (let odd = 3; Math.abs(term) > Math.abs(sum) * Number.EPSILON; odd += 2) {
    term *= (x * x) / odd;
    sum += term;
  }
  return 0.5 + (sum * Math.exp(-(x * x) / 2)) / Math.sqrt(2 * Math.PI);
}

/** Halvings of the span of 16 that leave less than a double can tell apart. */
const HALVINGS = 56;

/**
 * The value below which a standard normal variable stays with this probability, by halving on normalShareBelow.
 * By hand: 0.95 gives 1.645. @throws InputError for a probability of 0 or 1 and beyond
 */
export function normalQuantile(probability: number, field = '/probability'): number {
  requireWithin(field, probability, PROBABILITY);
  let low = -FAR;
  let high = FAR;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (normalShareBelow(middle) < probability) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
