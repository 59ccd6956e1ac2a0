import type { EntityManager } from 'typeorm';
import type { SetUp } from '../workshop/set-up';
import { PlanEntity } from './plan.entity';

/** The newest plan of the season that is worked on; null before anything of it was planned. */
export async function newestPlan(manager: EntityManager, { span }: SetUp): Promise<PlanEntity | null> {
  const [plan] = await manager.find(PlanEntity, {
    where: { horizonStart: span.start },
    order: { version: 'DESC' },
    take: 1,
  });
  return plan ?? null;
}
