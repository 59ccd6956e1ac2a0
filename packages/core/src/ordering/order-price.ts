import { requireWithin } from '../input/bounds';
import { MINOR } from '../pricing/price-piece';
import type { BoxCount, OrderContents, PieceCount } from './order-contents';

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

/** What pieces and boxes cost, in minor units; a thing without a price is null, one that is not listed undefined. */
export interface PriceList {
  piece(id: string): number | null | undefined;
  box(id: string): number | null | undefined;
}

/** What is ordered, each line with its price. */
export interface PricedOrder {
  readonly lines: readonly (PieceCount & Pick<PricedCount, 'priceMinor'>)[];
  readonly boxes: readonly (BoxCount & Pick<PricedCount, 'priceMinor'>)[];
}

/** Prices the lines of an order: what was agreed before stays, what is new costs what it costs today. */
export function pricedOrder(
  { lines, boxes }: OrderContents,
  today: PriceList,
  agreed?: PriceList,
): PricedOrder {
  const first = (before: number | null | undefined, now: number | null | undefined): number | null =>
    (before === undefined ? now : before) ?? null;
  return {
    lines: lines.map((line) => ({
      ...line,
      priceMinor: first(agreed?.piece(line.piece), today.piece(line.piece)),
    })),
    boxes: boxes.map((box) => ({ ...box, priceMinor: first(agreed?.box(box.box), today.box(box.box)) })),
  };
}

/** What an order that was priced had agreed, to be held to when it changes. */
export function agreedPrices({ lines, boxes }: PricedOrder): PriceList {
  return {
    piece: (id) => lines.find(({ piece }) => piece === id)?.priceMinor,
    box: (id) => boxes.find(({ box }) => box === id)?.priceMinor,
  };
}

/** What a priced order comes to. @throws InputError for a price that is no whole number of minor units from 0 */
export function orderPrice({ lines, boxes }: PricedOrder): OrderPrice {
  return sumOf([...lines.map(({ pieces, priceMinor }) => ({ count: pieces, priceMinor })), ...boxes]);
}

function sumOf(lines: readonly PricedCount[]): OrderPrice {
  let totalMinor = 0;
  let unpriced = 0;
  lines.forEach(({ count, priceMinor }, index) => {
    if (priceMinor === null) return void unpriced++;
    requireWithin(`/lines/${index}/priceMinor`, priceMinor, MINOR);
    totalMinor += count * priceMinor;
  });
  return { totalMinor, unpriced };
}
