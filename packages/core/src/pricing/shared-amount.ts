import { requireWithin } from '../input/bounds';
import { MINOR } from './price-piece';

/**
 * An amount shared out by weights, in whole minor units that add up to it exactly: each gets what is due to all up to it less what those before
 * it got. Where nothing weighs anything all weigh the same. By hand: 10.00 by 1, 1 and 1 is 3.33, 3.34 and 3.33. Source: conservation.
 * @throws InputError for an amount that is no whole number of minor units from 0
 */
export function sharedAmount(amountMinor: number, weights: readonly number[]): number[] {
  requireWithin('/amountMinor', amountMinor, MINOR);
  const sum = weights.reduce((total, weight) => total + weight, 0);
  let [before, given] = [0, 0];
  return weights.map((weight) => {
    before += sum > 0 ? weight / sum : 1 / weights.length;
    const due = Math.round(amountMinor * Math.min(1, before)) - given;
    given += due;
    return due;
  });
}
