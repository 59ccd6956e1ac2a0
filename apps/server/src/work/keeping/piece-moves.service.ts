import { randomUUID } from 'node:crypto';
import type { BatchKeeping, PieceMoveDraft, PieceMoveView } from '@alnage/contract';
import { IsNull, type DataSource, type EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { lockUntilCommit } from '../../platform/database/locks';
import { answerWithin, type CardTerminal } from '../../platform/devices/card-terminal';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { moveView } from '../../week/keeping/move-view';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';

/**
 * Good pieces that go elsewhere than into the orders that they were made for. What is written off may be somebody's: what orders lack by
 * it is told at the bench. What is sold or given away is only what nobody is to have.
 */
export class PieceMovesService {
  constructor(
    private readonly parts: {
      readonly db: DataSource;
      readonly clock: Pick<WorkshopClock, 'now'>;
      readonly terminal: CardTerminal;
    },
  ) {}

  /**
   * @throws ProblemError `record-not-found` for a batch that there is not; `invalid-input` for more pieces than it has left for that, what
   * is written off without a cause, sold without money or paid for without being sold; `card-declined`
   */
  async take(id: string, draft: PieceMoveDraft, by: string | null): Promise<PieceMoveView> {
    const { db } = this.parts;
    if (draft.paid?.method !== 'card')
      return db.transaction((manager) => this.move(manager, { id, draft, by }));
    // the terminal may be slow: nobody waits for it with the bench held
    await db.transaction(async (manager) => requireSound(await this.batchOf(manager, id), draft));
    const { amountMinor } = draft.paid;
    const reference = await this.moved('charge', amountMinor);
    try {
      return await db.transaction((manager) => this.move(manager, { id, draft, by, reference }));
    } catch (error) {
      // somebody else had the last of it meanwhile: the card has its money back
      await this.moved('refund', amountMinor);
      throw error;
    }
  }

  /** Takes a move back, with what was paid for it. @throws ProblemError `record-not-found`; `card-declined` */
  async undo(id: string, by: string | null): Promise<void> {
    const { db, clock } = this.parts;
    await db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'bench');
      const move = await manager.findOneBy(PieceMoveEntity, { id, undoneAt: IsNull() });
      if (!move) throw new ProblemError('record-not-found', { what: 'move', id });
      if (move.reference !== null) await this.moved('refund', move.amountMinor!);
      await manager.update(PieceMoveEntity, { id }, { undoneAt: clock.now(), undoneBy: by });
      await announce(manager, 'bench');
    });
  }

  private async batchOf(manager: EntityManager, id: string): Promise<BatchKeeping> {
    const setUp: SetUp = await requireSetUp(manager);
    const batches = await keepingOfPlan(manager, setUp, this.parts.clock.now());
    const batch = batches.find((each) => each.batch === id);
    if (!batch) throw new ProblemError('record-not-found', { what: 'batch', id });
    return batch;
  }

  private async move(
    manager: EntityManager,
    {
      id,
      draft,
      by,
      reference = null,
    }: {
      readonly id: string;
      readonly draft: PieceMoveDraft;
      readonly by: string | null;
      readonly reference?: string | null;
    },
  ): Promise<PieceMoveView> {
    // two who take the last of a batch do not both have it
    await lockUntilCommit(manager, 'bench');
    const batch = await this.batchOf(manager, id);
    requireSound(batch, draft);
    const { span } = await requireSetUp(manager);
    const { kind, pieces, cause, paid } = draft;
    const move = await manager.save(
      manager.create(PieceMoveEntity, {
        ...{ horizonStart: span.start, batch: id, pieceId: batch.piece, kind, pieces, cause: cause.trim() },
        ...{ amountMinor: paid?.amountMinor ?? null, method: paid?.method ?? null, reference },
        ...{ at: this.parts.clock.now(), by, undoneAt: null, undoneBy: null },
      }),
    );
    await announce(manager, 'bench');
    return moveView(move);
  }

  /** The terminal's number of what it moved. @throws ProblemError `card-declined` where it did not, or does not answer */
  private async moved(kind: 'charge' | 'refund', amountMinor: number): Promise<string> {
    const { terminal } = this.parts;
    const id = randomUUID();
    const answer = await answerWithin(terminal.transact({ id, kind, amountMinor }), WAIT_MS);
    if (answer?.kind === 'taken') return answer.reference;
    if (answer === null) terminal.cancel(id);
    throw new ProblemError('card-declined', { amountMinor, answer: answer?.kind ?? 'unanswered' });
  }
}

/** Whoever sells pieces over the counter waits so long for a card. Shop default. */
const WAIT_MS = 20_000;

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
