import { IsNull, type EntityManager } from 'typeorm';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';

/** Pieces of each batch of a plan's season that went elsewhere than into the orders that they were made for. */
export async function piecesGone(
  manager: EntityManager,
  { horizonStart }: { readonly horizonStart: Date },
): Promise<(batch: string, product: string) => number> {
  const moves = await manager.findBy(PieceMoveEntity, { horizonStart, undoneAt: IsNull() });
  return (batch, product) =>
    moves
      .filter((move) => move.batch === batch && move.pieceId === product)
      .reduce((sum, { pieces }) => sum + pieces, 0);
}
