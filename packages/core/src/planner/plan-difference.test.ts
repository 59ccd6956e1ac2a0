import { expect, test } from 'vitest';
import { makePlan } from './make-plan';
import { planDifference, withDifference } from './plan-difference';
import type { Plan } from './problem';
import { layIn } from './promise';
import { randomProblem, smallProblem } from './testing/small-problem';
import { seeds } from './testing/seeds';

const sorted = (plan: Plan): Plan => {
  const byId = <T extends { id: string }>(all: readonly T[]): T[] =>
    all.toSorted((a, b) => (a.id < b.id ? -1 : 1));
  return { ...plan, batches: byId(plan.batches), melts: byId(plan.melts) };
};

test('what two plans differ in makes the one of the other', () => {
  for (const seed of seeds(30)) {
    const [before, after] = [seed, seed + 1].map((each) => makePlan(randomProblem(each), { steps: 20 }).plan);
    const stored = JSON.parse(JSON.stringify(planDifference(before!, after!))) as ReturnType<
      typeof planDifference
    >;
    expect(sorted(withDifference(before!, stored))).toEqual(sorted(after!));
  }
});

test('an order that is laid in beside all else is a small difference', () => {
  const { plan } = makePlan(smallProblem, { steps: 100 });
  const order = { id: 'o4', due: 2340, weight: 1, lines: [{ product: 'berry', pieces: 6 }] };
  const laid = layIn({ problem: smallProblem, plan }, order);
  if (!('plan' in laid)) throw new Error('does not fit');
  const { batches, gone } = planDifference(plan, laid.plan);
  expect(batches).toHaveLength(1);
  expect(batches[0]!.serves).toEqual([{ order: 'o4', pieces: 6 }]);
  expect(gone).toEqual({ batches: [], melts: [] });
  expect(planDifference(plan, plan)).toMatchObject({ batches: [], melts: [] });
});
