import type { EntityManager } from 'typeorm';
import type { BegunWork } from '../../shop/kept/workshop-uses';
import { findSetUp } from '../../shop/seasons/set-up';
import { minutesFrom } from '../../platform/time/workshop-time';
import { workedPlan } from './plan-versions';

export async function startedWork(manager: EntityManager, now: Date): Promise<BegunWork> {
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
