import { startedPieces } from '../amounts';
import { lineKey } from '../line-key';
import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/** Pieces ordered, served and given up, over all order lines. */
export interface DemandTotals {
  readonly totalPieces: number;
  readonly metPieces: number;
  readonly unmetPieces: number;
  /** Pieces not served, each times its order's weight. */
  readonly unmetWeighted: number;
}

/** Rule 3.2 [pieces] [demand] [batch-size], and one entry a line in `unmet` [duplicate]. */
export function checkDemand(catalogue: Catalogue, plan: SoundPlan, report: Report): DemandTotals {
  const served = new Map<string, number>();
  plan.batches.forEach((batch) => {
    const product = found(catalogue.products, batch.product);
    const sum = batch.serves.reduce((total, serve) => total + serve.pieces, 0);
    if (sum !== batch.pieces) report('pieces', batch.id, `serves add to ${sum}, pieces is ${batch.pieces}`);
    const started = startedPieces(product, batch.pieces);
    if (started > product.maxBatchPieces)
      report('batch-size', batch.id, `${started} pieces > maxBatchPieces ${product.maxBatchPieces}`);
    for (const serve of batch.serves) add(served, lineKey(serve.order, batch.product), serve.pieces);
  });
  for (const { stock, order, pieces } of plan.fromStock) {
    const { product } = catalogue.problem.stock!.find(({ id }) => id === stock)!;
    add(served, lineKey(order, product), pieces);
  }
  const unmet = new Map<string, number>();
  for (const entry of plan.unmet) {
    const key = lineKey(entry.order, entry.product);
    if (unmet.has(key)) report('duplicate', `unmet ${entry.order} / ${entry.product}`, 'is there twice');
    unmet.set(key, entry.pieces);
  }
  return totals(catalogue, { served, unmet }, report);
}

function totals(
  catalogue: Catalogue,
  counts: { served: ReadonlyMap<string, number>; unmet: ReadonlyMap<string, number> },
  report: Report,
): DemandTotals {
  const sums = { totalPieces: 0, metPieces: 0, unmetPieces: 0, unmetWeighted: 0 };
  for (const order of catalogue.problem.orders)
    for (const line of order.lines) {
      const key = lineKey(order.id, line.product);
      const served = counts.served.get(key) ?? 0;
      const unmet = counts.unmet.get(key) ?? 0;
      if (served + unmet !== line.pieces)
        report(
          'demand',
          `order ${order.id} / ${line.product}`,
          `served ${served} + unmet ${unmet} != ordered ${line.pieces}`,
        );
      const missing = Math.max(0, line.pieces - served);
      sums.totalPieces += line.pieces;
      sums.metPieces += line.pieces - missing;
      sums.unmetPieces += missing;
      sums.unmetWeighted += missing * order.weight;
    }
  return sums;
}

function add(map: Map<string, number>, key: string, amount: number): void {
  map.set(key, (map.get(key) ?? 0) + amount);
}
