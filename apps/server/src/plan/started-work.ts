import type { EntityManager } from 'typeorm';
import { findSetUp } from '../workshop/set-up';
import { minutesFrom } from '../workshop/workshop-time';
import { workedPlan } from './plan-versions';

/** What of the plan that this season is worked by has begun: it stays in every plan of the season, and its pieces, bowls and people with it. */
export interface StartedWork {
  readonly products: ReadonlySet<string>;
  readonly melters: ReadonlySet<string>;
  readonly people: ReadonlySet<string>;
}

export async function startedWork(manager: EntityManager, now: Date): Promise<StartedWork> {
  const setUp = await findSetUp(manager);
  const worked = setUp && (await workedPlan(manager, setUp));
  if (!worked) return { products: new Set(), melters: new Set(), people: new Set() };
  const minute = minutesFrom(worked.horizonStart, now);
  const batches = worked.plan.batches.filter(({ stages }) => stages.some(({ start }) => start <= minute));
  const melts = worked.plan.melts.filter(({ setupStart }) => setupStart <= minute);
  return {
    products: new Set(batches.map(({ product }) => product)),
    melters: new Set(melts.map(({ melter }) => melter)),
    people: new Set([
      ...melts.map(({ person }) => person),
      ...batches.flatMap(({ stages }) => stages.map(({ person }) => person)),
    ]),
  };
}
