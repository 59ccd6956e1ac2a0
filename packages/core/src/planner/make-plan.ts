import { checkPlan, type PlanReport } from './check/check-plan';
import {
  constructPlanUnless,
  type Grouping,
  type UnmetCost,
  type UnmetReason,
} from './construct/construct-plan';
import type { Plan, Problem } from './problem';

/** A plan with its judgement and what stood in the way of each line that is not met in full. */
export interface PlanResult {
  readonly plan: Plan;
  readonly report: PlanReport;
  readonly reasons: readonly UnmetReason[];
  /** Constructions tried. */
  readonly steps: number;
}

export interface PlanLimits {
  /** Constructions to try at most; a plan comes of it whatever the limit. */
  readonly steps?: number;
  /** Asked again and again: true ends the work with the best so far; one construction is always finished. */
  readonly shouldStop?: () => boolean;
}

/** Ways to group the orders; which of them fits a workshop and its hour cannot be told beforehand. */
const GROUPINGS: readonly Grouping[] = [
  { fill: 0.6, perishableSpan: 480, keeperSpan: 2880, runBy: 'fastest' },
  { fill: 0.6, perishableSpan: 240, keeperSpan: 2880, runBy: 'slowest' },
  { fill: 1, perishableSpan: 480, keeperSpan: 2880, runBy: 'slowest' },
  { fill: 1, perishableSpan: 480, keeperSpan: 1440, runBy: 'fastest' },
  { fill: 0.8, perishableSpan: 480, keeperSpan: 2880, runBy: 'fastest' },
  { fill: 0.4, perishableSpan: 240, keeperSpan: 1440, runBy: 'slowest' },
  { fill: 0.8, perishableSpan: 240, keeperSpan: 2880, runBy: 'slowest' },
  { fill: 1, perishableSpan: 1440, keeperSpan: 10_080, runBy: 'slowest' },
  { fill: 0.6, perishableSpan: 240, keeperSpan: 1440, runBy: 'slowest' },
  { fill: 0.35, perishableSpan: 180, keeperSpan: 720, runBy: 'fastest' },
  { fill: 1, perishableSpan: 360, keeperSpan: 2880, runBy: 'fastest' },
  { fill: 0.35, perishableSpan: 360, keeperSpan: 2880, runBy: 'slowest' },
];

/** Each grouping once in a hurry, and once in full. */
export const MOST_STEPS = 2 * GROUPINGS.length;

/**
 * Plans an alnage-problem/1: constructions under several groupings, each checked by every rule, the cheapest kept.
 * In a first round a grouping is given up as soon as it leaves anything unmet that might be met; where none gets
 * through, the second round finishes them, each as long as it can still be cheaper than the best.
 * Deterministic: the same problem and steps give the same plan.
 * @throws Error when a construction breaks a rule, which is a fault of this code and never of the input
 */
export function makePlan(problem: Problem, limits: PlanLimits = {}): PlanResult {
  return new Attempts(problem, limits).run();
}

class Attempts {
  private best: Omit<PlanResult, 'steps'> | null = null;
  private steps = 0;
  private readonly mostSteps: number;

  constructor(
    private readonly problem: Problem,
    private readonly limits: PlanLimits,
  ) {
    this.mostSteps = Math.max(1, Math.min(limits.steps ?? MOST_STEPS, MOST_STEPS));
  }

  run(): PlanResult {
    for (const grouping of GROUPINGS)
      if (this.goesOn()) this.attempt(grouping, ({ avoidable }) => avoidable > 0);
    if (this.best === null) {
      this.attempt(GROUPINGS[0]!, () => false);
      for (const grouping of GROUPINGS.slice(1))
        if (this.goesOn()) this.attempt(grouping, () => this.isStopped());
    }
    return { ...this.best!, steps: this.steps };
  }

  private goesOn(): boolean {
    return this.steps < this.mostSteps && !this.isStopped();
  }

  private isStopped(): boolean {
    return this.limits.shouldStop?.() ?? false;
  }

  /** Tries one grouping and keeps its plan if it is cheaper than the best. */
  private attempt(grouping: Grouping, isGivenUp: (unmet: UnmetCost) => boolean): void {
    this.steps++;
    const limit = this.best?.report.cost ?? Infinity;
    const made = constructPlanUnless(
      this.problem,
      grouping,
      (unmet) => unmet.all >= limit || isGivenUp(unmet),
    );
    if (made === null) return;
    const report = checkPlan(this.problem, made.plan);
    if (!report.ok) throw new Error(`the planner broke a rule: ${JSON.stringify(report.violations[0])}`);
    if (report.cost! < limit) this.best = { ...made, report };
  }
}
