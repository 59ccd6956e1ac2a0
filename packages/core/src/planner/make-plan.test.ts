import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { describe, expect, test } from 'vitest';
import { makePlan } from './make-plan';
import type { Problem } from './problem';
import { promises } from './promise';
import { readProblem } from './read-problem';
import {
  berry,
  darkMelt,
  randomProblem,
  randomProblemWithOptions,
  runa,
  smallProblem,
} from './testing/small-problem';
import { seeds } from './testing/seeds';

describe('a plan', () => {
  test('meets every order of the small workshop', () => {
    const { plan, report } = makePlan(smallProblem);
    expect(report).toMatchObject({ ok: true, unmetPieces: 0 });
    expect(plan.unmet).toEqual([]);
  });

  test('calls nothing new what something was done under', () => {
    const { plan } = makePlan(smallProblem);
    const takenIds = [...plan.batches, ...plan.melts].map(({ id }) => id);
    const other = makePlan({ ...smallProblem, takenIds }).plan;
    const ids = [...other.batches, ...other.melts].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.filter((id) => takenIds.includes(id))).toEqual([]);
    // what is called so already keeps its name
    expect(makePlan({ ...smallProblem, takenIds }, { from: plan }).plan.batches.map(({ id }) => id)).toEqual(
      expect.arrayContaining([plan.batches[0]!.id]),
    );
  });

  test('breaks no rule on random problems, and says of every missing piece what stood in the way', () => {
    let unmet = 0;
    for (const seed of seeds(1500)) {
      const problem = randomProblem(seed);
      const { plan, report, reasons } = makePlan(problem, { steps: 2 });
      expect(report.violations, `seed ${seed}`).toEqual([]);
      expect(
        reasons.map(({ order, product, pieces }) => ({ order, product, pieces })),
        `seed ${seed}`,
      ).toEqual(plan.unmet);
      unmet += plan.unmet.length;
    }
    expect(unmet).toBeGreaterThan(0);
  });

  test('keeps every rule of the optional fields, too', () => {
    const kinds = new Set<string>();
    for (const seed of seeds(500)) {
      const { report, reasons } = makePlan(randomProblemWithOptions(seed), { steps: 20, seed });
      expect(report.violations, `seed ${seed}`).toEqual([]);
      for (const { blocker } of reasons) kinds.add(blocker.kind);
    }
    expect([...kinds].sort()).toEqual(['bowl', 'free-from', 'hands', 'mould', 'room']);
  });

  test('is the same for the same problem and steps', () => {
    const problem = randomProblem(7);
    expect(makePlan(problem, { steps: 4 })).toEqual(makePlan(problem, { steps: 4 }));
  });

  test('of no steps is the first plan, and the one that it goes on from is kept as it is', () => {
    const problem = randomProblem(4);
    expect(makePlan(problem, { steps: 0 })).toMatchObject({ steps: 0, report: { ok: true } });
    const from = makePlan(problem, { steps: 300 });
    const { plan, report } = makePlan(problem, { steps: 0, from: from.plan });
    expect(report.cost).toBeLessThanOrEqual(from.report.cost!);
    expect(plan.batches).toEqual(from.plan.batches);
  });

  test('never gets dearer with more steps', () => {
    for (const seed of [3, 11, 29]) {
      const costs = [1, 3, 8].map((steps) => makePlan(randomProblem(seed), { steps }).report.cost!);
      expect([...costs].sort((a, b) => b - a)).toEqual(costs);
    }
  });

  test('is no dearer than the best of tiny problems that is known', ({ skip }) => {
    const folder = resolve(import.meta.dirname, '../../../../../shared/problems');
    skip(!existsSync(folder), 'the tiny problems lie beside the project while developing');
    const known = [404, 424, 474, 504, 424, 480.67];
    for (const [i, cost] of known.entries()) {
      const problem = readProblem(JSON.parse(readFileSync(resolve(folder, `tiny-${i + 1}.json`), 'utf8')));
      expect(makePlan(problem, { steps: 12_000 }).report.cost, `tiny-${i + 1}`).toBeLessThan(cost + 0.01);
    }
  });

  test('is no dearer than the plan that it goes on from, and keeps what was promised into that', () => {
    let yes = 0;
    for (const seed of seeds(60)) {
      const problem = seed % 2 ? randomProblem(seed) : randomProblemWithOptions(seed);
      if (problem.orders.length === 0) continue;
      const before = makePlan(problem, { steps: 40 });
      const after = makePlan(problem, { steps: 1, seed: 9, from: before.plan });
      expect(after.report.cost!, `seed ${seed}`).toBeLessThanOrEqual(before.report.cost! + 1e-6);

      const ask = { lines: [{ product: 'berry', pieces: 12 }], dues: [1900 + 45 * (seed % 14)] };
      if (promises({ problem, plan: before.plan }, ask)[0]!.kind === 'no') continue;
      yes++;
      const taken = { id: 'new', due: ask.dues[0]!, weight: 1, lines: ask.lines };
      const { report } = makePlan(
        { ...problem, orders: [...problem.orders, taken] },
        { steps: 40, from: before.plan },
      );
      expect(report.amounts.unmet, `seed ${seed}`).toBeLessThanOrEqual(before.report.amounts.unmet);
    }
    expect(yes).toBeGreaterThan(seeds(60).length / 2);
  });

  test('of which nothing holds any more is begun anew', () => {
    const before = makePlan(smallProblem).plan;
    const others = smallProblem.people.map((person) => ({ ...person, id: `other-${person.id}` }));
    const problem = { ...smallProblem, people: others };
    expect(makePlan(problem, { from: before }).plan).toEqual(makePlan(problem).plan);
  });

  test('goes on for as long as it is given, and is the better for it', () => {
    const problem = randomProblem(3);
    let asked = 0;
    const long = makePlan(problem, { progress: () => ++asked / 3000 });
    expect(long.steps).toBeGreaterThan(1000);
    expect(long.report.cost!).toBeLessThanOrEqual(makePlan(problem, { steps: 1 }).report.cost!);
  });

  test('stops when it is told to, with what it has', () => {
    const { steps, report } = makePlan(smallProblem, { progress: () => 1 });
    expect(steps).toBe(0);
    expect(report.ok).toBe(true);
  });

  test('of no orders is empty', () => {
    expect(makePlan({ ...smallProblem, orders: [] }).plan).toMatchObject({
      batches: [],
      melts: [],
      unmet: [],
    });
  });
});

describe('what cannot be met is told with its reason', () => {
  const oneOrder = (due: number, pieces = 24): Problem['orders'] => [
    { id: 'o1', due, weight: 1, lines: [{ product: 'berry', pieces }] },
  ];

  test.each<[string, Partial<Problem>, object]>([
    ['no hands', { people: [{ ...runa, skills: ['temper'] }] }, { kind: 'hands', skill: 'pack' }],
    [
      'nobody who tempers',
      { people: [{ ...runa, skills: ['dip', 'prep', 'pack'] }] },
      { kind: 'bowl', coating: 'dark' },
    ],
    [
      'no trays',
      { zones: smallProblem.zones.map((zone) => (zone.id === 'fridge' ? { ...zone, trays: 0 } : zone)) },
      { kind: 'room', zone: 'fridge' },
    ],
    ['no time before pickup', { now: 2000 }, { kind: 'time' }],
    [
      'no trays when they would lie there',
      {
        zones: smallProblem.zones.map((zone) =>
          zone.id === 'fridge' ? { ...zone, changes: [{ from: 1900, trays: 0 }] } : zone,
        ),
      },
      { kind: 'room', zone: 'fridge' },
    ],
    [
      'an order that must be free from what the piece contains',
      { orders: [{ ...oneOrder(2040)[0]!, freeFrom: ['nuts', 'soya'] }] },
      { kind: 'free-from', allergen: 'soya' },
    ],
    [
      'no bowl that is large enough',
      { melters: [{ id: 'cup', capacityGrams: 10, tailGrams: 9 }] },
      { kind: 'bowl', coating: 'dark' },
    ],
  ])('%s', (_name, change, blocker) => {
    const { plan, reasons } = makePlan({ ...smallProblem, orders: oneOrder(2040), ...change });
    expect(plan.unmet).toEqual([{ order: 'o1', product: 'berry', pieces: 24 }]);
    expect(reasons[0]!.blocker).toMatchObject(blocker);
  });

  test('a pickup at minute 0 cannot be met at all', () => {
    expect(makePlan({ ...smallProblem, orders: oneOrder(0) }).reasons[0]!.blocker.kind).toBe('time');
  });

  test('what fits of an order is made, and only the rest is not', () => {
    const zones = smallProblem.zones.map((zone) => (zone.id === 'fridge' ? { ...zone, trays: 1 } : zone));
    const { report } = makePlan({ ...smallProblem, zones, orders: oneOrder(2040, 60) });
    expect(report.metPieces).toBeGreaterThan(0);
    expect(report.unmetPieces).toBeGreaterThan(0);
  });
});

describe('a plan from now on', () => {
  test('starts nothing before now and keeps what is fixed', () => {
    const first = makePlan(smallProblem).plan;
    const now = 1980;
    const begun = first.batches.filter((batch) => batch.stages[0]!.start < now);
    const needed = new Set(begun.flatMap((batch) => batch.stages.map((task) => task.melt)));
    const melts = first.melts.filter((melt) => needed.has(melt.id));
    expect(begun.length).toBeGreaterThan(0);
    const problem: Problem = { ...smallProblem, now, fixed: { batches: begun, melts } };
    const { plan, report } = makePlan(problem);
    expect(report.violations).toEqual([]);
    for (const batch of begun) expect(plan.batches).toContainEqual(batch);
  });

  test('goes on when a heavier coat was learned, a tail measured and a dip turned out slower meanwhile', () => {
    const first = makePlan(smallProblem).plan;
    const now = 1980;
    const begun = first.batches.filter((batch) => batch.stages[0]!.start < now);
    const needed = new Set(begun.flatMap((batch) => batch.stages.map((task) => task.melt)));
    const fixed = { batches: begun, melts: first.melts.filter((melt) => needed.has(melt.id)) };
    const heavier = smallProblem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) => ({
        ...stage,
        secondsPerPiece: stage.secondsPerPiece + 1,
        coating: stage.coating && { id: stage.coating.id, milligramsPerPiece: 9000 },
      })),
    }));
    const melters = smallProblem.melters.map((melter) => ({ ...melter, tailGrams: melter.tailGrams + 50 }));
    const { plan, report } = makePlan({ ...smallProblem, products: heavier, melters, now, fixed });
    expect(report.violations).toEqual([]);
    expect(report.metPieces).toBeGreaterThan(0);
    for (const melt of plan.melts.filter(({ id }) => !needed.has(id))) {
      const dips = plan.batches.filter(({ stages }) => stages.some((task) => task.melt === melt.id));
      const pieces = dips.reduce((sum, batch) => sum + batch.pieces, 0);
      expect(melt.grams).toBeGreaterThanOrEqual(9 * pieces);
    }
  });

  test('dips more from a fixed melt as far as its grams go', () => {
    const melt = darkMelt(1870);
    const stages = [
      { stage: 'wash', person: 'runa', start: 1000, end: 1006, melt: null },
      { stage: 'dip', person: 'runa', start: 1900, end: 1905, melt: 'm1' },
      { stage: 'pack', person: 'runa', start: 1930, end: 1934, melt: null },
    ];
    const batch = { id: 'b1', product: 'berry', pieces: 12, serves: [{ order: 'o1', pieces: 12 }], stages };
    const waits = berry.stages.map((stage) => ({ ...stage, then: { ...stage.then, maxMinutes: 2000 } }));
    const problem: Problem = {
      ...smallProblem,
      products: [{ ...berry, stages: waits }],
      now: 1880,
      fixed: { batches: [batch], melts: [melt] },
      orders: [
        { id: 'o1', due: 2010, weight: 1, lines: [{ product: 'berry', pieces: 12 }] },
        { id: 'o2', due: 2200, weight: 1, lines: [{ product: 'berry', pieces: 20 }] },
      ],
    };
    const { plan, report } = makePlan(problem);
    expect(report.violations).toEqual([]);
    expect(report.unmetPieces).toBe(0);
    expect(plan.melts).toContainEqual(expect.objectContaining({ id: 'm1', grams: 900 }));
  });
});
