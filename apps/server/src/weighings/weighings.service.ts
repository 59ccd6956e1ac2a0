import type { Weighing, WeighingDraft, WeighingSetAside } from '@alnage/contract';
import { formOfSize, gramsShown, pieceCoat, type CoatPortion } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { PieceEntity } from '../pieces/piece.entity';
import { announce } from '../plugins/live';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { loadDippery } from '../workshop/dippery';
import { instantOf, wallClockOf } from '../workshop/workshop-time';
import { WorkshopEntity } from '../workshop/workshop.entity';
import { readWeighings, weighingShower } from './read-weighings';
import { WeighingEntity } from './weighing.entity';

/** Keeps what the scale said, and what was set aside and why. */
export class WeighingsService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  list(): Promise<Weighing[]> {
    return readWeighings(this.db.manager, this.clock.now());
  }

  /** @throws ProblemError and InputError naming the field at fault; nothing is stored then */
  take(draft: WeighingDraft): Promise<Weighing> {
    return this.db.transaction(async (manager) => {
      const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const at = this.instantOf(draft.at, timeZone);
      gramsShown(draft.weighed, draft.pieces);
      if (draft.rejects > draft.pieces)
        throw outOfRange('/rejects', draft.rejects, `no more than the pieces dipped, ${draft.pieces}`);
      const { estimateGrams } = await portionOf(manager, draft);
      const { piece: pieceId, at: _at, ...rest } = draft;
      const saved = await manager.save(
        manager.create(WeighingEntity, {
          ...rest,
          pieceId,
          at,
          estimateGrams,
          setAsideReason: null,
          version: 1,
        }),
      );
      await announce(manager, 'weighings');
      return (await weighingShower(manager, this.clock.now()))(saved);
    });
  }

  /** @throws ProblemError `record-changed` with the weighing as it is now */
  setAside(id: string, { reason, version }: WeighingSetAside): Promise<Weighing> {
    return this.db.transaction(async (manager) => {
      const show = await weighingShower(manager, this.clock.now());
      const row = await manager.findOne(WeighingEntity, {
        where: { id },
        lock: { mode: 'pessimistic_write' },
      });
      if (!row) throw new ProblemError('record-not-found', { what: 'weighing', id });
      if (row.version !== version) throw new ProblemError('record-changed', { current: show(row) });
      if (reason?.trim() === '')
        throw new ProblemError('invalid-input', {}, [{ pointer: '/reason', code: 'blank', params: {} }]);
      Object.assign(row, { setAsideReason: reason?.trim() ?? null, version: version + 1 });
      await manager.save(row);
      await announce(manager, 'weighings');
      return show(row);
    });
  }

  private instantOf(wallClock: string, timeZone: string): Date {
    const at = instantOf(wallClock, timeZone);
    const fault = (code: 'wrong-format' | 'in-future', params: Record<string, string>): ProblemError =>
      new ProblemError('invalid-input', {}, [{ pointer: '/at', code, params }]);
    if (at === null) throw fault('wrong-format', { value: wallClock });
    const now = this.clock.now();
    if (at > now) throw fault('in-future', { value: wallClock, now: wallClockOf(now, timeZone) });
    return at;
  }
}

/** The coat of a piece that a draft weighs. @throws ProblemError for a piece, coat or size that there is not */
async function portionOf(manager: EntityManager, draft: WeighingDraft): Promise<CoatPortion> {
  const piece = await manager.findOneBy(PieceEntity, { id: draft.piece });
  if (!piece)
    throw new ProblemError('invalid-input', {}, [
      { pointer: '/piece', code: 'unknown-piece', params: { value: draft.piece } },
    ]);
  const size = piece.sizes.find(({ id }) => id === draft.sizeClass);
  if ((piece.sizes.length > 0 || draft.sizeClass !== '') && !size)
    throw unknown(
      '/sizeClass',
      draft.sizeClass,
      piece.sizes.map(({ id }) => id).join(', ') || 'no size class',
    );
  const form = formOfSize(piece.form, size);
  const { portions } = pieceCoat({ form, drizzle: piece.drizzle }, await loadDippery(manager));
  const portion = portions.find(({ role }) => role === draft.coat);
  if (!portion) throw unknown('/coat', draft.coat, portions.map(({ role }) => role).join(', '));
  return portion;
}

const unknown = (pointer: string, value: string, range: string): ProblemError =>
  new ProblemError('invalid-input', {}, [{ pointer, code: 'unknown-reference', params: { value, range } }]);

const outOfRange = (pointer: string, value: number, range: string): ProblemError =>
  new ProblemError('invalid-input', {}, [{ pointer, code: 'out-of-range', params: { value, range } }]);
