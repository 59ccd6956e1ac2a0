import { checkPlan, type PlanReport } from './check/check-plan';
import type { Batch, Plan, Problem } from './problem';

/** What preparation is kept apart by: without it first, so that benches need not be cleaned between. Shop default. */
export const KEPT_APART: readonly string[] = ['nuts', 'peanut'];
/** So many minutes of work at most may the better order cost. Shop default. */
const WORTH_MINUTES = 15;
/** A pause longer than this is cleaned through anyway. Shop default. */
const MOST_PAUSE_MINUTES = 240;

/** A plan with its judgement. */
export interface Judged {
  readonly plan: Plan;
  readonly report: PlanReport;
}

/** A centre that somebody makes: the first stage of a batch, without coating. */
interface Making {
  readonly batch: Batch;
  readonly start: number;
  readonly end: number;
  readonly isApart: boolean;
}

/**
 * A plan in which nobody makes a centre with nuts right before one without, where the two can change places: each keeps
 * its length, all rules still hold, nothing else moves, what is fixed stays, and it costs no more than a quarter of an
 * hour of work. Pairs are changed from the first on until none is left. By hand: nut butter 9:00–9:30 and honeycomb
 * 9:30–10:10, both free to wait: honeycomb 9:00–9:40, nut butter 9:40–10:10. Source: shop default.
 */
export function nutFreeFirst(problem: Problem, judged: Judged, apart = KEPT_APART): Judged {
  const fixed = new Set(problem.fixed?.batches.map(({ id }) => id));
  const most = (judged.report.cost ?? 0) + WORTH_MINUTES * problem.weights.labourMinute;
  const tried = new Set<string>();
  let best = judged;
  for (let pair = nextPair(); pair; pair = nextPair()) {
    tried.add(keyOf(pair));
    const plan = exchanged(best.plan, pair);
    const report = checkPlan(problem, plan);
    if (report.ok && report.cost! <= most) best = { plan, report };
  }
  return best;

  function nextPair(): readonly [Making, Making] | undefined {
    return neighbours(problem, best.plan, apart).find(
      (each) => !tried.has(keyOf(each)) && each.every(({ batch }) => !fixed.has(batch.id)),
    );
  }
}

function keyOf([first, second]: readonly [Making, Making]): string {
  return `${first.batch.id} ${second.batch.id}`;
}

/** Pairs of centres that one person makes after each other, the first with what the second is free of. */
function neighbours(problem: Problem, plan: Plan, apart: readonly string[]): (readonly [Making, Making])[] {
  const isApart = new Map(
    problem.products.map(({ id, allergens }) => [id, allergens.some((each) => apart.includes(each))]),
  );
  return problem.people.flatMap(({ id }) => {
    const tasks = [
      ...plan.melts
        .filter(({ person }) => person === id)
        .map(({ setupStart, setupEnd }) => ({ start: setupStart, end: setupEnd, making: null })),
      ...plan.batches.flatMap((batch) =>
        batch.stages.flatMap(({ person, start, end, melt }, at) => {
          if (person !== id) return [];
          const making =
            at === 0 && melt === null ? { batch, start, end, isApart: isApart.get(batch.product)! } : null;
          return [{ start, end, making }];
        }),
      ),
    ].sort((a, b) => a.start - b.start);
    return tasks.flatMap(({ making: first, end }, at) => {
      const second = tasks[at + 1]?.making;
      if (!first?.isApart || !second || second.isApart) return [];
      return second.start - end <= MOST_PAUSE_MINUTES ? [[first, second] as const] : [];
    });
  });
}

/** The second where the first began, the first ending where the second did. */
function exchanged(plan: Plan, [first, second]: readonly [Making, Making]): Plan {
  const [long, short] = [second.end - second.start, first.end - first.start];
  const moved = new Map([
    [second.batch.id, { start: first.start, end: first.start + long }],
    [first.batch.id, { start: second.end - short, end: second.end }],
  ]);
  return {
    ...plan,
    batches: plan.batches.map((batch) => {
      const to = moved.get(batch.id);
      return to
        ? { ...batch, stages: batch.stages.map((each, at) => (at === 0 ? { ...each, ...to } : each)) }
        : batch;
    }),
  };
}
