import { lineKey } from './line-key';
import type { Batch } from './problem';

/** Pieces of each line, by `lineKey`, that batches serve. */
export function servedPieces(
  batches: readonly Pick<Batch, 'product' | 'serves'>[],
): ReadonlyMap<string, number> {
  const served = new Map<string, number>();
  for (const { product, serves } of batches)
    for (const { order, pieces } of serves) {
      const key = lineKey(order, product);
      served.set(key, (served.get(key) ?? 0) + pieces);
    }
  return served;
}
