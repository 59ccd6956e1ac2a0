import { requireWithin } from '../input/bounds';
import { MINOR } from '../pricing/price-piece';

/** So many of a thing at a price each in minor units; null while it has no price. */
export interface PricedCount {
  readonly count: number;
  readonly priceMinor: number | null;
}

/** What an order comes to in minor units, and how many of its lines have no price and count as nothing. */
export interface OrderPrice {
  readonly totalMinor: number;
  readonly unpriced: number;
}

/** @throws InputError for a price that is no whole number of minor units from 0 */
export function orderPrice(lines: readonly PricedCount[]): OrderPrice {
  let totalMinor = 0;
  let unpriced = 0;
  lines.forEach(({ count, priceMinor }, index) => {
    if (priceMinor === null) return void unpriced++;
    requireWithin(`/lines/${index}/priceMinor`, priceMinor, MINOR);
    totalMinor += count * priceMinor;
  });
  return { totalMinor, unpriced };
}
