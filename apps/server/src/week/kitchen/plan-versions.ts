import type { EntityManager } from 'typeorm';
import { IsNull, Not } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import type { SetUp } from '../../shop/seasons/set-up';
import { PlanEntity } from '../../store/work/plan.entity';

/** The newest plan of the season that is worked on; null before anything of it was planned. */
export async function newestPlan(manager: EntityManager, { span }: SetUp): Promise<PlanEntity | null> {
  return manager.findOne(PlanEntity, { where: { horizonStart: span.start }, order: { version: 'DESC' } });
}

/** The plan that the kitchen works by: the one published last; before any is, the newest. */
export async function workedPlan(manager: EntityManager, setUp: SetUp): Promise<PlanEntity | null> {
  return (await publishedPlan(manager, setUp)) ?? newestPlan(manager, setUp);
}

export async function publishedPlan(manager: EntityManager, { span }: SetUp): Promise<PlanEntity | null> {
  return manager.findOne(PlanEntity, {
    where: { horizonStart: span.start, publishedAt: Not(IsNull()) },
    order: { publishedAt: 'DESC', version: 'DESC' },
  });
}

/** A version of the season’s plan. @throws ProblemError `plan-not-found` */
export async function requirePlan(
  manager: EntityManager,
  { span }: SetUp,
  version: number,
): Promise<PlanEntity> {
  const plan = await manager.findOneBy(PlanEntity, { version, horizonStart: span.start });
  if (!plan) throw new ProblemError('plan-not-found', { version });
  return plan;
}
