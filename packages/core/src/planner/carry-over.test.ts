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
    coatings: smallProblem.coatings,
    places: undefined,
    now: berryBatch.stages[0]!.start + 1,
    ...change,
  };
}
const moved =
  (minutes: number) =>
  (task: (typeof berryBatch.stages)[number]): (typeof berryBatch.stages)[number] => ({
    ...{ ...task, melt: null, start: task.start + minutes, end: task.end + minutes },
  });
const mayHaveMetNuts = smallProblem.products.map((product) => ({ ...product, mayContain: ['nuts'] }));
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

  test('gives what nobody wants to an order that wants such, as much as it wants, the rest is spare', () => {
    const more = { id: 'o9', due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 10 }] };
    const { fixed, orders } = carryOver(course({ orders: [...without('o1'), more] }));
    const batch = fixed.batches.find(({ id }) => id === berryBatch.id)!;
    const spare = `spare:${berryBatch.id}:o1`;
    expect(batch.serves).toEqual(
      expect.arrayContaining([
        { order: 'o9', pieces: 10 },
        { order: spare, pieces: 14 },
      ]),
    );
    expect(batch.pieces).toBe(berryBatch.pieces);
    expect(orders.find(({ id }) => id === spare)!.lines).toEqual([{ product: 'berry', pieces: 14 }]);
    const closed = carryOver(course({ orders: [...without('o1'), more], closed: new Set(['o9']) }));
    expect(closed.fixed.batches.flatMap(({ serves }) => serves)).toContainEqual({ order: spare, pieces: 24 });
  });

  test('gives it first to whom people were told, then to each in turn', () => {
    const wants = (id: string): PlanOrder => ({
      ...{ id, due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 20 }] },
    });
    const orders = [...without('o1'), wants('o8'), wants('o9')];
    const givenTo = (change: Partial<Course>): unknown =>
      carryOver(course({ orders, ...change })).fixed.batches.find(({ id }) => id === berryBatch.id)!.serves;
    expect(givenTo({})).toEqual(
      expect.arrayContaining([
        { order: 'o8', pieces: 20 },
        { order: 'o9', pieces: 4 },
      ]),
    );
    const told = { batches: [{ ...berryBatch, serves: [{ order: 'o9', pieces: 20 }] }] };
    expect(givenTo({ told })).toEqual(
      expect.arrayContaining([
        { order: 'o9', pieces: 20 },
        { order: 'o8', pieces: 4 },
      ]),
    );
  });

  test('stands in for what is still to be made only where that is asked, and where it is fresh enough', () => {
    const later = { ...berryBatch, id: 'later', stages: berryBatch.stages.map(moved(400)) };
    const planned = { ...plan, batches: [...plan.batches, later] };
    const wants = { id: 'o9', due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 10 }] };
    const told = {
      batches: planned.batches.map((batch) =>
        batch.id === 'later' ? { ...batch, pieces: 10, serves: [{ order: 'o9', pieces: 10 }] } : batch,
      ),
    };
    const givenTo = (change: Partial<Course>): boolean =>
      carryOver(course({ plan: planned, told, orders: [...without('o1'), wants], ...change }))
        .fixed.batches.flatMap(({ serves }) => serves)
        .some(({ order }) => order === 'o9');
    expect(givenTo({})).toBe(false);
    expect(givenTo({ isInstead: true })).toBe(true);
    const products = smallProblem.products.map((product) => ({ ...product, targetAgeMinutes: 1 }));
    expect(givenTo({ isInstead: true, products })).toBe(false);
  });

  test('gives good ones beyond what was planned as well, and their melt carried them', () => {
    const more = { id: 'o9', due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 3 }] };
    const good = new Map([[berryBatch.id, berryBatch.pieces + 5]]);
    const { fixed } = carryOver(course({ orders: [...smallProblem.orders, more], good }));
    const batch = fixed.batches.find(({ id }) => id === berryBatch.id)!;
    expect(batch.pieces).toBe(berryBatch.pieces + 3);
    expect(batch.serves).toContainEqual({ order: 'o9', pieces: 3 });
    const used = berryBatch.stages.flatMap((task) => task.melt ?? []);
    for (const melt of fixed.melts.filter(({ id }) => used.includes(id)))
      expect(melt.grams).toBeGreaterThan(plan.melts.find(({ id }) => id === melt.id)!.grams);
    // nobody wants more: then all is as it was planned
    expect(carryOver(course({ good })).fixed).toEqual(carryOver(course()).fixed);
  });

  test.each([
    ['leaves before it is packed', { due: berryBatch.stages.at(-1)!.end - 1 }],
    ['leaves when it is too old', { due: 2879 }],
    ['is free from what nobody kept it from', { freeFrom: ['nuts'] }],
    ['is free from what its coating has', { freeFrom: ['soya'] }],
  ])('gives none to an order that %s', (_name, change) => {
    const more = { id: 'o9', due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 10 }], ...change };
    const { fixed } = carryOver(course({ orders: [...without('o1'), more], products: mayHaveMetNuts }));
    const serves = fixed.batches.flatMap((batch) => batch.serves);
    expect(serves.some(({ order }) => order === 'o9')).toBe(false);
  });

  test('gives what was kept from something to an order that is free from it, also once it is spare', () => {
    const before = changed('o1', { freeFrom: ['nuts'] });
    const more = {
      ...{ id: 'o9', due: 2030, weight: 1, lines: [{ product: 'berry', pieces: 10 }], freeFrom: ['nuts'] },
    };
    const first = carryOver(course({ before, orders: without('o1') }));
    const spare = first.orders.find(({ id }) => id.startsWith('spare:'))!;
    expect(spare.freeFrom).toEqual(['nuts']);
    const carriedPlan = { ...plan, ...first.fixed, batches: [...first.fixed.batches] };
    const { fixed } = carryOver({
      ...course({ plan: carriedPlan, before: first.orders, products: mayHaveMetNuts }),
      orders: [...without('o1'), more],
    });
    expect(fixed.batches.flatMap(({ serves }) => serves)).toContainEqual({ order: 'o9', pieces: 10 });
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
          ...course({
            plan: first,
            before: problem.orders,
            now,
            products: problem.products,
            coatings: problem.coatings,
          }),
          // what was cancelled may serve what is wanted more of by now
          orders: problem.orders.slice(seed % 3).map((order) => ({
            ...order,
            lines: order.lines.map((line) => ({ ...line, pieces: line.pieces + (seed % 2) * 4 })),
          })),
          good: new Map(first.batches.map(({ id, pieces }) => [id, pieces + (seed % 4)])),
        });
        const { report } = makePlan({ ...problem, now, ...carried }, { steps: 2 });
        expect(report.violations, `seed ${seed} at ${now}`).toEqual([]);
      }
    }
  });
});
