import type { EntityManager } from 'typeorm';
import { findSetUp } from '../workshop/set-up';
import { minutesFrom } from '../workshop/workshop-time';
import { PlanEntity } from './plan.entity';

/** What of this season's newest plan has begun: it stays in every plan of the season, and its pieces and bowls with it. */
export interface StartedWork {
  readonly products: ReadonlySet<string>;
  readonly melters: ReadonlySet<string>;
}

export async function startedWork(manager: EntityManager, now: Date): Promise<StartedWork> {
  const setUp = await findSetUp(manager);
  const [newest] = await manager.find(PlanEntity, { order: { version: 'DESC' }, take: 1 });
  if (!setUp || newest?.horizonStart.getTime() !== setUp.span.start.getTime())
    return { products: new Set(), melters: new Set() };
  const minute = minutesFrom(newest.horizonStart, now);
  const batches = newest.plan.batches.filter(({ stages }) => stages.some(({ start }) => start <= minute));
  const melts = newest.plan.melts.filter(({ setupStart }) => setupStart <= minute);
  return {
    products: new Set(batches.map(({ product }) => product)),
    melters: new Set(melts.map(({ melter }) => melter)),
  };
}
