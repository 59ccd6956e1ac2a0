import { checkPlan, type PlanReport } from './check/check-plan';
import { compile, type CompiledProblem } from './engine/compiled';
import { loadPlan } from './engine/keep';
import { layInOrders } from './engine/lay-in';
import { loadFixed } from './engine/load';
import { meets, metLines } from './engine/met-lines';
import { meetTheRest, type UnmetReason } from './engine/unmet';
import { firstPlan, Search } from './engine/search';
import { scheduleOf, snapshotOf, type Snapshot } from './engine/snapshot';
import { toPlan } from './engine/to-plan';
import type { Plan, Problem } from './problem';

/** A plan with its judgement and what stood in the way of each line that is not met in full. */
export interface PlanResult {
  readonly plan: Plan;
  readonly report: PlanReport;
  readonly reasons: readonly UnmetReason[];
  /** Changes tried after the first plan. */
  readonly steps: number;
}

export interface PlanLimits {
  /** Changes to try at most; a plan comes of it whatever the limit. Absent: as many as `progress` allows, or a thousand. */
  readonly steps?: number;
  /** How much of the time is over, from 0 to 1, where the work ends; asked again and again. Absent: steps alone count. */
  readonly progress?: () => number;
  /**
   * An earlier plan. What still holds of it, with what is new laid in, is one of the first plans; every line that this meets
   * is met by the plan that comes of it.
   */
  readonly from?: Plan;
  /** What chance is drawn from; 1 if absent. */
  readonly seed?: number;
  /** Told of each plan on the way that is better than all before it; `read` makes it out, which takes a while. */
  readonly tell?: (read: () => BestSoFar) => void;
}

/** The best plan so far while the work goes on, with its judgement. */
export type BestSoFar = Pick<PlanResult, 'plan' | 'report'>;

/** Changes tried where nobody says how many. */
export const USUAL_STEPS = 1000;

/**
 * Short searches from the first plan, of which the best is gone on with: one alone may be caught where it is poor. For
 * each the share of its price that an unmet piece counts at its start; the long search goes by the first.
 */
const HEATS = [0.05, 0.3, 0.05, 1] as const;
/** Share of the work that each of them is given. */
const HEAT_SHARE = 0.1;
/** Steps that a heat must have had for another one to be worth its time. */
const LEAST_HEAT_STEPS = 2000;
/** How much more a line weighs that was met before, so that it does not make way for what was taken after it. */
const PROMISED = 10;
/** Share of the work after which no other first plan is laid. */
const FIRST_SHARE = 0.25;

/**
 * Plans an alnage-problem/1: laid backward first, then bettered until the limit, the cheapest kept. Deterministic where
 * no `progress` is given: the same problem, seed and steps give the same plan, bit for bit.
 * @throws Error when a plan breaks a rule, which is a fault of this code and never of the input
 */
export function makePlan(problem: Problem, limits: PlanLimits = {}): PlanResult {
  const { compiled, ...start } = startOf(compile(problem), limits);
  const { best, steps } = new Course(compiled, { ...limits, ...start }).run();
  return finished(compiled, best, steps);
}

/**
 * What a plan is begun from: what still holds of an earlier one, with what is new laid in as it was promised, the lines
 * that this meets weighing far more than others, so that none of them makes way.
 */
function startOf(
  plain: CompiledProblem,
  { from, progress, tell }: PlanLimits,
): { compiled: CompiledProblem } & Start {
  if (!from) return { compiled: plain, before: null, kept: [] };
  const schedule = loadPlan(plain, from);
  if (tell) {
    const still = snapshotOf(schedule);
    tell(() => readBest(plain, still));
  }
  layInOrders(schedule, { isOver: () => (progress?.() ?? 0) > FIRST_SHARE });
  const lines = plain.lines.map((line, i) => ({
    ...line,
    weight: line.weight * (schedule.open[i] === 0 ? PROMISED : 1),
  }));
  const compiled = { ...plain, lines };
  const before = snapshotOf(scheduleOf(compiled, snapshotOf(schedule)));
  return { compiled, before, kept: metLines(schedule) };
}

/** Lays what is open into the best plan where it fits, says why of the rest, and judges all by every rule. */
export function finished(compiled: CompiledProblem, best: Snapshot, steps: number): PlanResult {
  const { problem } = compiled;
  const schedule = scheduleOf(compiled, best);
  const reasons = meetTheRest(
    schedule,
    compiled.lines.map((_, line) => line),
  );
  const plan = toPlan(schedule);
  const report = checkPlan(problem, plan);
  if (!report.ok) throw new Error(`the planner broke a rule: ${JSON.stringify(report.violations[0])}`);
  return { plan, report, reasons, steps };
}

/** A plan on the way, judged by every rule. */
export function readBest(compiled: CompiledProblem, best: Snapshot): BestSoFar {
  const plan = toPlan(scheduleOf(compiled, best));
  return { plan, report: checkPlan(compiled.problem, plan) };
}

/** What a plan is begun from, and the lines that it has to meet. */
interface Start {
  readonly before: Snapshot | null;
  readonly kept: readonly number[];
}

/** The work on one plan: the first plans, the heats, and the long search from the best of them. */
class Course {
  private steps = 0;
  private readonly mostSteps: number;
  private readonly seed: number;
  private readonly before: Snapshot | null;
  private readonly kept: readonly number[];
  private readonly progress: () => number;
  private readonly tell: PlanLimits['tell'];
  private bestCost = Infinity;

  constructor(
    private readonly compiled: CompiledProblem,
    { steps, progress, seed = 1, before, kept, tell }: PlanLimits & Start,
  ) {
    this.before = before;
    this.kept = kept;
    this.mostSteps = steps ?? (progress ? Infinity : USUAL_STEPS);
    this.progress = progress ?? (() => 0);
    this.seed = seed;
    this.tell = tell;
  }

  run(): { best: Snapshot; steps: number } {
    const first = this.first();
    this.tellOf(first);
    let best = this.search(first, { heat: 0, until: this.heatEnd() });
    if (this.steps >= LEAST_HEAT_STEPS)
      for (let heat = 1; heat < HEATS.length; heat++) {
        const other = this.search(first, { heat, until: this.heatEnd() });
        if (other.cost < best.cost) best = other;
      }
    best = this.search(best, { heat: 0, until: 1 });
    return { best, steps: this.steps };
  }

  /** The cheaper of the first plan and of what still holds of the one before, with what is new laid in. */
  private first(): Snapshot {
    const goesOn = (): boolean => this.done() < FIRST_SHARE;
    const anew = firstPlan(loadFixed(this.compiled), { seed: this.seed, goesOn });
    const { before, compiled } = this;
    if (!before) return anew;
    return anew.cost < before.cost && meets(scheduleOf(compiled, anew), this.kept) ? anew : before;
  }

  private tellOf(best: Snapshot): void {
    if (!this.tell || best.cost >= this.bestCost) return;
    this.bestCost = best.cost;
    this.tell(() => readBest(this.compiled, best));
  }

  private heatEnd(): number {
    return Math.min(1, this.done() + HEAT_SHARE);
  }

  private done(): number {
    // none to try: nothing is left to do
    return this.mostSteps === 0 ? 1 : Math.max(this.steps / this.mostSteps, this.progress());
  }

  /** Searches until so much of the work is done; never dearer than what it starts from. */
  private search(from: Snapshot, { heat, until }: { heat: number; until: number }): Snapshot {
    const start = this.done();
    if (start >= until) return from;
    const seed = this.seed * 1000 + heat + (until === 1 ? HEATS.length : 0);
    const search = new Search(this.compiled, from, {
      ...{ seed, unmetShare: HEATS[heat]!, isCalm: false, kept: this.kept },
    });
    search.onBest = (best) => this.tellOf(best);
    search.anneal(() => {
      const at = (this.done() - start) / (until - start);
      if (at < 1) this.steps++;
      return at;
    });
    return search.best;
  }
}
