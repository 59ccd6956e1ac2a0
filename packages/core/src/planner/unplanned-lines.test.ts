import { expect, test } from 'vitest';
import { makePlan } from './make-plan';
import { smallProblem } from './testing/small-problem';
import { unplannedLines } from './unplanned-lines';

const { plan } = makePlan(smallProblem, { steps: 100 });
const planned = { problem: smallProblem, plan };
const { orders } = smallProblem;
const last = Math.max(...plan.batches.map(({ stages }) => stages.at(-1)!.end));

test('a plan of these very orders leaves none out', () => {
  expect(unplannedLines(planned, orders)).toEqual([]);
});

test('what came since is left out: an order, pieces, a pickup that is too early for what is made', () => {
  const more = { id: 'new', due: 2340, weight: 1, lines: [{ product: 'berry', pieces: 9 }] };
  expect(unplannedLines(planned, [...orders, more])).toEqual([{ order: 'new', product: 'berry', pieces: 9 }]);
  const [first, ...others] = orders;
  const larger = { ...first!, lines: [{ product: 'berry', pieces: 30 }] };
  expect(unplannedLines(planned, [larger, ...others])).toEqual([
    { order: 'o1', product: 'berry', pieces: 6 },
  ]);
  const earlier = { ...first!, due: 300 };
  expect(unplannedLines(planned, [earlier, ...others])).toEqual([
    { order: 'o1', product: 'berry', pieces: 24 },
  ]);
  // twists wait for days
  const later = { ...orders[2]!, due: last + 400 };
  expect(unplannedLines(planned, [orders[0]!, orders[1]!, later])).toEqual([]);
});

test('what the plan tells as not possible is not left out', () => {
  const much = { ...orders[0]!, lines: [{ product: 'berry', pieces: 100_000 }] };
  const problem = { ...smallProblem, orders: [much] };
  const made = makePlan(problem, { steps: 5 }).plan;
  expect(made.unmet).toHaveLength(1);
  expect(unplannedLines({ problem, plan: made }, [much])).toEqual([]);
});
