import { catalogueOf } from './check/catalogue';
import { checkPlan, type PlanReport } from './check/check-plan';
import {
  attemptPlan,
  urgencyOf,
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

/** Rounds in a hurry, then once in full. */
const HURRIED_ROUNDS = 3;
export const MOST_STEPS = (HURRIED_ROUNDS + 1) * GROUPINGS.length;

/**
 * Plans an alnage-problem/1: constructions under several groupings, each checked by every rule, the cheapest kept.
 * At first a grouping is given up as soon as it leaves anything unmet that might be met, and what it could not meet
 * comes first in the ones after it. Where none gets through, they are finished, each as long as it can still be
 * cheaper than the best. Deterministic: the same problem and steps give the same plan.
 * Source: Joslin and Clements, Squeaky Wheel Optimization (what failed is moved to the front).
 * @throws Error when a construction breaks a rule, which is a fault of this code and never of the input
 */
export function makePlan(problem: Problem, limits: PlanLimits = {}): PlanResult {
  return new Attempts(problem, limits).run();
}

class Attempts {
  private best: Omit<PlanResult, 'steps'> | null = null;
  private steps = 0;
  private readonly urgent = new Set<string>();
  private readonly leaves: ReadonlyMap<string, number>;
  private readonly mostSteps: number;

  constructor(
    private readonly problem: Problem,
    private readonly limits: PlanLimits,
  ) {
    this.leaves = catalogueOf(problem).leaves;
    this.mostSteps = Math.max(1, Math.min(limits.steps ?? MOST_STEPS, MOST_STEPS));
  }

  run(): PlanResult {
    for (let round = 0; round < HURRIED_ROUNDS && this.best === null; round++)
      for (const grouping of GROUPINGS)
        if (this.goesOn()) this.try(grouping, ({ avoidable }) => avoidable > 0);
    if (this.best === null) {
      // what was urgent in a hurry misleads where something must stay unmet
      this.urgent.clear();
      this.try(GROUPINGS[0]!, () => false);
      for (const grouping of GROUPINGS.slice(1))
        if (this.goesOn()) this.try(grouping, () => this.isStopped());
    }
    return { ...this.best!, steps: this.steps };
  }

  private goesOn(): boolean {
    return this.steps < this.mostSteps && !this.isStopped();
  }

  private isStopped(): boolean {
    return this.limits.shouldStop?.() ?? false;
  }

  /** Tries one grouping; keeps its plan if it is cheaper than the best, and moves what it could not meet forward. */
  private try(grouping: Grouping, isGivenUp: (unmet: UnmetCost) => boolean): void {
    this.steps++;
    const limit = this.best?.report.cost ?? Infinity;
    const made = attemptPlan(this.problem, {
      grouping,
      urgent: this.urgent,
      isGivenUp: (unmet) => unmet.all >= limit || isGivenUp(unmet),
    });
    for (const { order, product, blocker } of made.reasons)
      if (blocker.kind !== 'time') this.urgent.add(urgencyOf(product, this.leaves.get(order)!));
    if (made.kind === 'given-up') return;
    const report = checkPlan(this.problem, made.plan);
    if (!report.ok) throw new Error(`the planner broke a rule: ${JSON.stringify(report.violations[0])}`);
    if (report.cost! < limit) this.best = { plan: made.plan, reasons: made.reasons, report };
  }
}
