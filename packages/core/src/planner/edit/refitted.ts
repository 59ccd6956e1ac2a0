import { setupMinutes, stageGrams, stageMinutes, startedPieces } from '../amounts';
import { mixedMelts, tailFor } from '../mixed-melts';
import type { Batch, Melt, Problem } from '../problem';

/** What stays where a stage takes longer or shorter than it did: its end or its begin. */
export type Kept = 'end' | 'start';

/**
 * A batch in the same hands and bowls, each stage as long as it takes by the problem. Null where the problem no longer
 * knows its product, its stages or its people.
 */
export function refitted({ products, people }: Problem, batch: Batch, kept: Kept): Batch | null {
  const product = products.find(({ id }) => id === batch.product);
  const route = batch.stages.map(({ stage }) => stage).join(' ');
  if (product?.stages.map(({ id }) => id).join(' ') !== route) return null;
  const started = startedPieces(product, batch.pieces);
  const stages = batch.stages.map((task, k) => {
    const person = people.find(({ id }) => id === task.person);
    if (!person) return null;
    const minutes = stageMinutes(product.stages[k]!, started, person.pace);
    return kept === 'end' ? { ...task, start: task.end - minutes } : { ...task, end: task.start + minutes };
  });
  return stages.some((task) => task === null) ? null : { ...batch, stages: stages.map((task) => task!) };
}

/**
 * A melt with as much in it as these batches need of it and its bowl keeps as a tail; never less than it had. What it takes
 * longer to set up for it, it is begun earlier.
 */
export function filledFor(
  { products, melters, coatings }: Problem,
  batches: readonly Batch[],
  melt: Melt,
): Melt {
  const used = batches.flatMap((batch) => {
    const product = products.find(({ id }) => id === batch.product);
    return batch.stages.map(({ melt: from }, k) =>
      product?.stages[k] && from === melt.id
        ? stageGrams(product.stages[k], startedPieces(product, batch.pieces))
        : 0,
    );
  });
  const melter = melters.find(({ id }) => id === melt.melter) ?? { tailGrams: 0 };
  const tail = tailFor(melter, mixedMelts({ products }, batches).has(melt.id));
  const grams = used.reduce((sum, each) => sum + each, tail);
  const coating = coatings.find(({ id }) => id === melt.coating);
  if (grams <= melt.grams || !coating) return melt;
  const longer = setupMinutes(coating, grams, 0) - setupMinutes(coating, melt.grams, 0);
  return { ...melt, grams, setupStart: melt.setupStart - longer };
}
