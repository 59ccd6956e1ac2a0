import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';
import { PACK_GRAMS, type Pack } from '../coating/coating-flow';

/** What may be short of a coating, from a surplus to two tonnes. */
export const SHORT_GRAMS: Bound = { min: -1e9, max: 2e6 };

/** So many of one size of pack. */
export interface PackCount {
  readonly grams: number;
  readonly priceMinor: number;
  readonly count: number;
}

export interface PackChoice {
  readonly packs: readonly PackCount[];
  readonly boughtGrams: number;
  readonly priceMinor: number;
}

/**
 * The packs that make up for what is short at the least price, and of those the fewest grams; none when the stock
 * does. Exact: found over steps of the greatest common divisor of the sizes.
 * By hand: short of 3,100 g, packs of 1 kg for 1,850 and 2.5 kg for 4,250: one of each, 6,100, and not four of 1 kg.
 * Source: change-making by dynamic programming. @throws InputError for no packs, or a pack without mass
 */
export function packsToBuy(shortGrams: number, packs: readonly Pack[]): PackChoice {
  if (packs.length === 0)
    throw new InputError({ code: 'out-of-range', field: '/packs', value: 0, range: 'a pack or more' });
  packs.forEach(({ grams, priceMinor }, index) => {
    requireWithin(`/packs/${index}/grams`, grams, PACK_GRAMS);
    requireWithin(`/packs/${index}/priceMinor`, priceMinor, { min: 0, max: 1e8 });
  });
  requireWithin('/shortG', shortGrams, SHORT_GRAMS);
  const step = packs.reduce((divisor, { grams }) => commonDivisor(divisor, grams), 0);
  const steps = Math.max(0, Math.ceil(shortGrams / step));
  const chosen = cheapest(steps, step, packs);
  const counts = packs.map((pack, index) => ({
    ...pack,
    count: chosen.filter((each) => each === index).length,
  }));
  return {
    packs: counts.filter(({ count }) => count > 0),
    boughtGrams: counts.reduce((sum, { grams, count }) => sum + grams * count, 0),
    priceMinor: counts.reduce((sum, { priceMinor, count }) => sum + priceMinor * count, 0),
  };
}

function commonDivisor(a: number, b: number): number {
  return b === 0 ? a : commonDivisor(b, a % b);
}

/** The index of each pack bought, for a need of so many steps. */
function cheapest(steps: number, step: number, packs: readonly Pack[]): number[] {
  const price = new Float64Array(steps + 1);
  const grams = new Float64Array(steps + 1);
  const last = new Int32Array(steps + 1).fill(-1);
  for (let need = 1; need <= steps; need++) {
    price[need] = Infinity;
    packs.forEach((pack, index) => {
      const rest = Math.max(0, need - pack.grams / step);
      const [cost, mass] = [price[rest]! + pack.priceMinor, grams[rest]! + pack.grams];
      if (cost < price[need]! || (cost === price[need] && mass < grams[need]!)) {
        price[need] = cost;
        grams[need] = mass;
        last[need] = index;
      }
    });
  }
  const chosen: number[] = [];
  for (let need = steps; need > 0;) {
    const index = last[need]!;
    chosen.push(index);
    need -= packs[index]!.grams / step;
  }
  return chosen;
}
