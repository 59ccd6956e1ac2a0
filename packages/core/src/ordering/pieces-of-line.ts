import type { PhraseLine } from '../phrasing/read-phrase';
import type { PieceCount } from './order-contents';

/** A box and what is in it. */
export interface BoxOf {
  readonly id: string;
  readonly contents: readonly PieceCount[];
}

/** The pieces of one line, in the order in which its box has them. @throws Error for a box that is not among those given */
export function piecesOfLine({ kind, id, count }: PhraseLine, boxes: readonly BoxOf[]): PieceCount[] {
  if (kind === 'piece') return [{ piece: id, pieces: count }];
  const box = boxes.find((each) => each.id === id);
  if (!box) throw new Error(`no box ${id}`);
  return box.contents.map(({ piece, pieces }) => ({ piece, pieces: count * pieces }));
}
