import type { PlanHead, SavedPlan } from '@alnage/contract';
import { unplannedLines, type PlanOrder, type Problem } from '@alnage/core';
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

/** A plan as it is told now. */
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

/** By what it is told whether a plan is stale, what it leaves out, and which one is worked by. */
export interface Told {
  /** The mark that a plan made now would have. */
  readonly mark: string;
  /** The version that is worked by. */
  readonly published: number | null;
  /** What is promised and not made yet, by pickup, with its tickets. */
  readonly promised: readonly PlanOrder[];
  readonly tickets: ReadonlyMap<string, string>;
}

type Body = Pick<SavedPlan, 'tickets' | 'problem' | 'plan' | 'reasons'>;

/** What of a version changes while people work with it. */
function headView(
  plan: PlanEntity,
  { mark, published, promised, tickets }: Told,
): Omit<SavedPlan, keyof Body> {
  const unplanned = unplannedLines(plan, promised);
  return {
    ...planHead(plan, published),
    horizonStart: plan.horizonStart.toISOString(),
    isStale: plan.ordersMark !== mark,
    pins: plan.pins,
    locks: plan.locks,
    lapsed: plan.lapsed,
    publishedVersion: published,
    unplanned,
    unplannedTickets: [...new Set(unplanned.map(({ order }) => tickets.get(order)!))],
  };
}

/** What of it stays. */
async function bodyView(manager: EntityManager, { problem, plan, reasons }: PlanEntity): Promise<Body> {
  return { tickets: await planTickets(manager, problem), problem, plan, reasons };
}
