import type { EntityManager, FindOneOptions, FindOptionsWhere } from 'typeorm';
import { IsNull, Not } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import type { SetUp } from '../../shop/seasons/set-up';
import { PlanEntity } from '../../store/work/plan.entity';
import { planDocuments, type PlanDocuments } from './plan-documents';

/** A version without what it is of. */
export type PlanHeadRow = Omit<PlanEntity, keyof PlanDocuments>;

/** The columns of a version without its documents. */
const HEAD = {
  version: true,
  madeAt: true,
  horizonStart: true,
  cost: true,
  totalPieces: true,
  unmetPieces: true,
  ordersMark: true,
  origin: true,
  madeBy: true,
  basedOn: true,
  publishedAt: true,
  pins: true,
  locks: true,
  lapsed: true,
} as const satisfies Record<keyof PlanHeadRow, true>;

/** The newest plan of the season that is worked on; null before anything of it was planned. */
export async function newestPlan(manager: EntityManager, { span }: SetUp): Promise<PlanEntity | null> {
  return wholePlan(manager, { where: { horizonStart: span.start }, order: { version: 'DESC' } });
}

/** The plan that the kitchen works by: the one published last; before any is, the newest. */
export async function workedPlan(manager: EntityManager, setUp: SetUp): Promise<PlanEntity | null> {
  return (await publishedPlan(manager, setUp)) ?? newestPlan(manager, setUp);
}

export async function publishedPlan(manager: EntityManager, setUp: SetUp): Promise<PlanEntity | null> {
  return wholePlan(manager, { where: published(setUp), order: LAST_PUBLISHED });
}

/** The version that was published last; null before any is. */
export async function publishedVersion(manager: EntityManager, setUp: SetUp): Promise<number | null> {
  const head = await manager.findOne(PlanEntity, {
    ...{ where: published(setUp), order: LAST_PUBLISHED },
    select: { version: true, publishedAt: true },
  });
  return head?.version ?? null;
}

/** A version of the season’s plan. @throws ProblemError `plan-not-found` */
export async function requirePlan(
  manager: EntityManager,
  { span }: SetUp,
  version: number,
): Promise<PlanEntity> {
  const plan = await wholePlan(manager, { where: { version, horizonStart: span.start } });
  if (!plan) throw new ProblemError('plan-not-found', { version });
  return plan;
}

/** The newest versions without their documents, the newest first. */
export function planHeads(manager: EntityManager, { span }: SetUp, most: number): Promise<PlanHeadRow[]> {
  const where = { horizonStart: span.start };
  return manager.find(PlanEntity, { where, order: { version: 'DESC' }, take: most, select: HEAD });
}

const LAST_PUBLISHED = { publishedAt: 'DESC', version: 'DESC' } as const;

function published({ span }: SetUp): FindOptionsWhere<PlanEntity> {
  return { horizonStart: span.start, publishedAt: Not(IsNull()) };
}

async function wholePlan(
  manager: EntityManager,
  sought: FindOneOptions<PlanEntity>,
): Promise<PlanEntity | null> {
  const head = await manager.findOne(PlanEntity, { ...sought, select: HEAD });
  return head && Object.assign(head, await planDocuments(manager, head));
}
