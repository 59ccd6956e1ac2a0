import type { BoxCount, OrderContents, PieceCount } from './order-contents';

/** How many of each box and of each loose line of an order, in their order. */
export interface OrderParts {
  readonly boxes: readonly number[];
  readonly lines: readonly number[];
}

/** All of an order. */
export function allParts({ boxes, lines }: OrderContents): OrderParts {
  return { boxes: boxes.map(({ count }) => count), lines: lines.map(({ pieces }) => pieces) };
}

/** What is left of an order once these parts of it are collected. By hand: 3 boxes less 1 and 1 is 1. */
export function partsLeft(
  contents: OrderContents,
  collected: readonly OrderParts[],
): { boxes: number[]; lines: number[] } {
  const all = allParts(contents);
  const less = (of: (parts: OrderParts) => readonly number[]): number[] =>
    of(all).map((count, place) =>
      Math.max(0, count - collected.reduce((sum, parts) => sum + (of(parts)[place] ?? 0), 0)),
    );
  return { boxes: less(({ boxes }) => boxes), lines: less(({ lines }) => lines) };
}

/** How many boxes and loose pieces there are of it. */
export function countParts({ boxes, lines }: OrderParts): number {
  return [...boxes, ...lines].reduce((sum, count) => sum + count, 0);
}

/** These parts as an order of their own. */
export function contentsOfParts(
  { boxes, lines }: OrderContents,
  parts: OrderParts,
): { readonly boxes: BoxCount[]; readonly lines: PieceCount[] } {
  const taken = <T, R>(rows: readonly T[], counts: readonly number[], row: (each: T, count: number) => R) =>
    rows.flatMap((each, place) => ((counts[place] ?? 0) > 0 ? [row(each, counts[place]!)] : []));
  return {
    boxes: taken(boxes, parts.boxes, (each, count) => ({ ...each, count })),
    lines: taken(lines, parts.lines, (each, pieces) => ({ ...each, pieces })),
  };
}
