import { describe, expect, test } from 'vitest';
import { checkPlan } from './check/check-plan';
import { makePlan } from './make-plan';
import { nutFreeFirst } from './nut-free-first';
import type { Plan, Problem, Product } from './problem';
import { runa, seeded, smallProblem, stage, twist } from './testing/small-problem';

const centre = (id: string, allergens: string[]): Product => ({
  ...twist,
  ...{ id, allergens },
  stages: [
    stage('make', {
      skill: 'prep',
      fixedMinutes: 30,
      secondsPerPiece: 0,
      then: { zone: 'rack', piecesPerTray: 48, minMinutes: 30, maxMinutes: 4320 },
    }),
    ...twist.stages,
  ],
});
const nutty = centre('nutty', ['nuts']);
const plain = centre('plain', ['gluten']);
const problem: Problem = {
  ...smallProblem,
  products: [nutty, plain],
  people: [{ ...runa, pace: 100 }],
  orders: [
    { id: 'n', due: 2500, weight: 1, lines: [{ product: 'nutty', pieces: 20 }] },
    { id: 'p', due: 2500, weight: 1, lines: [{ product: 'plain', pieces: 20 }] },
  ],
};

/** A plan in which the nuts are worked first, whatever the search found. */
function nutsFirst(of: Problem): Plan {
  const { plan } = makePlan(of, { steps: 50 });
  return {
    ...plan,
    batches: plan.batches.map((batch) => ({
      ...batch,
      stages: batch.stages.map((each, at) => (at === 0 ? { ...each, ...spans.get(batch.product)! } : each)),
    })),
  };
}
const spans = new Map([
  ['nutty', { start: 420, end: 450 }],
  ['plain', { start: 450, end: 480 }],
]);
const makingOf = ({ batches }: Plan, product: string): [number, number] => {
  const { start, end } = batches.find((batch) => batch.product === product)!.stages[0]!;
  return [start, end];
};
const judged = (of: Problem, plan: Plan) => ({ plan, report: checkPlan(of, plan) });

describe('nut-free work', () => {
  test('comes first where the two can change places', () => {
    const plan = nutsFirst(problem);
    expect(checkPlan(problem, plan).violations).toEqual([]);
    const tidied = nutFreeFirst(problem, judged(problem, plan));
    expect(makingOf(tidied.plan, 'plain')).toEqual([420, 450]);
    expect(makingOf(tidied.plan, 'nutty')).toEqual([450, 480]);
    expect(tidied.report).toEqual(checkPlan(problem, tidied.plan));
  });

  test('stays where it is when there is nothing to keep apart, or it is fixed', () => {
    const plan = nutsFirst(problem);
    expect(nutFreeFirst(problem, judged(problem, plan), ['milk']).plan).toBe(plan);
    const fixed = { ...problem, fixed: { batches: plan.batches.slice(0, 1), melts: plan.melts } };
    expect(nutFreeFirst(fixed, judged(fixed, plan)).plan).toBe(plan);
  });

  test('breaks no rule on random problems, and never costs more than a quarter of an hour', () => {
    let changed = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const random = seeded(seed);
      const orders = Array.from({ length: 8 }, (_, i) => ({
        ...{ id: `o${i}`, due: 2000 + 15 * Math.floor(random() * 50), weight: 1 },
        lines: [{ product: random() < 0.5 ? 'nutty' : 'plain', pieces: 1 + Math.floor(random() * 40) }],
      }));
      const of: Problem = { ...problem, people: smallProblem.people, orders };
      const made = makePlan(of, { steps: 10, seed });
      const tidied = nutFreeFirst(of, made);
      expect(tidied.report.violations, `seed ${seed}`).toEqual([]);
      expect(tidied.plan.unmet).toEqual(made.plan.unmet);
      expect(tidied.report.cost!).toBeLessThanOrEqual(made.report.cost! + 15 * of.weights.labourMinute);
      if (tidied.plan !== made.plan) changed++;
    }
    expect(changed).toBeGreaterThan(5);
  });
});
