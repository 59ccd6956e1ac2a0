import type { FieldProblem, Lot, LotChange, LotDraft } from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { dateOf } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { lockLarder } from '../../week/stock/lock-larder';
import { stoppedNow } from '../../week/tracing/stopped';
import { leftOf, lotView } from '../../week/stock/lot-view';
import { LotEntity, LotMoveEntity } from '../../store/work/lot.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';

/** Takes lots in, counts them, and writes down what goes out of them; nothing goes below nothing. */
export class LotsService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError for an item that there is not, a best-before day that is over, nothing at all */
  take(draft: LotDraft, by: string | null): Promise<Lot> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const problems = await this.problemsIn(manager, draft);
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      const { item, amount, code, ...own } = draft;
      const at = this.clock.now();
      const lot = await manager.save(
        manager.create(LotEntity, {
          ...own,
          itemKind: item.kind,
          itemId: item.id,
          code: code.trim(),
          receivedAt: at,
          openedAt: null,
        }),
      );
      const move = {
        lotId: lot.id,
        at,
        by,
        kind: 'received',
        amount,
        reason: '',
        preparationId: null,
      } as const;
      await manager.insert(LotMoveEntity, move);
      return this.told(manager, lot.id);
    });
  }

  /** @throws ProblemError `invalid-input` for more than there is, and for a correction without a reason; `stopped` for what is used of one that is */
  change(id: string, { kind, amount, reason }: LotChange, by: string | null): Promise<Lot> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const lot = await this.require(manager, id);
      const { lots: stopped } = await stoppedNow(manager);
      const stop = kind === 'used' ? stopped.get(id) : undefined;
      if (stop) throw new ProblemError('stopped', { reason: stop.reason, at: stop.at.toISOString() });
      const there = leftOf(lot);
      const move = moved(kind, amount, there);
      const unit = await this.unitOf(manager, lot);
      const problems = changeProblems({ kind, amount, reason }, { there, unit });
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      await manager.insert(LotMoveEntity, {
        ...{ lotId: id, at: this.clock.now(), by, kind, amount: move },
        ...{ reason: reason.trim(), preparationId: null },
      });
      return this.told(manager, id);
    });
  }

  /** Writes down when a packet was opened, or that it was not. */
  open(id: string, isOpen: boolean): Promise<Lot> {
    return this.db.transaction(async (manager) => {
      await this.require(manager, id);
      await manager.update(LotEntity, { id }, { openedAt: isOpen ? this.clock.now() : null });
      return this.told(manager, id);
    });
  }

  /** Takes back a lot that was written down by mistake. @throws ProblemError `in-use` once something was done to it */
  remove(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const lot = await this.require(manager, id);
      if (lot.moves.length > 1)
        throw new ProblemError('in-use', { name: lot.code, by: [`${lot.moves.length - 1} moves`] });
      await manager.delete(LotEntity, { id });
      await announce(manager, 'larder');
    });
  }

  private async require(manager: EntityManager, id: string): Promise<LotEntity> {
    const lot = await manager.findOne(LotEntity, { where: { id }, relations: { moves: true } });
    if (!lot) throw new ProblemError('record-not-found', { what: 'lot', id });
    return lot;
  }

  /** What a lot is counted in, in words. */
  private async unitOf(manager: EntityManager, { itemKind, itemId }: LotEntity): Promise<string> {
    if (itemKind === 'coating') return 'g';
    const { base } = await manager.findOneByOrFail(SupplyEntity, { id: itemId });
    return base === 'g' ? 'g' : 'pieces';
  }

  private async told(manager: EntityManager, id: string): Promise<Lot> {
    await announce(manager, 'larder');
    const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
    const { lots: stopped } = await stoppedNow(manager);
    const supplies = await manager.find(SupplyEntity);
    return lotView(await this.require(manager, id), { supplies, stopped, timeZone });
  }

  private async problemsIn(manager: EntityManager, draft: LotDraft): Promise<FieldProblem[]> {
    const { item, bestBefore, code } = draft;
    const entity = item.kind === 'coating' ? CoatingEntity : SupplyEntity;
    const range = item.kind === 'coating' ? 'a coating' : 'a supply of the larder';
    const isKnown = await manager.existsBy<CoatingEntity | SupplyEntity>(entity, { id: item.id });
    const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
    const today = dateOf(this.clock.now(), timeZone);
    const isOver = bestBefore !== null && bestBefore < today && !isWritingOldStockDown(draft);
    return [
      ...(isKnown
        ? []
        : [{ pointer: '/item/id', code: 'unknown-reference' as const, params: { value: item.id, range } }]),
      ...(code.trim() === '' ? [{ pointer: '/code', code: 'blank' as const, params: {} }] : []),
      ...(isOver
        ? [{ pointer: '/bestBefore', code: 'in-past' as const, params: { value: bestBefore, now: today } }]
        : []),
    ];
  }
}

/** What is found on a shelf may be out of date, and is written down to be discarded. */
function isWritingOldStockDown({ origin }: LotDraft): boolean {
  return origin === 'found';
}

function moved(kind: LotChange['kind'], amount: number, there: number): number {
  return kind === 'counted' ? amount - there : -amount;
}

function changeProblems(
  { kind, amount, reason }: LotChange,
  { there, unit }: { readonly there: number; readonly unit: string },
): FieldProblem[] {
  const isMore = kind !== 'counted' && amount > there + 1e-6;
  return [
    ...(isMore
      ? [
          {
            pointer: '/amount',
            code: 'more-than-there' as const,
            params: { value: amount, limit: there, unit },
          },
        ]
      : []),
    ...(kind !== 'used' && reason.trim() === ''
      ? [{ pointer: '/reason', code: 'blank' as const, params: {} }]
      : []),
  ];
}
