import type { PlanHead, SavedPlan } from '@alnage/contract';
import { SPARE_PREFIX } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { PlanEntity } from '../../../store/work/plan.entity';

/** A version without the plan itself. */
export type PlanHeadRow = Omit<PlanEntity, 'problem' | 'plan' | 'reasons'>;

export function planHead(plan: PlanHeadRow, published: number | null): PlanHead {
  return {
    version: plan.version,
    madeAt: plan.madeAt.toISOString(),
    origin: plan.origin,
    madeBy: plan.madeBy,
    basedOn: plan.basedOn,
    publishedAt: plan.publishedAt?.toISOString() ?? null,
    isPublished: plan.version === published,
    cost: plan.cost,
    totalPieces: plan.totalPieces,
    unmetPieces: plan.unmetPieces,
  };
}

/** A plan as it is told: `mark` is that of what would be planned now, `published` the version that is worked by. */
export async function planView(
  manager: EntityManager,
  plan: PlanEntity,
  { mark, published }: { readonly mark: string; readonly published: number | null },
): Promise<SavedPlan> {
  const orders = await manager.query<{ id: string; ticket: string }[]>(
    'select id, ticket from customer_order where id = any($1)',
    [plan.problem.orders.map(({ id }) => id).filter((id) => !id.startsWith(SPARE_PREFIX))],
  );
  return {
    ...planHead(plan, published),
    tickets: Object.fromEntries(orders.map(({ id, ticket }) => [id, ticket])),
    horizonStart: plan.horizonStart.toISOString(),
    isStale: plan.ordersMark !== mark,
    pins: plan.pins,
    locks: plan.locks,
    lapsed: plan.lapsed,
    publishedVersion: published,
    problem: plan.problem,
    plan: plan.plan,
    reasons: plan.reasons,
  };
}
