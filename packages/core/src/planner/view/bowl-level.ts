import { carriedGrams, startedPieces } from '../amounts';
import { found, type Catalogue } from '../catalogue';
import { mixedMelts, tailFor } from '../mixed-melts';
import type { Melt, Plan } from '../problem';

/** One dip as it empties a bowl. */
export interface LevelStep {
  readonly batch: string;
  readonly product: string;
  readonly stage: string;
  readonly pieces: number;
  readonly start: number;
  readonly end: number;
  readonly gramsBefore: number;
  readonly gramsAfter: number;
}

/** A melt as an emptying bowl: full at the end of its set-up, stepping down dip by dip to what is left. */
export interface BowlLevel {
  readonly melt: Melt;
  readonly steps: readonly LevelStep[];
  readonly tailGrams: number;
  readonly leftGrams: number;
}

/**
 * The levels of all melts of a plan in the mean, in g; the grams of the steps and what is left – what was to spare, and the
 * tail – add up to what was melted.
 */
export function bowlLevels(catalogue: Catalogue, plan: Plan): BowlLevel[] {
  const mixed = mixedMelts(catalogue.problem, plan.batches);
  return plan.melts.map((melt) => {
    const dips = plan.batches
      .flatMap((batch) => {
        const product = found(catalogue.products, batch.product);
        const started = startedPieces(product, batch.pieces);
        return batch.stages.flatMap((task, k) =>
          task.melt === melt.id
            ? [{ batch, task, pieces: started, grams: carriedGrams(product.stages[k]!, started) }]
            : [],
        );
      })
      .sort((a, b) => a.task.start - b.task.start);
    let level = melt.grams;
    const steps = dips.map(({ batch, task, pieces, grams }): LevelStep => {
      const gramsBefore = level;
      level -= grams;
      const { stage, start, end } = task;
      return {
        batch: batch.id,
        product: batch.product,
        stage,
        pieces,
        start,
        end,
        gramsBefore,
        gramsAfter: level,
      };
    });
    const tailGrams = tailFor(found(catalogue.melters, melt.melter), mixed.has(melt.id));
    return { melt, steps, tailGrams, leftGrams: level };
  });
}
