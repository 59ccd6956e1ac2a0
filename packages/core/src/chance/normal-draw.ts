import type { Random } from './random';

/** A draw from the normal distribution with mean 0 and standard deviation 1. Source: Box and Muller, A Note on the Generation of Random Normal Deviates. */
export function normalDraw(random: Random): number {
  // 1 − next() is above 0, so that its logarithm is finite
  return Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next());
}
