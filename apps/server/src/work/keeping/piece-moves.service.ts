import type { BatchKeeping, PieceMoveDraft, PieceMoveView } from '@alnage/contract';
import { IsNull, type DataSource } from 'typeorm';
import { announce } from '../../platform/database/live';
import { lockUntilCommit } from '../../platform/database/locks';
import { SimulatedCardDevice, type CardDevice } from '../../platform/devices/card-device';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { moveView } from '../../week/keeping/move-view';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';

/**
 * Good pieces that go elsewhere than into the orders that they were made for. What is written off may be somebody's: what orders lack by
 * it is told at the bench. What is sold or given away is only what nobody is to have.
 */
export class PieceMovesService {
  private readonly card: CardDevice = new SimulatedCardDevice();

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /**
   * @throws ProblemError `record-not-found` for a batch that there is not; `invalid-input` for more pieces than it has left for that, what
   * is written off without a cause, sold without money or paid for without being sold; `card-declined`
   */
  take(id: string, draft: PieceMoveDraft, by: string | null): Promise<PieceMoveView> {
    return this.db.transaction(async (manager) => {
      // two who take the last of a batch do not both have it
      await lockUntilCommit(manager, 'bench');
      const { span, ...setUp } = await requireSetUp(manager);
      const batches = await keepingOfPlan(manager, { ...setUp, span }, this.clock.now());
      const batch = batches.find((each) => each.batch === id);
      if (!batch) throw new ProblemError('record-not-found', { what: 'batch', id });
      requireSound(batch, draft);
      const { kind, pieces, cause, paid } = draft;
      const move = await manager.save(
        manager.create(PieceMoveEntity, {
          ...{ horizonStart: span.start, batch: id, pieceId: batch.piece, kind, pieces, cause: cause.trim() },
          ...{ amountMinor: paid?.amountMinor ?? null, method: paid?.method ?? null },
          reference: paid?.method === 'card' ? await this.charged(paid.amountMinor) : null,
          ...{ at: this.clock.now(), by, undoneAt: null, undoneBy: null },
        }),
      );
      await announce(manager, 'bench');
      return moveView(move);
    });
  }

  /** Takes a move back, with what was paid for it. @throws ProblemError `record-not-found` */
  undo(id: string, by: string | null): Promise<void> {
    return this.db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'bench');
      const move = await manager.findOneBy(PieceMoveEntity, { id, undoneAt: IsNull() });
      if (!move) throw new ProblemError('record-not-found', { what: 'move', id });
      if (move.reference !== null) await this.card.transact('refund', move.amountMinor!);
      await manager.update(PieceMoveEntity, { id }, { undoneAt: this.clock.now(), undoneBy: by });
      await announce(manager, 'bench');
    });
  }

  private async charged(amountMinor: number): Promise<string> {
    const reference = await this.card.transact('charge', amountMinor);
    if (reference === null) throw new ProblemError('card-declined', { amountMinor });
    return reference;
  }
}

/** @throws ProblemError `invalid-input` */
function requireSound(batch: BatchKeeping, { kind, pieces, cause, paid }: PieceMoveDraft): void {
  const gone = batch.moves.reduce((sum, move) => sum + move.pieces, 0);
  const left = kind === 'written-off' ? batch.pieces - gone : batch.spare;
  if (pieces > left) {
    const params = { value: pieces, limit: left, unit: 'pieces' };
    throw new ProblemError('invalid-input', {}, [fieldProblem('/pieces', 'more-than-there', params)]);
  }
  if (kind === 'written-off' && cause.trim() === '')
    throw new ProblemError('invalid-input', {}, [fieldProblem('/cause', 'blank')]);
  if ((kind === 'sold') !== (paid !== null))
    throw new ProblemError('invalid-input', {}, [
      fieldProblem('/paid', kind === 'sold' ? 'required' : 'not-allowed', { value: kind }),
    ]);
}
