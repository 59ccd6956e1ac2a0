import type { Bound } from '../input/bounds';

export const MOULD_CAVITIES: Bound = { min: 1, max: 1000, isInteger: true };
export const MOULD_COUNT: Bound = { min: 1, max: 1000, isInteger: true };

/** Moulds of one kind: so many, each with so many cavities. */
export interface Moulds {
  readonly cavities: number;
  readonly count: number;
}

/**
 * Pieces of one batch at most: what the shop makes at once, and what all moulds of its kind hold.
 * By hand: 4 moulds of 24 cast 96 pieces, however many are wanted.
 */
export function batchLimit(maxBatchPieces: number, moulds: Moulds | null): number {
  return moulds ? Math.min(maxBatchPieces, moulds.cavities * moulds.count) : maxBatchPieces;
}
