import { describe, expect, test } from 'vitest';
import { explainBatch, type BatchReason } from './batch-reason';
import { catalogueOf } from './catalogue';
import { costInMinutes, costOf } from './check/check-plan';
import { makePlan } from './make-plan';
import type { Batch, Plan, Problem } from './problem';
import { randomProblem, runa, smallProblem } from './testing/small-problem';

const reasonOf = (problem: Problem, made: Plan, batch: Batch): BatchReason =>
  explainBatch(catalogueOf(problem), made, batch);

describe('why a batch is where it is', () => {
  test('its clock lies between the limit of its last pickup and the waits before its first', () => {
    const holds = new Set<string>();
    for (let seed = 1; seed <= 25; seed++) {
      const problem = randomProblem(seed);
      const made = makePlan(problem, { steps: 1 }).plan;
      for (const batch of made.batches) {
        const { clock, earliestClock, latestClock, hold } = reasonOf(problem, made, batch);
        expect(clock).toBeGreaterThanOrEqual(earliestClock);
        expect(clock).toBeLessThanOrEqual(latestClock);
        holds.add(hold.kind);
        if (hold.kind === 'pickup') expect(clock).toBe(latestClock);
        if (hold.kind === 'price') expect(hold.clock).toBeGreaterThan(clock);
      }
    }
    expect([...holds].sort()).toEqual(['blocked', 'pickup', 'price']);
  });

  test('hands hold it when nobody with the skill is there any later', () => {
    const early: Problem = {
      ...smallProblem,
      people: [{ ...runa, shifts: [[420, 1080]] }],
      orders: [smallProblem.orders[2]!],
    };
    const made = makePlan(early).plan;
    expect(reasonOf(early, made, made.batches[0]!).hold).toMatchObject({
      kind: 'blocked',
      blocker: { kind: 'hands', stage: 'pack', skill: 'pack' },
    });
  });

  test('what a later hour would cost is what a plan with it costs more', () => {
    const problem = { ...smallProblem, orders: smallProblem.orders.slice(0, 1) };
    const late = makePlan(problem, { steps: 400 });
    const [batch] = late.plan.batches;
    const early: Plan = {
      ...late.plan,
      batches: [
        {
          ...batch!,
          stages: batch!.stages.map((task) => ({ ...task, start: task.start - 20, end: task.end - 20 })),
        },
      ],
      melts: late.plan.melts.map((melt) => ({
        ...melt,
        setupStart: melt.setupStart - 20,
        setupEnd: melt.setupEnd - 20,
        closed: melt.closed - 20,
      })),
    };
    const { hold, clock } = reasonOf(problem, early, early.batches[0]!);
    expect(hold.kind).not.toBe('blocked');
    if (hold.kind === 'price') {
      expect(hold.clock).toBeGreaterThan(clock);
      expect(costInMinutes(costOf(hold.more, problem.weights), problem.weights)).toBeLessThan(30);
    }
  });
});
