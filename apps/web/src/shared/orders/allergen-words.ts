import type { Order } from '@alnage/contract';
import { mayContain, pieceAllergens, type ClashBook } from '@alnage/core/larder';
import { listed } from '../formats/formats';

/** What the boxes of an order contain, and what they may beside that from shared bowls and benches; '' for nothing. */
export function allergensText(
  order: Pick<Order, 'pieces'>,
  { pieces, declared }: Pick<ClashBook, 'pieces' | 'declared'>,
): { readonly contains: string; readonly may: string } {
  const own = pieces.filter(({ id }) => order.pieces.some(({ piece }) => piece === id));
  const contains = new Set(own.flatMap((piece) => pieceAllergens(piece, declared)));
  const traces = own.flatMap((piece) => {
    const { fromBowls, fromBenches } = mayContain(piece, pieces, declared);
    return [...fromBowls, ...fromBenches];
  });
  const may = [...new Set(traces)].filter((each) => !contains.has(each));
  return { contains: listed([...contains].sort()), may: listed(may.sort()) };
}
