import type { Batch, Melter, Product } from './problem';

/** The melts that something is mixed in by the route of these batches, by id. Nothing need stay in them. */
export function mixedMelts(
  { products }: { readonly products: readonly Product[] },
  batches: readonly Batch[],
): ReadonlySet<string> {
  const mixed = new Set<string>();
  for (const { product: id, stages } of batches) {
    const product = products.find((each) => each.id === id);
    stages.forEach(({ melt }, k) => {
      if (melt !== null && product?.stages[k]?.coating?.isMixed) mixed.add(melt);
    });
  }
  return mixed;
}

/** What must stay in a bowl, in g. */
export function tailFor(melter: Pick<Melter, 'tailGrams'>, isMixed: boolean): number {
  return isMixed ? 0 : melter.tailGrams;
}
