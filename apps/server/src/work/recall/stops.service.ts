import type { StopDraft, StopLift, StopView } from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { lockUntilCommit } from '../../platform/database/locks';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { StopEntity } from '../../store/work/stop.entity';
import { requireAsked } from './recall.service';

/** Stops what is not to leave the shop, and lets it go again; each is kept for good. */
export class StopsService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** The last first. */
  async list(): Promise<StopView[]> {
    return (await this.db.manager.find(StopEntity, { order: { at: 'DESC' } })).map(stopView);
  }

  /** @throws ProblemError as a recall does; `invalid-input` without a reason or a name */
  make({ origin, isPractice, ...said }: StopDraft, by: string | null): Promise<StopView> {
    return this.db.transaction(async (manager) => {
      await requireAsked(manager, origin);
      const stop = await manager.save(
        manager.create(StopEntity, {
          ...{ origin, ...given(said), isPractice, at: this.clock.now(), by },
          ...{ liftedAt: null, liftedBy: null, liftedReason: null, liftedName: null },
        }),
      );
      await this.tell(manager);
      return stopView(stop);
    });
  }

  /** @throws ProblemError `record-not-found`, `already-done`; `invalid-input` without a reason or a name */
  lift(id: string, said: StopLift, by: string | null): Promise<StopView> {
    return this.db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'bench');
      const stop = await manager.findOneBy(StopEntity, { id });
      if (!stop) throw new ProblemError('record-not-found', { what: 'stop', id });
      if (stop.liftedAt) throw new ProblemError('already-done', { stop: id });
      const { reason: liftedReason, name: liftedName } = given(said);
      Object.assign(stop, { liftedAt: this.clock.now(), liftedBy: by, liftedReason, liftedName });
      await manager.save(stop);
      await this.tell(manager);
      return stopView(stop);
    });
  }

  /** What is stopped is seen by all who make, keep, count or hand over. */
  private async tell(manager: EntityManager): Promise<void> {
    for (const topic of ['bench', 'larder', 'orders'] as const) await announce(manager, topic);
  }
}

/** @throws ProblemError `invalid-input` for nothing but spaces */
function given(said: StopLift): StopLift {
  const problems = (['reason', 'name'] as const)
    .filter((field) => said[field].trim() === '')
    .map((field) => fieldProblem(`/${field}`, 'blank'));
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
  return { reason: said.reason.trim(), name: said.name.trim() };
}

export function stopView(stop: StopEntity): StopView {
  const { id, origin, reason, name, isPractice, at, by } = stop;
  const { liftedAt, liftedBy, liftedReason, liftedName } = stop;
  return {
    ...{ id, origin, reason, name, isPractice, at: at.toISOString(), by },
    lifted: liftedAt && {
      ...{ at: liftedAt.toISOString(), by: liftedBy, reason: liftedReason ?? '', name: liftedName ?? '' },
    },
  };
}
