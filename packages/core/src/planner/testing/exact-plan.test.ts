import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { lowerBound } from '../bound/lower-bound';
import { makePlan } from '../make-plan';
import type { Problem, Product } from '../problem';
import { exactPlan } from './exact-plan';
import { berry, seeded, smallProblem, stage } from './small-problem';

const highs = await loadHighs();

/** A morning at one bowl with two pairs of hands and few trays; three lines of one or two kinds. */
function tinyProblem(seed: number): Problem {
  const random = seeded(seed);
  const whole = (min: number, max: number): number => min + Math.floor(random() * (max - min + 1));
  const coating = { id: 'dark', gramsPerPiece: 8 };
  const part = { skill: 'all', fixedMinutes: 8, secondsPerPiece: 45 };
  const rest = (piecesPerTray: number, minMinutes: number, maxMinutes: number) => ({
    zone: 'shelf',
    piecesPerTray,
    minMinutes,
    maxMinutes,
  });
  const fruit: Product = {
    ...berry,
    lifeMinutes: 420,
    targetAgeMinutes: 150,
    maxBatchPieces: 40,
    stages: [
      stage('wash', { ...part, then: rest(20, 15, 100) }),
      stage('dip', { ...part, maxRunMinutes: 50, coating, then: rest(10, 45, 240) }),
      stage('pack', { ...part, secondsPerPiece: 30, then: rest(20, 0, 200) }),
    ],
  };
  const stick: Product = {
    ...berry,
    id: 'stick',
    lifeMinutes: 1000,
    targetAgeMinutes: 240,
    maxBatchPieces: 60,
    stages: [
      stage('dip', { ...part, coating, then: rest(20, 20, 500) }),
      stage('pack', { ...part, secondsPerPiece: 30, then: rest(20, 0, 500) }),
    ],
  };
  const shifts: [number, number][] = [
    [0, 280],
    [310, 600],
  ];
  return {
    ...smallProblem,
    horizon: 720,
    weights: { ...smallProblem.weights, stretchMinute: 0 },
    products: [fruit, stick],
    coatings: [
      {
        ...smallProblem.coatings[0]!,
        skill: 'all',
        setupFixedMinutes: 25,
        setupMinutesPerKg: 0,
        allergens: [],
        usableMinutes: 140,
      },
    ],
    melters: [{ id: 'bowl', capacityGrams: 5000, tailGrams: 200 }],
    changeovers: { defaultMinutes: 0, allergenMinutes: 0, pairs: [] },
    people: ['one', 'two'].map((id) => ({ id, pace: 100, skills: ['all'], shifts })),
    zones: [{ id: 'shelf', trays: whole(5, 9) }],
    orders: Array.from({ length: 3 }, (_, i) => ({
      id: `o${i}`,
      due: 10 * whole(34, 66),
      weight: 1,
      lines: [{ product: random() < 0.6 ? 'berry' : 'stick', pieces: 20 * whole(1, 2) }],
    })),
  };
}

describe('the cheapest plan of all, by a solver', { timeout: 120_000 }, () => {
  test('is hardly cheaper than what the engine finds, and never cheaper than the bound', () => {
    const ratios: number[] = [];
    for (let seed = 1; seed <= 10; seed++) {
      const problem = tinyProblem(seed);
      const { Status: status, ObjectiveValue: exact } = highs.solve(exactPlan(problem, 2));
      // more trays than there are may be needed to make all of it; then the programme has no answer
      if (status !== 'Optimal') continue;
      const { report } = makePlan(problem, { steps: 3000 });
      expect(report.unmetPieces, `seed ${seed}`).toBe(0);
      ratios.push(report.cost! / exact);
      const bound = lowerBound(problem, (text) => {
        const { Status: found, ObjectiveValue: value } = highs.solve(text);
        return { isOptimal: found === 'Optimal', value };
      });
      expect(bound.cost, `seed ${seed}`).toBeLessThanOrEqual(exact + 1e-6);
    }
    expect(ratios.length).toBeGreaterThan(6);
    expect(Math.max(...ratios)).toBeLessThan(1.03);
    // the engine may split a line over two batches, which the programme may not
    expect(ratios.filter((ratio) => Math.abs(ratio - 1) < 1e-6).length).toBeGreaterThan(3);
  });
});
