import type { PieceMoveView } from '@alnage/contract';
import type { PieceMoveEntity } from '../../store/work/piece-move.entity';

export function moveView(move: PieceMoveEntity): PieceMoveView {
  const { id, kind, pieces, cause, at, by, method, amountMinor, reference, saleId: sale } = move;
  const paid = method === null || amountMinor === null ? null : { method, amountMinor, reference };
  return { id, kind, pieces, cause, paid, at: at.toISOString(), by, sale };
}
