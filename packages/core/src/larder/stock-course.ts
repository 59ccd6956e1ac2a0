/** What is there of one lot, and how long it may be used. */
export interface LotThere {
  readonly id: string;
  readonly amount: number;
  /** Last minute at which it may be used; Infinity where nothing is said. */
  readonly usableUntil: number;
}

/** Something that is taken at a minute. */
export interface TimedAmount {
  readonly minute: number;
  readonly amount: number;
}

/** How a stock goes down. */
export interface StockCourse {
  /** Of each lot, what the uses take. */
  readonly taken: readonly { readonly lot: string; readonly amount: number }[];
  /** What no lot has for a use, the first first. */
  readonly short: readonly TimedAmount[];
  readonly shortAmount: number;
  /** What is there now but spoils before anybody uses it. */
  readonly spoiledAmount: number;
}

/** Less than this is what floating point leaves of nothing. */
const NOTHING = 1e-9;

/**
 * How uses draw on lots: each by the lot that is to be used first of those that are still in date when it is taken.
 * By hand: 5 of lot A until minute 10 and 8 of lot B; uses of 4 at 5 and 6 at 20: A gives 4 and spoils 1, B gives 6.
 * Source: shop default (first expired, first out).
 */
export function stockCourse(uses: readonly TimedAmount[], lots: readonly LotThere[]): StockCourse {
  const inOrder = [...lots].sort((a, b) => a.usableUntil - b.usableUntil || (a.id < b.id ? -1 : 1));
  const left = new Map(inOrder.map(({ id, amount }) => [id, amount]));
  const short: TimedAmount[] = [];
  for (const { minute, amount } of [...uses].sort((a, b) => a.minute - b.minute)) {
    let open = amount;
    for (const lot of inOrder) {
      if (lot.usableUntil < minute || open <= NOTHING) continue;
      const part = Math.min(open, left.get(lot.id)!);
      left.set(lot.id, left.get(lot.id)! - part);
      open -= part;
    }
    if (open > NOTHING) short.push({ minute, amount: open });
  }
  const last = uses.reduce((latest, { minute }) => Math.max(latest, minute), -Infinity);
  return {
    taken: inOrder
      .map(({ id, amount }) => ({ lot: id, amount: amount - left.get(id)! }))
      .filter(({ amount }) => amount > NOTHING),
    short,
    shortAmount: short.reduce((sum, each) => sum + each.amount, 0),
    spoiledAmount: inOrder.reduce(
      (sum, { id, usableUntil }) => (usableUntil < last ? sum + left.get(id)! : sum),
      0,
    ),
  };
}
