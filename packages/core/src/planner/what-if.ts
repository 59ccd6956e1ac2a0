import { catalogueOf } from './catalogue';
import { withChanges, type Change } from './change';
import { lineKey } from './line-key';
import { handOver } from './hand-over';
import { leftToOthers } from './left-to-others';
import { movedTasks, tasksOffHours, type Task, type TaskChanges } from './moved-tasks';
import { planFigures, type PlanFigures } from './plan-figures';
import type { Plan, Planned, Problem } from './problem';
import { repairPlan, type RepairLimits } from './repair-plan';
import { roomStays } from './view/room-stays';

/** A plan as it would be with some changes, beside what it is. */
export interface WhatIf {
  readonly problem: Problem;
  readonly plan: Plan;
  readonly before: PlanFigures;
  readonly after: PlanFigures;
  readonly changes: TaskChanges;
  /** Tasks of people who are not there then, which nobody else can take. */
  readonly offHours: readonly Task[];
  /** What lies where nothing can then, since it has begun: it must be carried elsewhere by hand. */
  readonly homeless: readonly Homeless[];
}

/** Trays of a batch that lie in a zone while that is out of use. */
export interface Homeless {
  readonly zone: string;
  readonly product: string;
  readonly pieces: number;
  readonly trays: number;
  readonly from: number;
}

export interface WhatIfLimits extends Pick<RepairLimits, 'steps' | 'progress' | 'seed'> {
  /** Whether told tasks may move at no price: the plan as it might be made anew. Absent: it is mended, few tasks move. */
  readonly isFree?: boolean;
}

/** Changes of the plan that are tried where it may be made anew. */
const FREE_STEPS = 1500;

/**
 * What some changes would come to: the plan mended with them, and its figures beside those of the plan as it is; where
 * tasks may move freely, beside those of the plan that was bettered for as long without them, so that nothing is told as
 * gained that time alone gives. What is fixed stays fixed as far as the changes leave it people, hours and bowls: begun work of
 * somebody who is away goes to other hands, and what is only pinned is let go where its people are not there.
 */
export function whatIf(planned: Planned, changes: readonly Change[], limits: WhatIfLimits = {}): WhatIf {
  const { isFree = false, ...rest } = limits;
  const how = isFree ? { steps: FREE_STEPS, ...rest, movePrice: 0 } : rest;
  const problem = withHandsThere(keepingFixed(withChanges(planned.problem, changes)));
  const { plan } = repairPlan(problem, planned.plan, how);
  const before = isFree ? repairPlan(planned.problem, planned.plan, how).plan : planned.plan;
  return {
    problem,
    plan,
    before: planFigures({ problem: planned.problem, plan: before }),
    after: planFigures({ problem, plan }),
    changes: movedTasks(planned.plan, plan, problem.now),
    offHours: tasksOffHours({ problem, plan }),
    homeless: changes.flatMap((change) =>
      change.kind === 'zone-away' ? lyingIn({ problem, plan }, change) : [],
    ),
  };
}

function lyingIn(
  { problem, plan }: Planned,
  { zone, span: [start, end] }: Change & { kind: 'zone-away' },
): Homeless[] {
  const catalogue = catalogueOf(problem);
  return plan.batches.flatMap((batch) => {
    const stay = roomStays(catalogue, batch).find(
      (each) => each.zone === zone && each.from < end && each.to > start,
    );
    if (!stay) return [];
    const { product, pieces } = batch;
    return [{ zone, product, pieces, trays: stay.trays, from: Math.max(start, stay.from) }];
  });
}

/** With the fixed work in the hands of people who are there for it, as far as that can be. */
function withHandsThere(problem: Problem): Problem {
  const { fixed, now = 0 } = problem;
  if (!fixed) return problem;
  const isOpen = ({ start }: { readonly start: number }): boolean => start >= now;
  return { ...problem, ...leftToOthers(problem, handOver(problem, fixed, isOpen), isOpen) };
}

/** Without fixed work whose orders, people or bowls are gone, which no plan could have. */
export function keepingFixed(problem: Problem): Problem {
  const { fixed } = problem;
  if (!fixed) return problem;
  const [orders, people, bowls] = [problem.orders, problem.people, problem.melters].map(
    (list) => new Set(list.map(({ id }) => id)),
  ) as [Set<string>, Set<string>, Set<string>];
  const melts = fixed.melts.filter(({ person, melter }) => people.has(person) && bowls.has(melter));
  const there = new Set(melts.map(({ id }) => id));
  const wanted = new Map(
    problem.orders.flatMap(({ id, lines }) =>
      lines.map(({ product, pieces }) => [lineKey(id, product), pieces] as const),
    ),
  );
  const batches = fixed.batches.filter(
    ({ product, serves, stages }) =>
      serves.every(
        ({ order, pieces }) => orders.has(order) && (wanted.get(lineKey(order, product)) ?? 0) >= pieces,
      ) && stages.every(({ person, melt }) => people.has(person) && (melt === null || there.has(melt))),
  );
  const dipped = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  return { ...problem, fixed: { batches, melts: melts.filter(({ id }) => dipped.has(id)) } };
}
