import type { PieceForm } from '../coating/piece-form';
import type { Bound } from '../input/bounds';

export const MOULD_CAVITIES: Bound = { min: 1, max: 1000, isInteger: true };
export const MOULD_COUNT: Bound = { min: 1, max: 1000, isInteger: true };

/** Moulds of one kind: so many, each with so many cavities. */
export interface Moulds {
  readonly cavities: number;
  readonly count: number;
}

/** Cavities that one piece takes: two, where it is joined of halves. */
export function cavitiesOf(form: PieceForm): 1 | 2 {
  return form.kind === 'cast' ? form.halves : 1;
}

/**
 * Pieces of one batch at most: what the shop makes at once, and what all moulds of its kind hold.
 * By hand: 4 moulds of 24 cast 96 pieces, however many are wanted; 48 that are joined of two halves.
 */
export function batchLimit(maxBatchPieces: number, moulds: Moulds | null, cavitiesAPiece: 1 | 2 = 1): number {
  if (!moulds) return maxBatchPieces;
  return Math.min(maxBatchPieces, Math.max(1, Math.floor((moulds.cavities * moulds.count) / cavitiesAPiece)));
}
