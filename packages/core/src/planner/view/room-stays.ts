import { startedPieces, traysFor } from '../amounts';
import { found, type Catalogue } from '../check/catalogue';
import type { Batch } from '../problem';

/** So many trays of one batch in one zone during `[from, to)`. */
export interface RoomStay {
  readonly batch: string;
  readonly zone: string;
  readonly trays: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Where a batch's trays lie between its stages and after the last one, when they leave order by order.
 * Pieces in work lie on the bench and count nowhere. Source: the planning rules, 3.8.
 */
export function roomStays(catalogue: Catalogue, batch: Batch): RoomStay[] {
  const product = found(catalogue.products, batch.product);
  const started = startedPieces(product, batch.pieces);
  const between = batch.stages.slice(0, -1).map((task, k) => {
    const { zone, piecesPerTray } = product.stages[k]!.then;
    const trays = traysFor(started, piecesPerTray);
    return { batch: batch.id, zone, trays, from: task.end, to: batch.stages[k + 1]!.start };
  });
  const { zone, piecesPerTray } = product.stages.at(-1)!.then;
  return [...between, ...staysUntilPickup(catalogue, batch, { zone, piecesPerTray })].filter(
    (stay) => stay.to > stay.from,
  );
}

function staysUntilPickup(
  catalogue: Catalogue,
  batch: Batch,
  rest: { readonly zone: string; readonly piecesPerTray: number },
): RoomStay[] {
  const leaving = new Map<number, number>();
  for (const serve of batch.serves) {
    const leave = found(catalogue.leaves, serve.order);
    leaving.set(leave, (leaving.get(leave) ?? 0) + serve.pieces);
  }
  let from = batch.stages.at(-1)!.end;
  let pieces = batch.serves.reduce((sum, serve) => sum + serve.pieces, 0);
  return [...leaving]
    .sort(([a], [b]) => a - b)
    .map(([to, left]) => {
      const stay = {
        batch: batch.id,
        zone: rest.zone,
        trays: traysFor(pieces, rest.piecesPerTray),
        from,
        to,
      };
      pieces -= left;
      from = Math.max(from, to);
      return stay;
    });
}
