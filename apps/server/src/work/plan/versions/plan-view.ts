import type { PlanHead, SavedPlan } from '@alnage/contract';
import type { Problem } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { planTickets } from '../../../week/kitchen/plan-tickets';
import type { PlanHeadRow } from '../../../week/kitchen/plan-versions';
import type { PlanEntity } from '../../../store/work/plan.entity';

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
export async function planView(manager: EntityManager, plan: PlanEntity, told: Told): Promise<SavedPlan> {
  return { ...headView(plan, told), ...(await bodyView(manager, plan)) };
}

/** The same as text. With thousands of orders the body is megabytes, so it is made text once a version. */
export async function planText(manager: EntityManager, plan: PlanEntity, told: Told): Promise<string> {
  const known = bodies.get(plan.problem);
  const body = known ?? JSON.stringify(await bodyView(manager, plan)).slice(1);
  bodies.set(plan.problem, body);
  return `${JSON.stringify(headView(plan, told)).slice(0, -1)},${body}`;
}

const bodies = new WeakMap<Problem, string>();

interface Told {
  readonly mark: string;
  readonly published: number | null;
}

type Body = Pick<SavedPlan, 'tickets' | 'problem' | 'plan' | 'reasons'>;

/** What of a version changes while people work with it. */
function headView(plan: PlanEntity, { mark, published }: Told): Omit<SavedPlan, keyof Body> {
  return {
    ...planHead(plan, published),
    horizonStart: plan.horizonStart.toISOString(),
    isStale: plan.ordersMark !== mark,
    pins: plan.pins,
    locks: plan.locks,
    lapsed: plan.lapsed,
    publishedVersion: published,
  };
}

/** What of it stays. */
async function bodyView(manager: EntityManager, { problem, plan, reasons }: PlanEntity): Promise<Body> {
  return { tickets: await planTickets(manager, problem), problem, plan, reasons };
}
