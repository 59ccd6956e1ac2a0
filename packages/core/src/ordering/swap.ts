import { requireWithin, type Bound } from '../input/bounds';
import { piecesOfOrder, type BoxCount, type PieceCount } from './order-contents';
import type { PricedOrder } from './order-price';

/** Among which pieces a swap is offered where something of an order lacks. */
export const SWAPS_AMONG = ['never', 'family', 'any'] as const;
export type SwapsAmong = (typeof SWAPS_AMONG)[number];

/** By how much of its price a piece may be dearer or cheaper than the one that it stands for. */
export const SWAP_PRICE_SHARE: Bound = { min: 0, max: 1 };

/** The shop’s rule for swaps. */
export interface SwapRule {
  readonly among: SwapsAmong;
  readonly priceShare: number;
}

/** Shop default: a berry for a berry, at about its price. */
export const DEFAULT_SWAP_RULE: SwapRule = { among: 'family', priceShare: 0.25 };

/** A piece as far as it may stand for another. */
export interface SwapPiece {
  readonly id: string;
  readonly family: string;
  readonly priceMinor: number | null;
  /** Allergens that it declares. */
  readonly declares: readonly string[];
}

/** So many of a piece that stand for as many of another. */
export interface Swap {
  readonly from: string;
  readonly to: string;
  readonly pieces: number;
}

/**
 * Whether a piece may stand for another in an order by the shop’s rule. It never brings an allergen that the order did not have: whoever
 * ordered may have chosen by that, whatever they said. By hand: at 2.40 and a quarter it is 1.80 to 3.00. Source: shop default.
 */
export function maySwap(
  wanted: SwapPiece,
  instead: SwapPiece,
  { rule, declared }: { readonly rule: SwapRule; readonly declared: readonly string[] },
): boolean {
  if (rule.among === 'never' || wanted.id === instead.id) return false;
  if (rule.among === 'family' && wanted.family !== instead.family) return false;
  if (instead.declares.some((each) => !declared.includes(each))) return false;
  if (wanted.priceMinor === null || instead.priceMinor === null) return false;
  return Math.abs(instead.priceMinor - wanted.priceMinor) <= rule.priceShare * wanted.priceMinor;
}

/**
 * An order with so many pieces of one kind in place of another, loose ones first, then box by box; a box keeps its price, and a loose piece
 * costs what the cheaper of the two does. By hand: 2 boxes of 12, of which 14 lack: one box is all of the other, one is 10 and 2.
 * @throws InputError `/pieces` for more than there are of it
 */
export function swappedOrder(order: PricedOrder, swap: Swap, priceMinor: number | null): PricedOrder {
  const { from, pieces } = swap;
  const there = piecesOfOrder(order).find(({ piece }) => piece === from)?.pieces ?? 0;
  requireWithin('/pieces', pieces, { min: 1, max: there, isInteger: true });
  const loose = order.lines.find(({ piece }) => piece === from);
  const ofLoose = Math.min(pieces, loose?.pieces ?? 0);
  let left = pieces - ofLoose;
  const boxes = order.boxes.flatMap((box) => {
    const split = swappedBoxes(box, { ...swap, pieces: left });
    left -= split.swapped;
    return split.rows.map((row) => ({ ...row, priceMinor: box.priceMinor }));
  });
  return { lines: swappedLines(order.lines, { ...swap, pieces: ofLoose }, priceMinor), boxes };
}

function swappedLines(
  lines: PricedOrder['lines'],
  { from, to, pieces }: Swap,
  priceMinor: number | null,
): PricedOrder['lines'] {
  if (pieces === 0) return lines;
  const agreed = lines.find(({ piece }) => piece === from)!.priceMinor;
  const had = lines.find(({ piece }) => piece === to);
  const prices = [agreed, priceMinor, ...(had ? [had.priceMinor] : [])];
  const cheapest = prices.includes(null) ? null : Math.min(...(prices as number[]));
  const kept = lines
    .filter(({ piece }) => piece !== to)
    .map((line) => (line.piece === from ? { ...line, pieces: line.pieces - pieces } : line))
    .filter((line) => line.pieces > 0);
  return [...kept, { piece: to, pieces: (had?.pieces ?? 0) + pieces, priceMinor: cheapest }];
}

/** Boxes of one kind, of which some have other pieces in them; those that are alike stay one row. */
function swappedBoxes(box: BoxCount, swap: Swap): { readonly rows: BoxCount[]; readonly swapped: number } {
  const each = box.contents.find(({ piece }) => piece === swap.from)?.pieces ?? 0;
  const swapped = Math.min(swap.pieces, each * box.count);
  if (swapped === 0) return { rows: [box], swapped };
  const whole = Math.floor(swapped / each);
  const part = swapped - whole * each;
  const rows = [
    { ...box, count: box.count - whole - (part > 0 ? 1 : 0) },
    { ...box, count: whole, contents: swappedIn(box.contents, { ...swap, pieces: each }) },
    { ...box, count: part > 0 ? 1 : 0, contents: swappedIn(box.contents, { ...swap, pieces: part }) },
  ];
  return { rows: rows.filter(({ count }) => count > 0), swapped };
}

function swappedIn(contents: readonly PieceCount[], { from, to, pieces }: Swap): PieceCount[] {
  const had = contents.find(({ piece }) => piece === to)?.pieces ?? 0;
  return [
    ...contents
      .filter(({ piece }) => piece !== to)
      .map((each) => (each.piece === from ? { ...each, pieces: each.pieces - pieces } : each))
      .filter((each) => each.pieces > 0),
    { piece: to, pieces: had + pieces },
  ];
}
