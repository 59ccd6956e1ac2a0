import type { PieceMoveDraft, PieceMoveView } from '@alnage/contract';
import { requireWithin } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { piecesGone } from '../../week/begun/pieces-gone';
import { moveView } from '../../week/keeping/move-view';
import { workedPlan } from '../../week/kitchen/plan-versions';

/** Good pieces that go elsewhere than into the orders that they were made for: what orders lack by it is told at the bench. */
export class PieceMovesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError `record-not-found` for a batch that there is not; `invalid-input` for more pieces than it has left */
  take(batch: string, { kind, pieces, cause }: PieceMoveDraft, by: string | null): Promise<PieceMoveView> {
    return this.db.transaction(async (manager) => {
      const { plan, horizonStart } = await requireBatchPlan(manager);
      const own = plan.batches.find(({ id }) => id === batch);
      if (!own) throw new ProblemError('record-not-found', { what: 'batch', id: batch });
      const left = own.pieces - (await piecesGone(manager, { horizonStart }))(batch, own.product);
      requireWithin('/pieces', pieces, { min: Math.min(1, left), max: left, isInteger: true });
      const move = await manager.save(
        manager.create(PieceMoveEntity, {
          ...{ horizonStart, batch, pieceId: own.product, kind, pieces, cause: cause.trim() },
          ...{ at: this.clock.now(), by },
        }),
      );
      await announce(manager, 'bench');
      return moveView(move);
    });
  }

  /** Takes a move back. @throws ProblemError `record-not-found` */
  undo(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      const { affected } = await manager.delete(PieceMoveEntity, { id });
      if (!affected) throw new ProblemError('record-not-found', { what: 'move', id });
      await announce(manager, 'bench');
    });
  }
}

async function requireBatchPlan(manager: EntityManager) {
  const plan = await workedPlan(manager, await requireSetUp(manager));
  if (!plan) throw new ProblemError('record-not-found', { what: 'batch', id: '' });
  return plan;
}
