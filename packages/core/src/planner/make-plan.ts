import { checkPlan, type PlanReport } from './check/check-plan';
import { constructPlanBelow, type Grouping, type UnmetReason } from './construct/construct-plan';
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
  /** Constructions to try at most; the first is always finished. */
  readonly steps?: number;
  /** Asked after each construction: true ends the work with the best so far. */
  readonly shouldStop?: () => boolean;
}

/** Ways to group the orders; the first two are quick to fit, so that what comes after can be given up early. */
const GROUPINGS: readonly Grouping[] = [
  { fill: 0.6, perishableSpan: 240, keeperSpan: 1440, runBy: 'slowest' },
  { fill: 0.6, perishableSpan: 480, keeperSpan: 2880, runBy: 'fastest' },
  { fill: 1, perishableSpan: 360, keeperSpan: 2880, runBy: 'slowest' },
  { fill: 1, perishableSpan: 720, keeperSpan: 4320, runBy: 'fastest' },
  { fill: 1, perishableSpan: 1440, keeperSpan: 10_080, runBy: 'slowest' },
  { fill: 1, perishableSpan: 360, keeperSpan: 2880, runBy: 'fastest' },
  { fill: 0.35, perishableSpan: 360, keeperSpan: 2880, runBy: 'slowest' },
  { fill: 0.35, perishableSpan: 180, keeperSpan: 720, runBy: 'fastest' },
];

export const MOST_STEPS = GROUPINGS.length;

/**
 * Plans an alnage-problem/1: constructions under several groupings, each checked by every rule, the cheapest kept.
 * Deterministic: the same problem and steps give the same plan.
 * @throws Error when a construction breaks a rule, which is a fault of this code and never of the input
 */
export function makePlan(problem: Problem, limits: PlanLimits = {}): PlanResult {
  const steps = Math.max(1, Math.min(limits.steps ?? MOST_STEPS, MOST_STEPS));
  let best: PlanResult | null = null;
  for (const [index, grouping] of GROUPINGS.slice(0, steps).entries()) {
    const better = improved(problem, grouping, best);
    best = { ...(better ?? best!), steps: index + 1 };
    if (limits.shouldStop?.()) break;
  }
  return best!;
}

/** The plan of one grouping, if it is cheaper than the best; the first is always taken. */
function improved(
  problem: Problem,
  grouping: Grouping,
  best: PlanResult | null,
): Omit<PlanResult, 'steps'> | null {
  const limit = best?.report.cost ?? Infinity;
  const made = constructPlanBelow(problem, grouping, limit);
  if (made === null) return null;
  const report = checkPlan(problem, made.plan);
  if (!report.ok) throw new Error(`the planner broke a rule: ${JSON.stringify(report.violations[0])}`);
  return best === null || report.cost! < limit ? { ...made, report } : null;
}
