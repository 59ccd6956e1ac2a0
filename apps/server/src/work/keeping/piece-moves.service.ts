import { randomUUID } from 'node:crypto';
import type {
  BatchKeeping,
  FieldProblem,
  PieceMoveDraft,
  PieceMoveView,
  PieceMovesDraft,
} from '@alnage/contract';
import { sharedAmount } from '@alnage/core';
import { In, IsNull, type DataSource, type EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { lockUntilCommit } from '../../platform/database/locks';
import { answerWithin, type CardTerminal } from '../../platform/devices/card-terminal';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { moveView } from '../../week/keeping/move-view';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';

/** Whoever sells pieces over the counter waits so long for a card. Shop default. */
const WAIT_MS = 20_000;

/** Pieces that go together, out of one batch or several; `at` points to those of each in what was asked. */
interface Going extends Pick<PieceMoveDraft, 'kind' | 'cause' | 'paid'> {
  readonly from: readonly { readonly batch: string; readonly pieces: number; readonly at: string }[];
  readonly sale: string | null;
}

interface Doing {
  readonly by: string | null;
  /** The terminal’s own number of what was paid by card. */
  readonly reference?: string;
}

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
  async take(batch: string, { pieces, ...draft }: PieceMoveDraft, by: string | null): Promise<PieceMoveView> {
    const [move] = await this.go({ ...draft, from: [{ batch, pieces, at: '/pieces' }], sale: null }, by);
    return move!;
  }

  /** Pieces of several batches that go together, all or none, paid for once. @throws ProblemError as `take` */
  takeAll({ from, ...draft }: PieceMovesDraft, by: string | null): Promise<PieceMoveView[]> {
    const placed = from.map((each, index) => ({ ...each, at: `/from/${index}/pieces` }));
    return this.go({ ...draft, from: placed, sale: randomUUID() }, by);
  }

  /** Takes a move back, and all that went with it, with what was paid for it. @throws ProblemError `record-not-found`; `card-declined` */
  async undo(id: string, by: string | null): Promise<void> {
    const { db, clock } = this.parts;
    await db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'bench');
      const move = await manager.findOneBy(PieceMoveEntity, { id, undoneAt: IsNull() });
      if (!move) throw new ProblemError('record-not-found', { what: 'move', id });
      const all = move.saleId
        ? await manager.findBy(PieceMoveEntity, { saleId: move.saleId, undoneAt: IsNull() })
        : [move];
      const paid = all.reduce((sum, { amountMinor }) => sum + (amountMinor ?? 0), 0);
      if (move.reference !== null) await this.moved('refund', paid);
      const undone = { undoneAt: clock.now(), undoneBy: by };
      await manager.update(PieceMoveEntity, { id: In(all.map((each) => each.id)) }, undone);
      await announce(manager, 'bench');
    });
  }

  private async go(going: Going, by: string | null): Promise<PieceMoveView[]> {
    const { db } = this.parts;
    if (going.paid?.method !== 'card') return db.transaction((manager) => this.keep(manager, going, { by }));
    // the terminal may be slow: nobody waits for it with the bench held
    await db.transaction((manager) => this.requireThere(manager, going));
    const { amountMinor } = going.paid;
    const reference = await this.moved('charge', amountMinor);
    try {
      return await db.transaction((manager) => this.keep(manager, going, { by, reference }));
    } catch (error) {
      // somebody else had the last of it meanwhile: the card has its money back
      await this.moved('refund', amountMinor);
      throw error;
    }
  }

  private async keep(
    manager: EntityManager,
    going: Going,
    { by, reference }: Doing,
  ): Promise<PieceMoveView[]> {
    // two who take the last of a batch do not both have it
    await lockUntilCommit(manager, 'bench');
    const batches = await this.requireThere(manager, going);
    const { span } = await requireSetUp(manager);
    const { kind, cause, paid, sale: saleId } = going;
    const amounts = paid ? await sharesOf(manager, paid.amountMinor, batches) : null;
    const moves = batches.map(({ id: batch, piece: pieceId, pieces }, index) =>
      manager.create(PieceMoveEntity, {
        ...{ horizonStart: span.start, batch, pieceId, kind, pieces, cause: cause.trim(), saleId },
        // what of it costs nothing is paid by nothing
        ...(amounts?.[index]
          ? { amountMinor: amounts[index], method: paid!.method }
          : { amountMinor: null, method: null }),
        ...{ reference: reference ?? null, at: this.parts.clock.now(), by, undoneAt: null, undoneBy: null },
      }),
    );
    await manager.save(moves);
    await announce(manager, 'bench');
    return moves.map(moveView);
  }

  /** What goes, batch by batch, all of it there. */
  private async requireThere(manager: EntityManager, going: Going): Promise<Gone[]> {
    const batches = await keepingOfPlan(manager, await requireSetUp(manager), this.parts.clock.now());
    const gone = going.from.map(({ batch: id, pieces, at }) => {
      const batch = batches.find((each) => each.batch === id);
      if (!batch) throw new ProblemError('record-not-found', { what: 'batch', id });
      return { id, piece: batch.piece, pieces, problems: countProblems(batch, { ...going, pieces, at }) };
    });
    const ids = going.from.map(({ batch }) => batch);
    const twice = going.from
      .filter(({ batch }, index) => ids.indexOf(batch) < index)
      .map(({ at, batch }) => fieldProblem(at.replace(/pieces$/, 'batch'), 'twice', { value: batch }));
    const problems = [...gone.flatMap((each) => each.problems), ...twice, ...saidProblems(going)];
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    return gone;
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

interface Gone {
  readonly id: string;
  readonly piece: string;
  readonly pieces: number;
}

/** What was paid for all, by what each would cost. */
async function sharesOf(
  manager: EntityManager,
  amountMinor: number,
  gone: readonly Gone[],
): Promise<number[]> {
  const pieces = new Map(
    (await manager.find(PieceEntity)).map((piece) => [piece.id, piece.costs.priceMinor]),
  );
  return sharedAmount(
    amountMinor,
    gone.map(({ piece, pieces: count }) => count * (pieces.get(piece) ?? 0)),
  );
}

function countProblems(
  batch: BatchKeeping,
  { kind, pieces, at }: Pick<PieceMoveDraft, 'kind' | 'pieces'> & { readonly at: string },
): FieldProblem[] {
  const gone = batch.moves.reduce((sum, move) => sum + move.pieces, 0);
  const left = kind === 'written-off' ? batch.pieces - gone : batch.spare;
  if (pieces <= left) return [];
  return [fieldProblem(at, 'more-than-there', { value: pieces, limit: left, unit: 'pieces' })];
}

function saidProblems({ kind, cause, paid }: Going): FieldProblem[] {
  return [
    ...(kind === 'written-off' && cause.trim() === '' ? [fieldProblem('/cause', 'blank')] : []),
    ...((kind === 'sold') !== (paid !== null)
      ? [fieldProblem('/paid', kind === 'sold' ? 'required' : 'not-allowed', { value: kind })]
      : []),
  ];
}
