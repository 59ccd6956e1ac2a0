import { describe, expect, test } from 'vitest';
import { makePlan } from './make-plan';
import { movedTasks, tasksOf } from './moved-tasks';
import type { Plan, Problem } from './problem';
import { repairPlan } from './repair-plan';
import {
  randomProblem,
  randomProblemWithOptions,
  runa,
  seeded,
  smallProblem,
  tove,
} from './testing/small-problem';
import { seeds } from './testing/seeds';

const before = makePlan(smallProblem, { steps: 400 }).plan;
const added = { id: 'new', due: 2160, weight: 1, lines: [{ product: 'twist', pieces: 12 }] };

/** A problem as it might be an hour later, one thing changed. */
const CHANGES: Readonly<Record<string, (problem: Problem, random: () => number) => Problem>> = {
  'an order more': (problem) => ({ ...problem, orders: [...problem.orders, added] }),
  'an order fewer': (problem) => ({ ...problem, orders: problem.orders.slice(1) }),
  'half of an order': (problem) => ({
    ...problem,
    orders: problem.orders.map((order, i) => ({
      ...order,
      lines: order.lines.map((line) => ({ ...line, pieces: i ? line.pieces : Math.ceil(line.pieces / 2) })),
    })),
  }),
  'a later pickup': (problem) => ({
    ...problem,
    orders: problem.orders.map((order, i) => ({ ...order, due: i ? order.due : order.due + 90 })),
  }),
  'an hour less of somebody': (problem, random) => ({
    ...problem,
    people: problem.people.map((person, i) => {
      const [[start, end], ...rest] = person.shifts as [[number, number]];
      const hour = start + Math.floor(random() * (end - start - 60));
      const halves: [number, number][] = [
        [start, hour],
        [hour + 60, end],
      ];
      return i ? person : { ...person, shifts: [...halves.filter(([from, to]) => to > from), ...rest] };
    }),
  }),
  'somebody ill': (problem) => ({
    ...problem,
    people: problem.people.map((person, i) => ({ ...person, shifts: i ? person.shifts : [] })),
  }),
  'a bowl fewer': (problem) => ({ ...problem, melters: problem.melters.slice(1) }),
  'fewer trays': (problem) => ({
    ...problem,
    zones: problem.zones.map((zone) => ({ ...zone, trays: Math.floor(zone.trays * 0.7) })),
  }),
  'another coating': (problem) => ({
    ...problem,
    products: problem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) => ({
        ...stage,
        coating: stage.coating && {
          ...stage.coating,
          id: stage.coating.id === 'dark' && product.id === 'berry' ? 'milk' : stage.coating.id,
        },
      })),
    })),
  }),
  'one coating fewer on a piece': (problem) => ({
    ...problem,
    products: problem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) => ({
        ...stage,
        coating: stage.id === 'drizzle' ? null : stage.coating,
      })),
    })),
  }),
  'heavier coats': (problem) => ({
    ...problem,
    products: problem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) => ({
        ...stage,
        coating: stage.coating && { id: stage.coating.id, milligramsPerPiece: 9000 },
      })),
    })),
  }),
};

describe('a plan that is mended', () => {
  test('is as it was where nothing has changed', () => {
    const { plan, changes } = repairPlan(smallProblem, before, { steps: 1 });
    expect(changes).toMatchObject({ moved: [], added: [] });
    expect(plan).toEqual(before);
  });

  test('takes an order more in without moving what people were told', () => {
    const problem = CHANGES['an order more']!(smallProblem, () => 0);
    const { changes, report } = repairPlan(problem, before);
    expect(report.unmetPieces).toBe(0);
    expect(changes.moved).toEqual([]);
    expect(changes.added.length).toBeGreaterThan(0);
  });

  test('gives what somebody who is ill was to do to others, and leaves the rest', () => {
    // on the first day there is enough that only Runa has a part in
    const early = [1300, 1400, 1500].map((due) => ({
      ...{ id: `early-${due}`, due, weight: 1 },
      lines: [{ product: 'twist', pieces: 150 }],
    }));
    const people = [runa, { ...tove, pace: 70, shifts: tove.shifts.slice(1) }];
    const quick = { ...smallProblem, people, orders: [...smallProblem.orders, ...early] };
    const { plan } = makePlan(quick, { steps: 400 });
    const busy = tasksOf(plan).filter(({ person }) => person === 'tove');
    expect(busy.length).toBeGreaterThan(0);
    const { changes, report } = repairPlan({ ...quick, people: [runa] }, plan);
    expect(report.unmetPieces).toBe(0);
    expect(
      changes.moved.filter(({ person }) => person === 'tove').map(({ now: _, ...task }) => task),
    ).toEqual(busy);
    const others = tasksOf(plan).length - busy.length;
    expect(changes.moved.length - busy.length).toBeLessThan(others / 2);
  });

  test('leaves a batch out whose order is cancelled, and its melt with it', () => {
    const { plan, report } = repairPlan({ ...smallProblem, orders: [] }, before);
    expect(plan).toMatchObject({ batches: [], melts: [] });
    expect(report.ok).toBe(true);
  });

  test('moves more where moving costs nothing', () => {
    const poor = makePlan(smallProblem, { steps: 1 }).plan;
    const moved = (movePrice: number): number =>
      repairPlan(smallProblem, poor, { steps: 3000, movePrice }).changes.moved.length;
    expect(moved(1e6)).toBe(0);
    expect(moved(0)).toBeGreaterThan(0);
  });

  test('breaks no rule whatever has changed, leaves no fixed work out, and is the same each time', () => {
    const kept = new Map<string, number[]>();
    for (const seed of seeds(60)) {
      const problem = seed % 2 ? randomProblem(seed) : randomProblemWithOptions(seed);
      if (problem.orders.length === 0) continue;
      const { plan } = makePlan(problem, { steps: 30 });
      for (const [name, change] of Object.entries(CHANGES)) {
        const changed = change(problem, seeded(seed));
        const { report, changes, plan: mended } = repairPlan(changed, plan, { steps: 20 });
        expect(report.violations, `${name}, seed ${seed}`).toEqual([]);
        if (seed % 10 === 0) expect(repairPlan(changed, plan, { steps: 20 }).plan).toEqual(mended);
        const share = changes.told > 0 ? 1 - changes.moved.length / changes.told : 1;
        kept.set(name, [...(kept.get(name) ?? []), share]);
      }
    }
    const mean = (name: string): number => kept.get(name)!.reduce((a, b) => a + b) / kept.get(name)!.length;
    for (const name of ['an order more', 'an hour less of somebody'])
      expect(mean(name), name).toBeGreaterThan(0.85);
  });

  test('keeps begun work as it is', () => {
    const now = 1980;
    const begun = before.batches.filter(({ stages }) => stages[0]!.start < now);
    const used = new Set(begun.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    const fixed = { batches: begun, melts: before.melts.filter(({ id }) => used.has(id)) };
    const problem = { ...smallProblem, orders: [...smallProblem.orders, added], now, fixed };
    const { plan } = repairPlan(problem, before);
    expect(begun.length).toBeGreaterThan(0);
    for (const batch of begun) expect(plan.batches).toContainEqual(batch);
  });
});

describe('what people were told', () => {
  const moveFirst = ({ batches, ...rest }: Plan): Plan => {
    const [first, ...others] = batches;
    const [task, ...tasks] = first!.stages;
    return {
      ...rest,
      batches: [{ ...first!, stages: [{ ...task!, start: task!.start - 5 }, ...tasks] }, ...others],
    };
  };

  test('is the same where a task only ends at another minute, and moved where it begins at one', () => {
    const melts = before.melts.map((melt) => ({ ...melt, setupEnd: melt.setupEnd + 1 }));
    expect(movedTasks(before, { ...before, melts })).toMatchObject({ moved: [], added: [] });
    const { told, moved, added: fresh } = movedTasks(before, moveFirst(before));
    expect(told).toBe(tasksOf(before).length);
    expect(moved).toHaveLength(1);
    expect(fresh).toMatchObject([{ start: moved[0]!.start - 5, work: moved[0]!.work }]);
  });
});
