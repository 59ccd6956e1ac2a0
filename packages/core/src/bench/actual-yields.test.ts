import { describe, expect, test } from 'vitest';
import { carryOver } from '../planner/carry-over';
import { checkPlan } from '../planner/check/check-plan';
import { makePlan } from '../planner/make-plan';
import { smallProblem } from '../planner/testing/small-problem';
import { shortages, withYields } from './actual-yields';

const batch = {
  ...{ id: 'b1', product: 'berry', pieces: 100, stages: [] },
  serves: [
    { order: 'a', pieces: 60 },
    { order: 'b', pieces: 40 },
  ],
};

describe('what really came out of a batch', () => {
  test.each<[number | undefined, number[]]>([
    [undefined, [60, 40]],
    [100, [60, 40]],
    [120, [60, 40]],
    [90, [60, 30]],
    [60, [60]],
    [10, [10]],
  ])('of %s good ones goes to its orders as %j', (good, pieces) => {
    const [made] = withYields([batch], new Map(good === undefined ? [] : [['b1', good]]));
    expect(made!.serves.map((serve) => serve.pieces)).toEqual(pieces);
    expect(made!.pieces).toBe(pieces.reduce((sum, each) => sum + each, 0));
  });

  test('of nothing is no batch', () => {
    expect(withYields([batch], new Map([['b1', 0]]))).toEqual([]);
    expect(shortages([batch], new Map([['b1', 0]]))).toHaveLength(2);
  });

  test('is missing where it is less, to the piece', () => {
    expect(shortages([batch], new Map([['b1', 55]]))).toEqual([
      { batch: 'b1', product: 'berry', order: 'a', pieces: 5 },
      { batch: 'b1', product: 'berry', order: 'b', pieces: 40 },
    ]);
    expect(shortages([batch], new Map())).toEqual([]);
  });

  test('is missing first from what nobody wants any more', () => {
    const isWanted = (order: string): boolean => order !== 'a';
    expect(withYields([batch], new Map([['b1', 90]]), isWanted)[0]!.serves).toEqual([
      { order: 'b', pieces: 40 },
      { order: 'a', pieces: 50 },
    ]);
    expect(shortages([batch], new Map([['b1', 90]]), isWanted)).toEqual([]);
    expect(shortages([batch], new Map([['b1', 30]]), isWanted)).toEqual([
      { batch: 'b1', product: 'berry', order: 'b', pieces: 10 },
    ]);
    const spare = { ...batch, serves: [{ order: 'spare:b1:a', pieces: 60 }, batch.serves[1]!] };
    expect(shortages([spare], new Map([['b1', 50]]))).toEqual([]);
  });

  test('is made up for by the next plan, which keeps all rules', () => {
    const { plan } = makePlan(smallProblem, { steps: 50 });
    const first = plan.batches.reduce((a, b) => (a.stages[0]!.start < b.stages[0]!.start ? a : b));
    const now = first.stages[0]!.end;
    const yields = new Map([[first.id, first.pieces - 3]]);
    const { fixed, orders } = carryOver({
      ...{ plan: { ...plan, batches: withYields(plan.batches, yields) }, before: smallProblem.orders },
      ...{
        orders: smallProblem.orders,
        closed: new Set<string>(),
        products: smallProblem.products,
        coatings: smallProblem.coatings,
      },
      ...{ places: undefined, now },
    });
    const problem = { ...smallProblem, now, fixed, orders };
    const next = makePlan(problem, { steps: 50 }).plan;
    const report = checkPlan(problem, next);
    expect(report.violations).toEqual([]);
    expect(report.unmetPieces).toBe(0);
    const made = next.batches
      .filter(({ product }) => product === first.product)
      .reduce((sum, { pieces }) => sum + pieces, 0);
    const before = plan.batches
      .filter(({ product }) => product === first.product)
      .reduce((sum, { pieces }) => sum + pieces, 0);
    expect(made).toBe(before);
  });
});
