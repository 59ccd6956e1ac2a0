import { describe, expect, test } from 'vitest';
import type { Change } from './change';
import { withChanges } from './change';
import { catalogueOf } from './catalogue';
import { checkPlan } from './check/check-plan';
import { makePlan } from './make-plan';
import type { Planned, Problem } from './problem';
import { randomProblem, runa, smallProblem } from './testing/small-problem';
import { heldAt } from './edit/holds';
import { tasksAlone, tasksOf } from './moved-tasks';
import { whatHelps } from './what-helps';
import { roomStays } from './view/room-stays';
import { whatIf } from './what-if';
import { zoneTrays } from './zone-trays';
import { seeds } from './testing/seeds';

const planned = (problem: Problem): Planned => ({ problem, plan: makePlan(problem, { steps: 100 }).plan });

describe('a zone out of use', () => {
  const span = [1900, 2100] as const;

  test('has no trays then, and what it had before and after', () => {
    const zones = [{ id: 'fridge', trays: 20, changes: [{ from: 2000, trays: 12 }] }];
    const { zones: after } = withChanges({ ...smallProblem, zones }, [
      { kind: 'zone-away', zone: 'fridge', span },
    ]);
    expect(zoneTrays(after[0]!, 3000)).toEqual([
      { span: [0, 1900], trays: 20 },
      { span: [1900, 2000], trays: 0 },
      { span: [2000, 2100], trays: 0 },
      { span: [2100, 3000], trays: 12 },
    ]);
  });

  test('has nothing planned to lie in it then; what lies there already is told', () => {
    const planned = { problem: smallProblem, plan: makePlan(smallProblem, { steps: 60 }).plan };
    const change: Change = { kind: 'zone-away', zone: 'fridge', span };
    const free = whatIf(planned, [change], { steps: 60 });
    expect(checkPlan(free.problem, free.plan).violations).toEqual([]);
    expect(free.homeless).toEqual([]);
    // the same where a batch that lies in it then has begun
    const catalogue = catalogueOf(smallProblem);
    const there = planned.plan.batches.find((batch) =>
      roomStays(catalogue, batch).some(({ zone, from, to }) => zone === 'fridge' && from < 2100 && to > 1900),
    )!;
    const melts = planned.plan.melts.filter(({ id }) => there.stages.some(({ melt }) => melt === id));
    const begun = { ...smallProblem, fixed: { batches: [there], melts } };
    const told = whatIf({ problem: begun, plan: planned.plan }, [change], { steps: 60 });
    expect(told.homeless).toEqual([
      expect.objectContaining({ zone: 'fridge', product: there.product, pieces: there.pieces }),
    ]);
  });
});

describe('changes to a problem', () => {
  const changed = (...changes: Change[]): Problem => withChanges(smallProblem, changes);
  const shiftsOf = (problem: Problem, id: string) => problem.people.find((each) => each.id === id)!.shifts;

  test('take trays away, but never more than there are', () => {
    const trays = (more: number) => changed({ kind: 'trays', zone: 'fridge', more }).zones[1]!.trays;
    expect([trays(-5), trays(-12), trays(-13)]).toEqual([7, 0, 0]);
  });

  test.each<[string, readonly [number, number], readonly (readonly [number, number])[]]>([
    ['a whole shift', [480, 780], [[1920, 2220]]],
    [
      'the middle of one',
      [500, 600],
      [
        [480, 500],
        [600, 780],
        [1920, 2220],
      ],
    ],
    [
      'the end of one and the start of the next',
      [700, 2000],
      [
        [480, 700],
        [2000, 2220],
      ],
    ],
    [
      'nothing',
      [800, 900],
      [
        [480, 780],
        [1920, 2220],
      ],
    ],
  ])('take out of somebody’s hours %s', (_, span, left) =>
    expect(shiftsOf(changed({ kind: 'away', person: 'tove', span }), 'tove')).toEqual(left),
  );

  test('add hands like another’s and take a bowl away', () => {
    const problem = changed({ kind: 'hands', like: 'runa' }, { kind: 'bowl-away', bowl: 'bowl-a' });
    expect(problem.people.map(({ id }) => id)).toEqual(['runa', 'tove', 'runa+']);
    expect(problem.people[2]).toEqual({ ...runa, id: 'runa+' });
    expect(problem.melters.map(({ id }) => id)).toEqual(['bowl-b']);
  });

  test('set the pieces of an order, which goes with its last line', () => {
    const of = (order: string, product: string, pieces: number) =>
      changed({ kind: 'pieces', order, product, pieces }).orders.find(({ id }) => id === order);
    expect(of('o1', 'berry', 12)?.lines).toEqual([{ product: 'berry', pieces: 12 }]);
    expect(of('o2', 'berry', 0)?.lines).toEqual([{ product: 'twist', pieces: 20 }]);
    expect(of('o1', 'berry', 0)).toBeUndefined();
    expect(of('o1', 'twist', 5)?.lines).toHaveLength(2);
  });

  test('lay the trays of a product elsewhere after one stage', () => {
    const { products } = changed({ kind: 'rest', product: 'twist', stage: 'dip', zone: 'shelf' });
    expect(products[1]!.stages.map(({ then }) => then.zone)).toEqual(['shelf', 'shelf']);
    expect(products[0]).toEqual(smallProblem.products[0]);
  });
});

describe('what if', () => {
  test('tells the figures before and after, and leaves the plan as it was', () => {
    const before = planned(smallProblem);
    const copy = structuredClone(before);
    const told = whatIf(before, [{ kind: 'pieces', order: 'o2', product: 'berry', pieces: 0 }], {
      steps: 50,
    });
    expect(before).toEqual(copy);
    expect(told.before.cost).toBe(checkPlan(smallProblem, before.plan).cost);
    expect(told.before.costMinutes).toBe(told.before.cost);
    expect(told.after.cost).toBe(checkPlan(told.problem, told.plan).cost);
    expect(told.after.labourMinutes).toBeLessThan(told.before.labourMinutes);
  });

  test('tells costs as minutes of work, whatever a minute is priced at', () => {
    const weights = { ...smallProblem.weights, labourMinute: 4 };
    const told = whatIf(planned({ ...smallProblem, weights }), [], { steps: 5 });
    expect(told.after.costMinutes).toBeCloseTo(told.after.cost! / 4, 9);
  });

  test('tells nothing as gained that time alone gives, where told tasks may move', () => {
    for (const seed of seeds(10)) {
      const before = { problem: randomProblem(seed), plan: makePlan(randomProblem(seed), { steps: 1 }).plan };
      const same = whatIf(before, [], { isFree: true, steps: 200 });
      expect(same.after).toEqual(same.before);
      const mended = whatIf(before, [], { steps: 200 });
      expect(same.after.cost!).toBeLessThanOrEqual(mended.before.cost!);
    }
  });

  test('gives the work of somebody who goes home to others, and tells what nobody can take', () => {
    const [taken, left] = [0, 0].map(() => ({ tasks: 0 }));
    for (const seed of seeds(40)) {
      const problem = randomProblem(seed);
      const { plan } = planned(problem);
      const own = plan.batches.flatMap(({ stages }) => stages).filter(({ person }) => person === 'runa');
      if (own.length === 0) continue;
      // Runa goes in the middle of what she was to do; what has begun by then is fixed, and so is one batch that is pinned
      const now = own[own.length >> 1]!.start;
      const week = heldAt({ problem, plan }, now, { pins: [plan.batches.at(-1)!.id], locks: [] }).problem;
      const away: Change = { kind: 'away', person: 'runa', span: [now, problem.horizon] };
      const told = whatIf({ problem: week, plan }, [away], { steps: 30 });
      expect(checkPlan(told.problem, told.plan).violations, `seed ${seed}`).toEqual([]);
      // what somebody who is there would only have to stay longer for is not left alone
      const alone = tasksAlone(told);
      expect(told.offHours).toEqual(expect.arrayContaining(alone));
      for (const { person, start } of alone)
        expect(
          told.problem.people
            .find(({ id }) => id === person)!
            .shifts.some(([a, b]) => a <= start && start < b),
        ).toBe(false);
      const { people } = told.problem;
      const ofRuna = tasksOf(told.plan).filter(({ person, start }) => person === 'runa' && start >= now);
      expect(ofRuna, `seed ${seed}`).toEqual(told.offHours);
      // of all else that waits for her something has begun: the batch, or what is dipped from the melt
      for (const { of } of told.offHours) {
        const { batches } = told.plan;
        const dipped = batches.filter(
          ({ id, stages }) => id === of || stages.some(({ melt }) => melt === of),
        );
        const starts = dipped.flatMap(({ stages }) => stages.map(({ start }) => start));
        expect(
          starts.some((start) => start < now),
          `seed ${seed}, ${of}`,
        ).toBe(true);
      }
      const others = people.filter(({ id }) => id !== 'runa').map(({ id }) => id);
      taken!.tasks += told.changes.moved.filter((task) => others.includes(task.now?.person ?? '')).length;
      left!.tasks += told.offHours.length;
    }
    expect(taken!.tasks).toBeGreaterThan(10);
    expect(left!.tasks).toBeGreaterThan(0);
  });

  test('breaks no rule on random problems, whatever changes and whatever is fixed', () => {
    for (const seed of seeds(40)) {
      const problem = randomProblem(seed);
      if (problem.orders.length === 0) continue;
      const { plan } = planned(problem);
      const [first] = plan.batches;
      const melts = plan.melts.filter(({ id }) => first?.stages.some(({ melt }) => melt === id));
      const fixed = { batches: first ? [first] : [], melts };
      const change: Change[] = [
        { kind: 'bowl-away', bowl: 'bowl-a' },
        { kind: 'away', person: 'runa', span: [1860, 2520] },
        { kind: 'trays', zone: 'fridge', more: -2 },
        { kind: 'hands', like: 'runa' },
        {
          kind: 'pieces',
          order: problem.orders[0]!.id,
          product: problem.orders[0]!.lines[0]!.product,
          pieces: 0,
        },
      ];
      const told = whatIf({ problem: { ...problem, fixed }, plan }, [change[seed % change.length]!], {
        steps: 30,
      });
      expect(checkPlan(told.problem, told.plan)).toMatchObject({ ok: true });
      expect(told.after.cost).not.toBeNull();
    }
  });
});

describe('what helps most', () => {
  test('is room where there is none, as a plan with it shows', () => {
    const tight: Problem = {
      ...smallProblem,
      zones: smallProblem.zones.map((z) => (z.id === 'fridge' ? { ...z, trays: 1 } : z)),
    };
    const before = planned(tight);
    const [best] = whatHelps(before, { steps: 60 });
    expect(best!.change).toEqual({ kind: 'trays', zone: 'fridge', more: 8 });
    expect(best!.meetsPieces).toBeGreaterThan(0);
    expect(best!.after.unmetPieces).toBeLessThan(checkPlan(tight, before.plan).unmetPieces);
  });

  test('is told best first and worth its while, and nothing helps where all is well', () => {
    const easy = whatHelps(planned({ ...smallProblem, orders: [] }), { steps: 20 });
    expect(easy).toEqual([]);
    for (let seed = 1; seed <= 6; seed++) {
      const helps = whatHelps(planned(randomProblem(seed)), { steps: 30 });
      const rank = helps.map(({ meetsPieces, savesMinutes }) => meetsPieces * 1e6 + savesMinutes);
      expect(rank).toEqual([...rank].sort((a, b) => b - a));
      expect(helps.every(({ meetsPieces, savesMinutes }) => meetsPieces > 0 || savesMinutes >= 15)).toBe(
        true,
      );
    }
  });

  test('ends when its time is over', () => {
    expect(whatHelps(planned(smallProblem), { progress: () => 1 })).toEqual([]);
  });
});
