import type { PieceMoveView } from '@alnage/contract';
import type { PieceMoveEntity } from '../../store/work/piece-move.entity';

export function moveView({ id, kind, pieces, cause, at, by }: PieceMoveEntity): PieceMoveView {
  return { id, kind, pieces, cause, at: at.toISOString(), by };
}
