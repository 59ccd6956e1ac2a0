import { describe, expect, test } from 'vitest';
import { withChanges, type Change } from './change';
import { makePlan } from './make-plan';
import type { Plan, Problem } from './problem';
import { readProblem } from './read-problem';
import { repairPlan } from './repair-plan';
import { randomProblem, runa, smallProblem } from './testing/small-problem';
import { waysToMeet, type OpenLine } from './ways-to-meet';

const STEPS = 40;
const zonesWith = (id: string, trays: number): Problem['zones'] =>
  smallProblem.zones.map((zone) => (zone.id === id ? { ...zone, trays } : zone));
const kindsOf = (changes: readonly Change[]): string => changes.map(({ kind }) => kind).join('+');

function openWith(problem: Problem, plan: Plan, { order, product }: OpenLine): number {
  const { unmet } = repairPlan(problem, plan, { steps: STEPS }).plan;
  return unmet.find((each) => each.order === order && each.product === product)?.pieces ?? 0;
}

describe('a problem with changes', () => {
  test('stays one that is valid, and has just what is asked', () => {
    const changed = withChanges(
      {
        ...smallProblem,
        zones: [{ id: 'rack', trays: 3, changes: [{ from: 9, trays: 1 }] }, ...smallProblem.zones.slice(1)],
      },
      [
        { kind: 'trays', zone: 'rack', more: 2 },
        { kind: 'hours', person: 'runa', span: [720, 765] },
        { kind: 'hours', person: 'tove', span: [900, 960] },
        { kind: 'bowl', like: 'bowl-a' },
        { kind: 'bowl', like: 'bowl-a' },
        { kind: 'pickup', order: 'o1', due: 2400 },
      ],
    );
    expect(readProblem(JSON.parse(JSON.stringify(changed)))).toEqual(changed);
    expect(changed.zones[0]).toEqual({ id: 'rack', trays: 5, changes: [{ from: 9, trays: 3 }] });
    expect(changed.people.map(({ shifts }) => shifts)).toEqual([
      [
        [420, 1080],
        [1860, 2160],
        [2205, 2520],
      ],
      [
        [480, 780],
        [900, 960],
        [1920, 2220],
      ],
    ]);
    expect(changed.melters.map(({ id }) => id)).toEqual(['bowl-a', 'bowl-b', 'bowl-a+', 'bowl-a++']);
    expect(changed.orders[0]!.due).toBe(2400);
  });
});

describe('ways to meet a line', () => {
  test('name the trays that are missing, and just so many', () => {
    const problem = {
      ...smallProblem,
      zones: zonesWith('fridge', 1),
      orders: smallProblem.orders.slice(0, 2),
    };
    const { plan } = makePlan(problem, { steps: 300 });
    const [line] = plan.unmet;
    const ways = waysToMeet({ problem, plan }, line!);
    const trays = ways.find(({ changes }) => kindsOf(changes) === 'trays')!;
    expect(trays.changes).toMatchObject([{ zone: 'fridge' }]);
    expect(trays.unmetPieces).toBeLessThan(line!.pieces);
  });

  test('name the hours of somebody who has the skill', () => {
    const problem: Problem = {
      ...smallProblem,
      people: [{ ...runa, shifts: [[1860, 1900]] }],
      orders: smallProblem.orders.slice(0, 1),
    };
    const { plan } = makePlan(problem);
    expect(plan.unmet).toHaveLength(1);
    const ways = waysToMeet({ problem, plan }, plan.unmet[0]!);
    expect(kindsOf(ways[0]!.changes)).toBe('hours');
    for (const { changes } of ways) expect(changes[0]).toMatchObject({ kind: 'hours', person: 'runa' });
  });

  test('are pairs where neither is enough alone, and none where nothing is', () => {
    const none = {
      ...smallProblem,
      zones: zonesWith('fridge', 0),
      people: [{ ...runa, shifts: [[1860, 1900] as const] }],
    };
    const problem: Problem = { ...none, orders: smallProblem.orders.slice(0, 1) };
    const { plan } = makePlan(problem);
    const ways = waysToMeet({ problem, plan }, plan.unmet[0]!);
    expect(ways.map(({ changes }) => kindsOf(changes))).toContain('hours+trays');
    for (const { changes } of ways) expect(changes.length).toBe(2);
    const nobody: Problem = { ...problem, people: [] };
    expect(waysToMeet({ problem: nobody, plan: makePlan(nobody).plan }, plan.unmet[0]!)).toEqual([]);
  });

  test('name a later pickup where the many that are nearer are all too early', () => {
    const line = { product: 'berry', pieces: 12 };
    const order = (id: string, due: number, product = 'berry') => ({
      ...{ id, due, weight: 1 },
      lines: [{ ...line, product }],
    });
    const tooEarly = Array.from({ length: 12 }, (_, i) => order(`early${i}`, 1862 + i, 'twist'));
    const later = [2340, 2400].map((due) => order(`later${due}`, due));
    const problem: Problem = {
      ...smallProblem,
      people: [{ ...runa, shifts: [[1860, 2520]] }],
      orders: [order('o1', 1870), ...tooEarly, ...later],
    };
    const { plan } = makePlan(problem);
    expect(plan.unmet.map((each) => each.order)).toContain('o1');
    const ways = waysToMeet({ problem, plan }, { order: 'o1', product: 'berry' });
    expect(ways.map(({ changes }) => changes)).toContainEqual([{ kind: 'pickup', order: 'o1', due: 2340 }]);
  });

  test('end when they are told to', () => {
    const problem = { ...smallProblem, zones: zonesWith('fridge', 1) };
    const { plan } = makePlan(problem);
    expect(waysToMeet({ problem, plan }, plan.unmet[0]!, { progress: () => 1 })).toEqual([]);
  });

  test('are true on random problems: each is enough, and a smaller step of it is not', () => {
    const kinds = new Map<string, number>();
    for (let seed = 1; seed <= 40; seed++) {
      const problem = randomProblem(seed);
      const { plan } = makePlan(problem, { steps: STEPS });
      const [line] = plan.unmet;
      if (!line) continue;
      for (const { changes, unmetPieces } of waysToMeet({ problem, plan }, line, { steps: STEPS })) {
        kinds.set(kindsOf(changes), (kinds.get(kindsOf(changes)) ?? 0) + 1);
        expect(openWith(withChanges(problem, changes), plan, line), `seed ${seed}`).toBe(0);
        expect(unmetPieces).toBeLessThan(plan.unmet.reduce((sum, { pieces }) => sum + pieces, 0));
        const [first, ...others] = changes;
        if (others.length > 0 || first!.kind !== 'trays' || first!.more === 1) continue;
        const fewer = [{ ...first!, more: first!.more - 1 }];
        const { plan: with1Fewer, report } = repairPlan(withChanges(problem, fewer), plan, { steps: STEPS });
        const isMet = !with1Fewer.unmet.some(
          (each) => each.order === line.order && each.product === line.product,
        );
        expect(isMet && report.unmetPieces < plan.unmet.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(
          false,
        );
      }
    }
    expect([...kinds.keys()]).toEqual(expect.arrayContaining(['trays', 'bowl', 'pickup']));
  });
});
