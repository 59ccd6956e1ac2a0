import { describe, expect, test } from 'vitest';
import { meltFor } from '../melting/melt-for';
import { stageGrams, startedPieces } from './amounts';
import { checkPlan } from './check/check-plan';
import { makePlan } from './make-plan';
import { mixedMelts, tailFor } from './mixed-melts';
import type { Batch, Product } from './problem';
import { smallProblem } from './testing/small-problem';

/** The small problem’s twists, mixed in the dark that its berries are dipped in. */
const problem = {
  ...smallProblem,
  products: smallProblem.products.map((product): Product =>
    product.id === 'twist'
      ? {
          ...product,
          stages: product.stages.map((stage) =>
            stage.coating
              ? {
                  ...stage,
                  coating: {
                    ...{ id: 'dark', milligramsPerPiece: 8500, isMixed: true },
                    spare: { logSd: 0.05, certainty: 0.95 },
                  },
                }
              : stage,
          ),
        }
      : product,
  ),
};

const { plan } = makePlan(problem, { seed: 1, steps: 400 });
const mixed = mixedMelts(problem, plan.batches);
const takesFrom = (batch: Batch): string[] => batch.stages.flatMap(({ melt }) => melt ?? []);

describe('what is mixed in', () => {
  test('has melts of its own, with what it takes and no tail', () => {
    expect(mixed.size).toBeGreaterThan(0);
    expect(checkPlan(problem, plan).violations).toEqual([]);
    for (const batch of plan.batches)
      for (const melt of takesFrom(batch)) expect(mixed.has(melt)).toBe(batch.product === 'twist');
    for (const melt of plan.melts) {
      const dips = plan.batches.filter((batch) => takesFrom(batch).includes(melt.id));
      const grams = dips.reduce((sum, { product: id, pieces, stages }) => {
        const product = problem.products.find((each) => each.id === id)!;
        const k = stages.findIndex((task) => task.melt === melt.id);
        return sum + stageGrams(product.stages[k]!, startedPieces(product, pieces));
      }, 0);
      const bowl = problem.melters.find(({ id }) => id === melt.melter)!;
      expect(melt.grams).toBe(grams + tailFor(bowl, mixed.has(melt.id)));
    }
  });

  test('is melted as its page says', () => {
    const load = { meanGrams: 8.5, logSd: 0.05, certainty: 0.95, isMixed: true };
    const page = meltFor({
      ...{ goodPieces: 40, startedPieces: 40, seedShare: 0, ...load },
      bowls: [{ id: 'bowl-a', capacityGrams: 5000, tailGrams: 500 }],
    });
    const twist = problem.products.find(({ id }) => id === 'twist')!;
    const stage = twist.stages.find(({ coating }) => coating !== null)!;
    expect(stageGrams(stage, 40)).toBe(Math.ceil(page.totalGrams));
  });

  test('and what is dipped do not share a melt', () => {
    const one = plan.melts.find(({ id }) => mixed.has(id))!;
    const other = plan.melts.find(({ id, coating }) => !mixed.has(id) && coating === 'dark')!;
    const batches = plan.batches.map((batch) => ({
      ...batch,
      stages: batch.stages.map((task) => (task.melt === one.id ? { ...task, melt: other.id } : task)),
    }));
    expect(checkPlan(problem, { ...plan, batches }).violations).toContainEqual(
      expect.objectContaining({ code: 'melt-ref', text: expect.stringContaining(other.id) as string }),
    );
  });
});
