import type { Weighing, WeighingDraft, WeighingSetAside } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { keepWeighing } from '../../week/learned/keep-weighing';
import { readWeighings, weighingShower } from '../../week/learned/read-weighings';
import { WeighingEntity } from '../../store/work/weighing.entity';

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
      const saved = await keepWeighing(manager, draft, at);
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
