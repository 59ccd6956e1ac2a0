import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { InputError } from '../../input/input-error';
import { makePlan } from '../make-plan';
import { repairPlan } from '../repair-plan';
import type { Problem } from '../problem';
import { readProblem } from '../read-problem';
import { randomProblem, randomProblemWithOptions, runa, smallProblem } from '../testing/small-problem';
import { LinearProgram, Sum, type LinearSolver } from './linear-program';
import { lowerBound } from './lower-bound';
import { seeds } from '../testing/seeds';

const highs = await loadHighs();
const solve: LinearSolver = (text) => {
  const { Status: status, ObjectiveValue: value } = highs.solve(text);
  return { isOptimal: status === 'Optimal', value };
};

describe('a linear programme', () => {
  test('is solved as it was written', () => {
    const program = new LinearProgram();
    const [x, y] = [program.variable(2), program.variable(3)];
    program.atLeast(new Sum().add(1, x).add(1, y), 4);
    program.atMost(new Sum().add(1, x), 3);
    program.equal(new Sum().add(0.5, x).addAll(-0.5, new Sum().add(1, x)).add(1, y), 1);
    expect(solve(program.text())).toEqual({ isOptimal: true, value: 9 });
  });

  test('that nothing answers is told apart', () => {
    const program = new LinearProgram();
    const x = program.variable();
    program.atLeast(new Sum().add(1, x), 4);
    program.atMost(new Sum().add(1, x), 3);
    expect(solve(program.text()).isOptimal).toBe(false);
  });
});

describe('a lower bound', () => {
  test('is never above what a plan costs, and counts work that has to be done', () => {
    const ratios: number[] = [];
    for (const seed of seeds(50)) {
      const { stock: _, ...problem } = seed % 2 ? randomProblem(seed) : randomProblemWithOptions(seed);
      const bare: Problem = {
        ...problem,
        melters: problem.melters.map(({ holds: _none, ...melter }) => melter),
      };
      if (bare.orders.length === 0) continue;
      const { cost, least, forced } = lowerBound(bare, solve);
      const plan = makePlan(bare, { steps: 150 });
      expect(cost, `seed ${seed}`).toBeLessThanOrEqual(plan.report.cost! + 1e-6);
      expect(least).toBeGreaterThan(0);
      expect(cost).toBe(least + forced);
      if (plan.report.unmetPieces === 0) ratios.push(cost / plan.report.cost!);
    }
    // not so low that it says nothing where all can be made
    expect(ratios.length).toBeGreaterThan(5);
    const mean = ratios.reduce((sum, ratio) => sum + ratio) / ratios.length;
    expect(mean).toBeGreaterThan(0.5);
  });

  test('holds where leaving pieces out is cheaper than making them', () => {
    for (const unmetPiece of [0, 0.01, 0.5, 3, 40]) {
      const problem = { ...smallProblem, weights: { ...smallProblem.weights, unmetPiece } };
      const { plan } = makePlan(problem);
      const none = repairPlan({ ...problem, people: [] }, plan).report.cost!;
      const { cost } = lowerBound(problem, solve);
      expect(cost).toBeLessThanOrEqual(makePlan(problem, { steps: 400 }).report.cost! + 1e-6);
      expect(cost).toBeLessThanOrEqual(none + 1e-6);
    }
  });

  test('sees pieces that nobody can make, and the night between dipping and pickup', () => {
    const oneOrder = smallProblem.orders.slice(0, 1);
    const nobody = { ...smallProblem, people: [{ ...runa, shifts: [] }], orders: oneOrder };
    expect(lowerBound(nobody, solve).forced).toBeGreaterThan(24 * 900);
    // the berries are due at minute 2010 and can only be dipped by minute 1080, 930 minutes before, 330 of them too old
    const evening = {
      ...smallProblem,
      people: [{ ...runa, shifts: [[420, 1080] as const, [1860, 1900] as const] }],
      orders: oneOrder,
    };
    const { forced } = lowerBound(evening, solve);
    expect(forced).toBeGreaterThan((24 * 2 * 280) / 60);
    expect(forced).toBeLessThanOrEqual((24 * 2 * (930 + 60)) / 60);
  });

  test('is of whole problems only', () => {
    const lot = { id: 'lot', product: 'berry', pieces: 4, clock: 0, zone: 'fridge', allergens: [] };
    expect(() => lowerBound({ ...smallProblem, stock: [lot] }, solve)).toThrow(InputError);
    const { batches, melts } = makePlan(smallProblem).plan;
    expect(() => lowerBound({ ...smallProblem, fixed: { batches, melts } }, solve)).toThrow(/\/fixed/);
  });

  test('is never above the best of tiny problems that is known', ({ skip }) => {
    const folder = resolve(import.meta.dirname, '../../../../../../shared/problems');
    skip(!existsSync(folder), 'the tiny problems lie beside the project while developing');
    const known = [404, 424, 460.67, 504, 424, 480.67];
    for (const [i, cost] of known.entries()) {
      const problem = readProblem(JSON.parse(readFileSync(resolve(folder, `tiny-${i + 1}.json`), 'utf8')));
      const bound = lowerBound(problem, solve);
      expect(bound.cost, `tiny-${i + 1}`).toBeLessThanOrEqual(cost + 0.01);
      expect(bound.cost, `tiny-${i + 1}`).toBeGreaterThan(cost / 2);
    }
  });
});
