import { shortages, withYields, workState, type BenchWork, type Plan, type Shortage } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { eventsOf } from '../bench/run-events';
import { RunEntity } from '../bench/run.entity';
import type { PlanEntity } from './plan.entity';

/** A plan that is worked by, as it really came out. */
export interface WorkedPlan {
  /** With as many good pieces in each batch as were set down. */
  readonly plan: Plan;
  readonly shortages: readonly Shortage[];
  /** Batches and melts that somebody has begun at the bench, early or late. */
  readonly begun: ReadonlySet<string>;
}

/** The plan with what the bench set down of each batch whose dipping is over: what failed must be made again. */
export async function workedYields(
  manager: EntityManager,
  { plan, horizonStart }: Pick<PlanEntity, 'plan' | 'horizonStart'>,
): Promise<WorkedPlan> {
  const runs = await manager
    .createQueryBuilder(RunEntity, 'run')
    .leftJoinAndSelect('run.events', 'event')
    .where({ horizonStart })
    .andWhere('run.begunAt is not null')
    .getMany();
  const products = new Map(plan.batches.map(({ id, product }) => [id, product]));
  const isOfPlan = (work: BenchWork): boolean =>
    work.kind === 'melt' || products.get(work.batch) === work.product;
  const own = runs.filter(({ planned }) => isOfPlan(planned));
  const yields = new Map<string, number>();
  for (const run of own) {
    const { planned, endedAt } = run;
    if (planned.kind === 'melt' || !planned.melt || !endedAt) continue;
    yields.set(planned.batch, Math.min(goodOf(run), yields.get(planned.batch) ?? Infinity));
  }
  const begun = new Set(own.map(({ planned }) => (planned.kind === 'melt' ? planned.melt : planned.batch)));
  return {
    plan: { ...plan, batches: withYields(plan.batches, yields) },
    shortages: shortages(plan.batches, yields),
    begun,
  };
}

/** Good pieces of a run that is over: as they were sealed, or set down so far. */
function goodOf(run: RunEntity): number {
  return run.record?.good ?? workState(eventsOf(run)).good;
}
