import type { EntityManager } from 'typeorm';
import { minutesFrom } from '../workshop/workshop-time';
import { PlanEntity } from './plan.entity';

/** What of the newest plan has begun and is not over: its pieces and bowls stay as they are until it is. */
export interface StartedWork {
  readonly products: ReadonlySet<string>;
  readonly melters: ReadonlySet<string>;
}

export async function startedWork(manager: EntityManager, now: Date): Promise<StartedWork> {
  const [newest] = await manager.find(PlanEntity, { order: { version: 'DESC' }, take: 1 });
  if (!newest) return { products: new Set(), melters: new Set() };
  const minute = minutesFrom(newest.horizonStart, now);
  const due = new Map(newest.problem.orders.map((order) => [order.id, order.due]));
  const batches = newest.plan.batches.filter(
    ({ stages, serves }) =>
      stages[0]!.start <= minute && serves.some(({ order }) => (due.get(order) ?? minute) >= minute),
  );
  const melts = newest.plan.melts.filter((melt) => melt.setupStart <= minute);
  return {
    products: new Set(batches.map(({ product }) => product)),
    melters: new Set(melts.map(({ melter }) => melter)),
  };
}
