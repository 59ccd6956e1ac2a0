/** So many of one piece. */
export interface PieceCount {
  readonly piece: string;
  readonly pieces: number;
}

/** So many boxes of one kind, each with the same in it. */
export interface BoxCount {
  readonly box: string;
  readonly count: number;
  readonly contents: readonly PieceCount[];
}

/** What an order is of: loose pieces, and boxes. */
export interface OrderContents {
  readonly lines: readonly PieceCount[];
  readonly boxes: readonly BoxCount[];
}

/** All pieces of an order, each piece once. By hand: 6 berries and 2 boxes of 12 are 30 berries. */
export function piecesOfOrder({ lines, boxes }: OrderContents): PieceCount[] {
  const inBoxes = boxes.flatMap(({ count, contents }) =>
    contents.map(({ piece, pieces }) => ({ piece, pieces: count * pieces })),
  );
  return summedPieces([...lines, ...inBoxes]);
}

/** Pieces put together, each piece once, in the order in which it was first named. */
export function summedPieces(counts: readonly PieceCount[]): PieceCount[] {
  const sums = new Map<string, number>();
  for (const { piece, pieces } of counts) sums.set(piece, (sums.get(piece) ?? 0) + pieces);
  return [...sums].map(([piece, pieces]) => ({ piece, pieces }));
}

/** How many pieces there are in all. */
export function countPieces(counts: readonly Pick<PieceCount, 'pieces'>[]): number {
  return counts.reduce((sum, { pieces }) => sum + pieces, 0);
}

/** What is ordered with every box filled: as chosen, or as it is sold. A box that is not known stays as it is. */
export function filledContents(
  { lines, boxes }: OrderContents,
  sold: ReadonlyMap<string, { readonly contents: readonly PieceCount[] }>,
): OrderContents {
  return {
    lines,
    boxes: boxes.map((each) =>
      each.contents.length > 0 ? each : { ...each, contents: sold.get(each.box)?.contents ?? [] },
    ),
  };
}

/** How many boxes go over the counter: its own, and one for all loose pieces together. */
export function boxesHandedOver({ lines, boxes }: OrderContents): number {
  return handoversOf(
    boxes.reduce((sum, { count }) => sum + count, 0),
    lines.length > 0,
  );
}

/** The same of so many boxes, with or without loose pieces. Shop default. */
export function handoversOf(boxes: number, hasLoose: boolean): number {
  return boxes + (hasLoose ? 1 : 0);
}

/**
 * A box filled as evenly as can be from the pieces that may go in, less those that are not wished; the first ones get
 * what is left over. Nothing where no piece is left to take. By hand: 8 of three are 3, 3 and 2.
 */
export function evenMakeUp(
  among: readonly string[],
  pieces: number,
  notThese: ReadonlySet<string> = new Set(),
): PieceCount[] {
  const taken = among.filter((piece) => !notThese.has(piece)).slice(0, pieces);
  const each = Math.floor(pieces / taken.length);
  const over = pieces - each * taken.length;
  return taken.map((piece, index) => ({ piece, pieces: each + (index < over ? 1 : 0) }));
}
