import type { PhraseLine } from './read-phrase';

/** A box and what is in it. */
export interface BoxOf {
  readonly id: string;
  readonly contents: readonly { readonly piece: string; readonly pieces: number }[];
}

/**
 * The pieces of lines, each piece once, boxes by what is in them. By hand: 2 bags of 20 twists and 5 twists are 45
 * twists. @throws Error for a box that is not among those given
 */
export function piecesOfLines(
  lines: readonly PhraseLine[],
  boxes: readonly BoxOf[],
): { piece: string; pieces: number }[] {
  const sums = new Map<string, number>();
  for (const { piece, pieces } of lines.flatMap((line) => piecesOfLine(line, boxes)))
    sums.set(piece, (sums.get(piece) ?? 0) + pieces);
  return [...sums].map(([piece, pieces]) => ({ piece, pieces }));
}

/** The pieces of one line, in the order in which its box has them. */
export function piecesOfLine(
  { kind, id, count }: PhraseLine,
  boxes: readonly BoxOf[],
): { piece: string; pieces: number }[] {
  if (kind === 'piece') return [{ piece: id, pieces: count }];
  const box = boxes.find((each) => each.id === id);
  if (!box) throw new Error(`no box ${id}`);
  return box.contents.map(({ piece, pieces }) => ({ piece, pieces: count * pieces }));
}
