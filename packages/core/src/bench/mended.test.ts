import { describe, expect, test } from 'vitest';
import { SPARE_PREFIX } from '../planner/carry-over';
import { makePlan } from '../planner/make-plan';
import { planFigures } from '../planner/plan-figures';
import type { Plan, Problem } from '../planner/problem';
import { smallProblem } from '../planner/testing/small-problem';
import { dayAhead } from './day-ahead';
import { mendedBeside } from './mended';

const { plan } = makePlan(smallProblem, { steps: 50 });
const worked = { problem: smallProblem, plan };
const batch = plan.batches.find(({ serves }) => serves.some(({ order }) => order === 'o3'))!;

describe('a mended plan beside the one that is worked by', () => {
  test('that is the same moves nothing, leaves nothing open, and comes to the same', () => {
    const same = mendedBeside(worked, worked, []);
    expect(same.before).toEqual(same.after);
    expect(same.changes.moved).toEqual([]);
    expect([same.open, same.late, same.offHours]).toEqual([[], [], []]);
  });

  test('has what came out short missing from the plan as it stands, at what it costs', () => {
    const lacking = [{ batch: batch.id, product: 'twist', order: 'o3', pieces: 6 }];
    const { before, after } = mendedBeside(worked, worked, lacking);
    expect(before.unmetPieces).toBe(after.unmetPieces + 6);
    // o3 weighs 2, a missing piece 1,000, a minute of work 1
    expect(before.costMinutes).toBeCloseTo(after.costMinutes! + 12_000);
    expect(before.cost).toBeCloseTo(after.cost! + 12_000);
  });

  test('says what it leaves open that was met before', () => {
    const serves = batch.serves.filter(({ order }) => order !== 'o3');
    const fewer: Plan = {
      ...plan,
      batches: plan.batches.filter(({ id }) => id !== batch.id || serves.length > 0),
      unmet: [{ order: 'o3', product: 'twist', pieces: 60 }],
    };
    expect(mendedBeside({ problem: smallProblem, plan: fewer }, worked, []).open).toEqual(fewer.unmet);
    expect(mendedBeside(worked, { problem: smallProblem, plan: fewer }, []).open).toEqual([]);
  });
});

test('pieces that nobody ordered any more are never late, and wait for no pickup', () => {
  const [first] = [...plan.batches].sort((a, b) => a.stages.at(-1)!.end - b.stages.at(-1)!.end);
  const [serve] = first!.serves;
  const end = first!.stages.at(-1)!.end;
  const spare = `${SPARE_PREFIX}${first!.id}:${serve!.order}`;
  const late = (id: string): { problem: Problem; plan: Plan } => ({
    problem: {
      ...smallProblem,
      orders: [
        ...smallProblem.orders,
        { id, due: end - 30, weight: 1, lines: [{ product: first!.product, pieces: serve!.pieces }] },
      ],
    },
    plan: {
      ...plan,
      batches: plan.batches.map((each) =>
        each === first ? { ...each, serves: [{ ...serve!, order: id }, ...each.serves.slice(1)] } : each,
      ),
    },
  });
  const troubles = (id: string) => dayAhead(late(id), new Map(), 0).troubles.map(({ order }) => order);
  expect(troubles('o9')).toContain('o9');
  expect(troubles(spare)).toEqual([]);
  expect(planFigures(late('o9')).leastSlackMinutes).toBe(-30);
  expect(planFigures(late(spare)).leastSlackMinutes).toBeGreaterThanOrEqual(0);
});
