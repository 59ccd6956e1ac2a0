import { describe, expect, test } from 'vitest';
import { clockStageIndex } from '../amounts';
import { checkPlan } from '../check/check-plan';
import { makePlan } from '../make-plan';
import type { Batch, OrderLine, Plan, Planned, Problem, Product, ProductStage } from '../problem';
import { repairPlan } from '../repair-plan';
import { randomProblem, smallProblem } from '../testing/small-problem';
import { withHolds, type Lock } from './holds';
import { seeds } from '../testing/seeds';

const planned = (problem: Problem): Planned => ({ problem, plan: makePlan(problem, { steps: 60 }).plan });
const small = planned(smallProblem);
const [first] = small.plan.batches;
const nothing = { pins: [], locks: [] };
const withProducts = (problem: Problem, change: (product: Product) => Partial<Product>): Problem => ({
  ...problem,
  products: problem.products.map((product) => ({ ...product, ...change(product) })),
});
const withStages = (problem: Problem, change: (stage: ProductStage) => ProductStage): Problem =>
  withProducts(problem, ({ stages }) => ({ stages: stages.map(change) }));
const withLines = (problem: Problem, pieces: (line: OrderLine) => number): Problem => ({
  ...problem,
  orders: problem.orders.map((order) => ({
    ...order,
    lines: order.lines.map((line) => ({ ...line, pieces: pieces(line) })),
  })),
});
/** The problem with every stage taking so many times as long a piece. */
const atPace = (problem: Problem, times: number): Problem =>
  withStages(problem, (stage) => ({ ...stage, secondsPerPiece: Math.round(stage.secondsPerPiece * times) }));
/** In which bowl (by whom, where it dips nothing) the stage that starts a batch's clock is, and when. */
const clockPlace = (product: Product, batch: Batch, melts: Plan['melts']) => {
  const { start, end, melt, person } = batch.stages[clockStageIndex(product)]!;
  return { lane: melts.find(({ id }) => id === melt)?.melter ?? person, start, end };
};
const batchIn = ({ batches }: Plan, id: string) => batches.find((batch) => batch.id === id);

describe('what is to stay', () => {
  test('is fixed with its melts, and nothing else is', () => {
    const { problem, lapsed } = withHolds(small, { ...nothing, pins: [first!.id] });
    expect(lapsed).toEqual([]);
    expect(problem.fixed!.batches).toEqual([first]);
    const used = first!.stages.flatMap(({ melt }) => (melt === null ? [] : [melt]));
    expect(problem.fixed!.melts.map(({ id }) => id)).toEqual([...new Set(used)]);
    expect(withHolds(small, nothing).problem.fixed).toEqual({ batches: [], melts: [] });
  });

  test('stands in every plan that is made around it, on random problems', () => {
    let [pinned, lapsed] = [0, 0];
    for (let seed = 1; seed <= 40; seed++) {
      const before = planned(randomProblem(seed));
      const wanted = before.plan.batches.filter((_, i) => i % 2 === 0).map(({ id }) => id);
      const held = withHolds(before, { ...nothing, pins: wanted });
      // half of all is pinned: where a melt that is not held had made a bowl clean, there may be no time to clean it
      lapsed += held.lapsed.length;
      const pins = wanted.filter((id) => batchIn({ ...before.plan, ...held.problem.fixed }, id));
      expect(pins.length + held.lapsed.length).toBe(wanted.length);
      for (const { plan } of [
        makePlan(held.problem, { steps: 200, seed }),
        repairPlan(held.problem, before.plan, { steps: 100 }),
      ]) {
        expect(checkPlan(held.problem, plan)).toMatchObject({ ok: true });
        for (const id of pins) {
          expect(batchIn(plan, id)).toEqual(batchIn({ ...plan, ...held.problem.fixed }, id));
          const product = held.problem.products.find((each) => each.id === batchIn(plan, id)!.product)!;
          const place = (of: Plan) => clockPlace(product, batchIn(of, id)!, of.melts);
          expect(place(plan)).toEqual(place(before.plan));
        }
        pinned += pins.length;
      }
    }
    expect(pinned).toBeGreaterThan(100);
    expect(lapsed).toBeLessThan(pinned / 40);
  });

  test('never lapses and never moves while nothing else changes, one batch or many, on random problems', () => {
    let held = 0;
    for (const seed of seeds(60)) {
      const whole = planned(randomProblem(seed));
      const { batches } = whole.plan;
      const some = batches.filter((_, index) => index % 2 === seed % 2).map(({ id }) => id);
      for (const pins of [some, ...batches.slice(0, 4).map(({ id }) => [id])]) {
        const { problem, lapsed } = withHolds(whole, { ...nothing, pins });
        expect(lapsed, `seed ${seed}, ${pins.join()}`).toEqual([]);
        for (const id of pins)
          expect(problem.fixed!.batches, `seed ${seed}`).toContainEqual(batchIn(whole.plan, id));
        held += pins.length;
      }
    }
    expect(held).toBeGreaterThan(60);
  });

  test('is cleaned for as long as what comes before it asks for, whatever that is', () => {
    let pinned = 0;
    for (const seed of seeds(150)) {
      const before = planned(randomProblem(seed));
      const pins = before.plan.batches.filter((_, i) => i % 3 === seed % 3).map(({ id }) => id);
      const { problem } = withHolds(before, { ...nothing, pins });
      const { plan } = makePlan(problem, { steps: 120, seed });
      const { fixed, ...asIfNoneWere } = problem;
      pinned += fixed!.melts.length;
      for (const { code, text } of checkPlan(asIfNoneWere, plan).violations) {
        const [, takes, needs] = /^takes (\d+), must take (\d+)/.exec(text) ?? [];
        if (code === 'setup-duration') expect(Number(takes)).toBeGreaterThan(Number(needs));
      }
    }
    expect(pinned).toBeGreaterThan(50);
  });

  test('leaves a locked day as it was told, with nothing added', () => {
    const lock: Lock = { person: 'runa', span: [1440, 2880] };
    const { shut: problem } = withHolds(small, { pins: [], locks: [lock] });
    const more: Problem = {
      ...problem,
      orders: [
        ...problem.orders,
        { id: 'o4', due: 2500, weight: 1, lines: [{ product: 'twist', pieces: 12 }] },
      ],
    };
    const tasks = (plan: Plan) =>
      [
        ...plan.batches.flatMap(({ stages }) =>
          stages.map(({ person, start, end }) => ({ person, start, end })),
        ),
        ...plan.melts.map(({ person, setupStart, setupEnd }) => ({
          person,
          start: setupStart,
          end: setupEnd,
        })),
      ]
        .filter(({ person, start }) => person === 'runa' && start >= 1440)
        .sort((a, b) => a.start - b.start);
    const after = makePlan(more, { from: small.plan, steps: 300 });
    expect(after.report.ok).toBe(true);
    expect(tasks(small.plan).length).toBeGreaterThan(2);
    expect(tasks(after.plan)).toEqual(tasks(small.plan));
  });

  test('of a locked day is held whole, or told to lapse batch by batch', () => {
    let [held, lapsed] = [0, 0];
    for (const seed of seeds(60)) {
      const before = planned(randomProblem(seed));
      for (const { id: person } of before.problem.people) {
        const span = [0, 1440] as const;
        const own = before.plan.batches.filter(({ stages }) =>
          stages.some((task) => task.person === person && task.start < span[1]),
        );
        const now = withHolds(before, { pins: [], locks: [{ person, span }] });
        for (const { id } of own) {
          const isHeld = now.problem.fixed!.batches.some((each) => each.id === id);
          expect(isHeld).toBe(!now.lapsed.includes(id));
          if (isHeld) held++;
          else lapsed++;
        }
      }
    }
    expect(held).toBeGreaterThan(40);
    expect(lapsed).toBeLessThan(held / 20);
  });

  test('stays in its bowl at its time when the bench has taught another pace', () => {
    const [held, lapsed]: [Batch[], string[]] = [[], []];
    for (const pace of [0.9, 1.1])
      for (const seed of seeds(30)) {
        const { problem: before, plan } = planned(randomProblem(seed));
        const problem = atPace(before, pace);
        for (const batch of plan.batches) {
          const now = withHolds({ problem, plan }, { ...nothing, pins: [batch.id] });
          const [kept] = now.problem.fixed!.batches;
          if (!kept) {
            lapsed.push(...now.lapsed);
            continue;
          }
          held.push(kept);
          const product = problem.products.find(({ id }) => id === batch.product)!;
          const [was, is] = [
            clockPlace(product, batch, plan.melts),
            clockPlace(product, kept, now.problem.fixed!.melts),
          ];
          expect(is.lane).toBe(was.lane);
          expect(is.end === was.end || is.start === was.start).toBe(true);
          const next = makePlan(now.problem, { steps: 20, seed });
          expect(checkPlan(now.problem, next.plan)).toMatchObject({ ok: true });
          expect(batchIn(next.plan, batch.id)).toEqual(kept);
        }
      }
    expect(held.length).toBeGreaterThan(5 * lapsed.length);
  });

  test.each<[string, (problem: Problem) => Problem]>([
    ['stages are called otherwise', (p) => withStages(p, (stage) => ({ ...stage, id: `${stage.id}-2` }))],
    ['a stage is gone', (p) => withProducts(p, ({ stages }) => ({ stages: stages.slice(1) }))],
    [
      'another stage starts the clock',
      (p) => withProducts(p, ({ stages }) => ({ clockStage: stages[0]!.id })),
    ],
    ['nothing is dipped any more', (p) => withStages(p, (stage) => ({ ...stage, coating: null }))],
    ['it takes twice as long', (p) => atPace(p, 2)],
    ['it takes no time', (p) => atPace(p, 0)],
    ['somebody is gone', (p) => ({ ...p, people: p.people.slice(1) })],
    ['a bowl is gone', (p) => ({ ...p, melters: p.melters.slice(1) })],
    [
      'the bowls are smaller',
      (p) => ({ ...p, melters: p.melters.map((m) => ({ ...m, capacityGrams: 900 })) }),
    ],
    ['half is ordered', (p) => withLines(p, ({ pieces }) => Math.ceil(pieces / 2))],
    ['more is ordered', (p) => withLines(p, ({ pieces }) => pieces + 7)],
    ['it is collected sooner', (p) => ({ ...p, orders: p.orders.map((o) => ({ ...o, due: o.due - 90 })) })],
    ['it is about to begin', (p) => ({ ...atPace(p, 1.2), now: 1500 })],
  ])('is held or told to lapse where %s, and a plan can be made around it', (_what, change) => {
    for (const seed of seeds(12)) {
      const before = planned(randomProblem(seed));
      const pins = before.plan.batches.map(({ id }) => id);
      const held = withHolds({ problem: change(before.problem), plan: before.plan }, { ...nothing, pins });
      const kept = held.problem.fixed!.batches.map(({ id }) => id);
      expect([...kept, ...held.lapsed].sort()).toEqual([...pins].sort());
      expect(makePlan(held.problem, { steps: 10, seed }).report).toMatchObject({ ok: true, violations: [] });
    }
  });

  test('has its melt filled up where its pieces have come to take more', () => {
    const batch = small.plan.batches.find(({ stages }) => stages.some(({ melt }) => melt !== null))!;
    const products = smallProblem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) => ({
        ...stage,
        coating: stage.coating && { id: stage.coating.id, gramsPerPiece: 25 },
      })),
    }));
    const after = { problem: { ...smallProblem, products }, plan: small.plan };
    const { problem, lapsed } = withHolds(after, { ...nothing, pins: [batch.id] });
    expect(lapsed).toEqual([]);
    const { id } = problem.fixed!.melts[0]!;
    const grams = (melts: Plan['melts']) => melts.find((melt) => melt.id === id)!.grams;
    expect(grams(problem.fixed!.melts)).toBeGreaterThan(grams(small.plan.melts));
  });

  test.each<[string, Partial<Problem>]>([
    ['its order is gone', { orders: smallProblem.orders.slice(2) }],
    [
      'its order is collected before it is packed',
      {
        orders: smallProblem.orders.map((order) => ({ ...order, due: order.due - 400 })),
      },
    ],
    [
      'nobody is there',
      { people: smallProblem.people.map((person) => ({ ...person, shifts: [[420, 1080]] })) },
    ],
    ['its bowl is gone', { melters: [] }],
  ])('lapses where %s', (_, change) => {
    const berries = small.plan.batches.find(({ product }) => product === 'berry')!;
    const after = { problem: { ...smallProblem, ...change }, plan: small.plan };
    const { problem, lapsed } = withHolds(after, { ...nothing, pins: [berries.id] });
    expect(lapsed).toEqual([berries.id]);
    expect(problem.fixed).toEqual({ batches: [], melts: [] });
  });
});
