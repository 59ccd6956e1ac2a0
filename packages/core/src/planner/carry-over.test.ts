import { describe, expect, test } from 'vitest';
import { carryOver, type Course } from './carry-over';
import { makePlan } from './make-plan';
import type { PlanOrder } from './problem';
import { randomProblem, smallProblem } from './testing/small-problem';

const plan = makePlan(smallProblem, { steps: 1 }).plan;
const berryBatch = plan.batches.find((batch) => batch.serves.some((serve) => serve.order === 'o1'))!;

function course(change: Partial<Course> = {}): Course {
  return {
    plan,
    before: smallProblem.orders,
    orders: smallProblem.orders,
    closed: new Set(),
    products: smallProblem.products,
    places: undefined,
    now: berryBatch.stages[0]!.start + 1,
    ...change,
  };
}
const without = (id: string): PlanOrder[] => smallProblem.orders.filter((order) => order.id !== id);
const changed = (id: string, change: Partial<PlanOrder>): PlanOrder[] =>
  smallProblem.orders.map((order) => (order.id === id ? { ...order, ...change } : order));

describe('what a plan under way leaves to the next', () => {
  test('is nothing before anything is started', () => {
    expect(carryOver(course({ now: 0 })).fixed).toEqual({ batches: [], melts: [] });
  });

  test('is what somebody began before its hour, with the melts that it needs', () => {
    const { fixed } = carryOver(course({ now: 0, begun: new Set([berryBatch.id]) }));
    expect(fixed.batches).toContainEqual(berryBatch);
    const needed = berryBatch.stages.flatMap((task) => task.melt ?? []);
    expect(fixed.melts.map((melt) => melt.id)).toEqual(expect.arrayContaining(needed));
  });

  test('is what is started, with the melts that it needs, as it was', () => {
    const { fixed, orders } = carryOver(course());
    expect(fixed.batches).toContainEqual(berryBatch);
    const needed = berryBatch.stages.flatMap((task) => task.melt ?? []);
    expect(fixed.melts.map((melt) => melt.id)).toEqual(expect.arrayContaining(needed));
    expect(orders).toEqual(smallProblem.orders);
  });

  test('is a batch that waits for a melt whose set-up has begun', () => {
    const melt = plan.melts[0]!;
    const { fixed } = carryOver(course({ now: melt.setupStart + 1 }));
    const dipped = plan.batches.filter((batch) => batch.stages.some((task) => task.melt === melt.id));
    expect(fixed.batches).toEqual(expect.arrayContaining(dipped));
  });

  test('stands by a spare order for pieces whose order is cancelled', () => {
    const { fixed, orders } = carryOver(course({ orders: without('o1') }));
    const id = `spare:${berryBatch.id}:o1`;
    expect(orders).toContainEqual({ id, due: 2010, weight: 1, lines: [{ product: 'berry', pieces: 24 }] });
    expect(fixed.batches.flatMap((batch) => batch.serves)).toContainEqual({ order: id, pieces: 24 });
  });

  test('shares pieces between an order that was cut and a spare one', () => {
    const orders = changed('o1', { lines: [{ product: 'berry', pieces: 10 }] });
    const serves = carryOver(course({ orders })).fixed.batches.flatMap((batch) => batch.serves);
    expect(serves).toContainEqual({ order: 'o1', pieces: 10 });
    expect(serves).toContainEqual({ order: `spare:${berryBatch.id}:o1`, pieces: 14 });
  });

  test('is spare for an order that moved past what the pieces keep', () => {
    const orders = changed('o1', { due: 2880 });
    const serves = carryOver(course({ orders })).fixed.batches.flatMap((batch) => batch.serves);
    expect(serves.some((serve) => serve.order === 'o1')).toBe(false);
  });

  test('keeps of a closed order only what is started for it', () => {
    const { orders } = carryOver(course({ closed: new Set(['o1', 'o3']) }));
    expect(orders.find((order) => order.id === 'o1')!.lines).toEqual([{ product: 'berry', pieces: 24 }]);
    const started = carryOver(course({ now: 0, closed: new Set(['o1']) }));
    expect(started.orders.map((order) => order.id)).toEqual(['o2', 'o3']);
  });

  test.each([
    ['nothing changed', smallProblem.orders],
    ['an order was cancelled', without('o2')],
    ['an order was cut', changed('o2', { lines: [{ product: 'berry', pieces: 5 }] })],
    ['an order moved', changed('o2', { due: 2400 })],
  ])('can be planned on when %s', (_name, orders) => {
    for (const now of [900, 1900, 1990, 2050]) {
      const carried = carryOver(course({ orders, now }));
      const { report } = makePlan({ ...smallProblem, now, ...carried }, { steps: 1 });
      expect(report.violations).toEqual([]);
    }
  });

  test('can be planned on from any hour of any plan: set-ups still take what their bowls ask', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const problem = randomProblem(seed);
      const first = makePlan(problem, { steps: 2 }).plan;
      for (const now of [600, 1000, 1900, 2000, 2150, 2300]) {
        const carried = carryOver({
          ...course({ plan: first, before: problem.orders, now, products: problem.products }),
          orders: problem.orders.slice(seed % 2),
        });
        const { report } = makePlan({ ...problem, now, ...carried }, { steps: 2 });
        expect(report.violations, `seed ${seed} at ${now}`).toEqual([]);
      }
    }
  });
});
