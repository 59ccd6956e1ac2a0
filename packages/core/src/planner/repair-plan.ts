import { compile } from './engine/compiled';
import { loadPlan } from './engine/keep';
import { Search } from './engine/search';
import { snapshotOf } from './engine/snapshot';
import { layInWhatFits, type Patience } from './engine/lay-in';
import { metLines } from './engine/met-lines';
import { finished, readBest, type PlanLimits, type PlanResult } from './make-plan';
import { movedTasks, type TaskChanges } from './moved-tasks';
import type { Plan, Problem } from './problem';

export interface RepairLimits extends PlanLimits {
  /** What it must save, in minutes of labour, that a task is moved that people were told; absent: the shop default. */
  readonly movePrice?: number;
}

/** A plan that keeps as much of an earlier one as it can, and what of that it moved. */
export interface RepairResult extends PlanResult {
  readonly changes: TaskChanges;
}

/** A task that people were told is moved where that saves as much as so many minutes of work; shop default. */
export const MOVE_PRICE = 100;
/** Much that is open is left to the search: it can make room. */
const PATIENCE: Patience = { failures: 12, halvings: 4 };
/** Changes tried where nobody says how many. */
const USUAL_REPAIR_STEPS = 400;

/**
 * Mends a plan that the problem has left behind: an order more or fewer, somebody ill, a bowl lost. What is fixed stays,
 * what still holds stays where it is, what is missing is laid in, and what people were told moves only where it must or
 * where that saves more than it upsets. It begins with `from`, if that is given, which may hold more than people were told; what
 * is met then stays met. Deterministic by seed and steps where no `progress` is given.
 * @throws Error when a plan breaks a rule, which is a fault of this code and never of the input
 */
export function repairPlan(problem: Problem, told: Plan, limits: RepairLimits = {}): RepairResult {
  const { seed = 1, movePrice = MOVE_PRICE, progress } = limits;
  const mostSteps = limits.steps ?? (progress ? Infinity : USUAL_REPAIR_STEPS);
  const price = movePrice * problem.weights.labourMinute;
  const compiled = compile(problem, { plan: told, price });
  const schedule = loadPlan(compiled, limits.from ?? told);
  layInWhatFits(schedule, PATIENCE);
  const kept = metLines(schedule);
  const { tell } = limits;
  const search = new Search(compiled, snapshotOf(schedule), { seed, unmetShare: 1, isCalm: true, kept });
  if (tell) {
    tell(() => readBest(compiled, search.best));
    search.onBest = (best) => tell(() => readBest(compiled, best));
  }
  search.anneal(() => Math.max(search.steps / mostSteps, progress?.() ?? 0));
  const result = finished(compiled, search.best, search.steps);
  return { ...result, changes: movedTasks(told, result.plan, problem.now) };
}
