import { makePlan } from './planner/make-plan';
import type { Plan, Problem } from './planner/problem';

/** A plan that is to be made by the command line, in whichever thread. */
export interface PlanTask {
  readonly problem: Problem;
  readonly seed: number;
  readonly steps: number | undefined;
  readonly seconds: number | undefined;
}

export interface PlanAnswer {
  readonly plan: Plan;
  readonly cost: number;
}

/** Makes a plan by the clock, by steps, or both. */
export function planFor({ problem, seed, steps, seconds }: PlanTask): PlanAnswer {
  const start = performance.now();
  const { plan, report } = makePlan(problem, {
    seed,
    ...(steps !== undefined && { steps }),
    ...(seconds !== undefined && { progress: () => (performance.now() - start) / (seconds * 1000) }),
  });
  return { plan, cost: report.cost! };
}
