import { summed, type PieceCount } from './order-contents';
import type { PhraseLine } from '../phrasing/read-phrase';

/** A box and what is in it. */
export interface BoxOf {
  readonly id: string;
  readonly contents: readonly PieceCount[];
}

/**
 * The pieces of lines, each piece once, boxes by what is in them. By hand: 2 bags of 20 twists and 5 twists are 45
 * twists. @throws Error for a box that is not among those given
 */
export function piecesOfLines(lines: readonly PhraseLine[], boxes: readonly BoxOf[]): PieceCount[] {
  return summed(lines.flatMap((line) => piecesOfLine(line, boxes)));
}

/** The pieces of one line, in the order in which its box has them. */
export function piecesOfLine({ kind, id, count }: PhraseLine, boxes: readonly BoxOf[]): PieceCount[] {
  if (kind === 'piece') return [{ piece: id, pieces: count }];
  const box = boxes.find((each) => each.id === id);
  if (!box) throw new Error(`no box ${id}`);
  return box.contents.map(({ piece, pieces }) => ({ piece, pieces: count * pieces }));
}
