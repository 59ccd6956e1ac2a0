import { costInMinutes } from '../planner/check/check-plan';
import { movedTasks, tasksOffHours, type Task, type TaskChanges } from '../planner/moved-tasks';
import { planFigures, type PlanFigures } from '../planner/plan-figures';
import type { Planned, Unmet } from '../planner/problem';
import type { Shortage } from './actual-yields';
import { dayAhead, type DayTrouble } from './day-ahead';

/** A mended plan beside the one that is worked by. */
export interface Mended {
  /** The plan that is worked by, less what came out short. */
  readonly before: PlanFigures;
  readonly after: PlanFigures;
  readonly changes: TaskChanges;
  /** Orders that are ready too late even so. */
  readonly late: readonly DayTrouble[];
  /** Tasks of people who are not there then, which nobody else can take. */
  readonly offHours: readonly Task[];
  /** Pieces of orders that it leaves open and the plan that is worked by did not. */
  readonly open: readonly Unmet[];
}

/**
 * What a mended plan comes to beside the one that is worked by: pieces that came out short are missing from that as it
 * stands, and cost what missing pieces cost. By hand: 6 short of an order of weight 2 at 1,000 a piece are 12,000 more.
 */
export function mendedBeside(mended: Planned, worked: Planned, lacking: readonly Shortage[]): Mended {
  const since = mended.problem.now ?? 0;
  const known = new Map(worked.plan.unmet.map((each) => [lineOf(each), each.pieces]));
  return {
    before: lessWhatLacks(worked, lacking),
    after: planFigures(mended),
    changes: movedTasks(worked.plan, mended.plan, since),
    late: dayAhead(mended, new Map(), since).troubles.filter(({ kind }) => kind === 'late-order'),
    offHours: tasksOffHours(mended),
    open: mended.plan.unmet
      .map((each) => ({ ...each, pieces: each.pieces - (known.get(lineOf(each)) ?? 0) }))
      .filter(({ pieces }) => pieces > 0),
  };
}

function lessWhatLacks(worked: Planned, lacking: readonly Shortage[]): PlanFigures {
  const figures = planFigures(worked);
  const { orders, weights } = worked.problem;
  const weight = new Map(orders.map((order) => [order.id, order.weight]));
  const weighed = lacking.reduce((sum, { order, pieces }) => sum + pieces * (weight.get(order) ?? 1), 0);
  const more = weighed * weights.unmetPiece;
  return {
    ...figures,
    unmetPieces: figures.unmetPieces + lacking.reduce((sum, { pieces }) => sum + pieces, 0),
    cost: figures.cost === null ? null : figures.cost + more,
    costMinutes: figures.costMinutes === null ? null : figures.costMinutes + costInMinutes(more, weights),
  };
}

function lineOf({ order, product }: Pick<Unmet, 'order' | 'product'>): string {
  return `${order} ${product}`;
}
