import { describe, expect, test } from 'vitest';
import { makePlan } from '../planner/make-plan';
import { randomProblem, smallProblem } from '../planner/testing/small-problem';
import type { BenchRead } from './at-bench';
import type { BenchEvent } from './bench-event';
import { benchWorks, type StageWork } from './bench-works';
import { isAllPacked, lackingPieces, madeForOrders } from './made-for-order';

const { plan } = makePlan(smallProblem, { steps: 50 });
const works = benchWorks(smallProblem, plan);
const nothing = { works, events: [], sealed: [], ended: [], shortages: [] };
const stages = works.filter((work): work is StageWork => work.kind === 'stage');
/** A batch that serves somebody, with its stages in their order. */
const [served] = stages.filter(({ orders }) => orders.length > 0);
const own = stages.filter(({ batch }) => batch === served!.batch);
const { order, pieces } = served!.orders[0]!;

function begin(work: string): BenchEvent {
  return { id: `b/${work}`, work, at: 0, by: null, deed: { kind: 'begin' } };
}

function madeOf(
  change: Partial<BenchRead> & { shortages?: Parameters<typeof madeForOrders>[0]['shortages'] },
) {
  const made = madeForOrders({ ...nothing, ...change });
  return made?.get(order)?.find(({ batch }) => batch === served!.batch);
}

describe('what is made for an order', () => {
  test('is not known where nobody wrote anything down', () => {
    expect(madeForOrders(nothing)).toBeNull();
    const other = works.find(({ key }) => !own.some((stage) => stage.key === key))!;
    expect(madeOf({ ended: [other.key] })).toMatchObject({ pieces, stage: 'not-begun', lacks: 0 });
  });

  test('goes from begun to made to packed by deeds alone', () => {
    expect(own.length).toBeGreaterThan(2);
    const keys = own.map(({ key }) => key);
    expect(madeOf({ events: [begin(keys[0]!)] })!.stage).toBe('under-way');
    expect(madeOf({ ended: keys.slice(0, 1) })!.stage).toBe('under-way');
    expect(madeOf({ ended: keys.slice(0, -1) })!.stage).toBe('made');
    expect(madeOf({ ended: keys })!.stage).toBe('packed');
    // what is begun and taken back is not begun
    const undo: BenchEvent = {
      ...begin('x'),
      work: keys[0]!,
      deed: { kind: 'undo', event: `b/${keys[0]!}` },
    };
    const other = works.find(({ key }) => !keys.includes(key))!;
    expect(madeOf({ ended: [other.key], events: [begin(keys[0]!), undo] })!.stage).toBe('not-begun');
  });

  test('lacks what came out too few', () => {
    const { batch, product } = served!;
    const short = { batch, product, order, pieces: 3 };
    expect(madeOf({ ended: [own[0]!.key], shortages: [short] })!.lacks).toBe(3);
    const elsewhere = { ...short, order: 'somebody else' };
    expect(madeOf({ ended: [own[0]!.key], shortages: [elsewhere] })!.lacks).toBe(0);
  });

  test('is all packed only where nothing lacks and every batch is over', () => {
    const share = { batch: 'b', product: 'berry', pieces: 12, stage: 'packed' as const, lacks: 0 };
    expect(isAllPacked([share, share])).toBe(true);
    expect(isAllPacked([share, { ...share, stage: 'made' }])).toBe(false);
    expect(isAllPacked([share, { ...share, lacks: 2 }])).toBe(false);
    expect(lackingPieces([{ ...share, lacks: 1 }, share, { ...share, lacks: 2 }])).toBe(3);
  });

  test('comes to all that the plan gives each order, in random weeks', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const problem = randomProblem(seed);
      const week = makePlan(problem, { steps: 30 }).plan;
      const all = benchWorks(problem, week);
      const bench = { ...nothing, works: all, ended: all.map(({ key }) => key) };
      const made = [...(madeForOrders(bench) ?? new Map()).values()].flat();
      const sum = (of: readonly { readonly pieces: number }[]): number =>
        of.reduce((total, each) => total + each.pieces, 0);
      expect(sum(made)).toBe(sum(week.batches.flatMap(({ serves }) => serves)));
      expect(made.every(({ stage }) => stage === 'packed')).toBe(true);
    }
  });
});
