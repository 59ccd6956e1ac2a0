import { describe, expect, test } from 'vitest';
import { checkPlan } from '../check/check-plan';
import { randomProblem, smallProblem } from '../testing/small-problem';
import { compile, type CompiledProblem } from './compiled';
import { loadFixed } from './load';
import { firstPlan, Search } from './search';
import { scheduleOf, type Snapshot } from './snapshot';
import { toPlan } from './to-plan';

const first = (compiled: CompiledProblem): Snapshot =>
  firstPlan(loadFixed(compiled), { seed: 1, goesOn: () => true });

function searched(
  seed: number,
  steps: number,
): { compiled: CompiledProblem; from: Snapshot; search: Search } {
  const compiled = compile(randomProblem(seed));
  const from = first(compiled);
  const search = new Search(compiled, from, { seed, unmetShare: 1, isCalm: false, kept: [] });
  let step = 0;
  search.anneal(() => step++ / steps);
  return { compiled, from, search };
}

describe('a search', () => {
  test('keeps every rule, and its own sum of the cost is the judge’s', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { compiled, from, search } = searched(seed, 300);
      for (const snapshot of [from, search.best]) {
        const schedule = scheduleOf(compiled, snapshot);
        const report = checkPlan(compiled.problem, toPlan(schedule));
        expect(report.violations, `seed ${seed}`).toEqual([]);
        expect(report.cost, `seed ${seed}`).toBeCloseTo(snapshot.cost, 6);
        const { unmet, labour, melts, leftover, idle, age } = schedule.amounts();
        expect(report.amounts).toEqual({ unmet, age: age / 60, labour, melts, leftover, stretch: idle });
      }
    }
  });

  test('is never dearer than what it began with, and mostly cheaper', () => {
    let cheaper = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const { from, search } = searched(seed, 300);
      expect(search.best.cost).toBeLessThanOrEqual(from.cost);
      if (search.best.cost < from.cost) cheaper++;
    }
    expect(cheaper).toBeGreaterThan(10);
  });

  test('goes the same way for the same seed, and another for another', () => {
    const cost = (seed: number): string => {
      const compiled = compile(randomProblem(12));
      const search = new Search(compiled, first(compiled), { seed, unmetShare: 1, isCalm: false, kept: [] });
      let step = 0;
      search.anneal(() => step++ / 40);
      return JSON.stringify(toPlan(scheduleOf(compiled, search.best)));
    };
    expect(cost(5)).toBe(cost(5));
    expect(new Set([1, 2, 3, 4, 5, 6].map(cost)).size).toBeGreaterThan(1);
  });

  test('has nothing to do where there is nothing to place', () => {
    const compiled = compile({ ...smallProblem, orders: [] });
    const search = new Search(compiled, first(compiled), { seed: 1, unmetShare: 1, isCalm: false, kept: [] });
    search.anneal(() => 0);
    expect(search.steps).toBe(0);
  });

  test('ends where nobody can do anything, with all of it unmet', () => {
    const compiled = compile({ ...smallProblem, people: [] });
    const search = new Search(compiled, first(compiled), {
      seed: 1,
      unmetShare: 0.1,
      isCalm: false,
      kept: [],
    });
    let step = 0;
    search.anneal(() => step++ / 50);
    const pieces = smallProblem.orders.flatMap(({ lines, weight }) =>
      lines.map((line) => line.pieces * weight),
    );
    expect(search.best.unmetCost).toBe(1000 * pieces.reduce((sum, each) => sum + each, 0));
  });
});

describe('a schedule', () => {
  test('prices the hours that aging pieces wait for, and costs what it did once they are priced no more', () => {
    const { compiled, search } = searched(9, 100);
    const schedule = scheduleOf(compiled, search.best);
    const before = schedule.cost;
    schedule.priceHours(30);
    expect(schedule.trueCost).toBeCloseTo(before, 9);
    schedule.priceHours(0);
    expect(schedule.cost).toBe(before);
  });

  test('comes back to the same figures when runs are taken out and that is undone', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const { compiled, search } = searched(seed, 50);
      const schedule = scheduleOf(compiled, search.best);
      const [plan, amounts] = [toPlan(schedule), schedule.amounts()];
      for (const run of [...schedule.runs]) if (!schedule.remove(run)) break;
      schedule.journal.undoTo(0);
      expect(schedule.amounts()).toEqual(amounts);
      expect(toPlan(schedule)).toEqual(plan);
    }
  });
});
