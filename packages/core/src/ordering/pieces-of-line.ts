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

/**
 * Pieces that a bag sold by weight needs to hold at least so many grams, by what a piece weighs in the mean.
 * By hand: 250 g at 8.6 g a piece are 30.
 */
export function piecesOfWeight(netGrams: number, gramsPerPiece: number): number {
  return Math.ceil(netGrams / gramsPerPiece - ROUNDING);
}

/** A whole number of pieces is whole, whatever the last digit of a double says. */
const ROUNDING = 1e-9;
