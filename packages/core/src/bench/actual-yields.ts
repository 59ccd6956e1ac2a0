import { SPARE_PREFIX } from '../planner/carry-over';
import type { Batch, Serve } from '../planner/problem';

/** Pieces that an order lacks because fewer came out than were planned for it. */
export interface Shortage {
  readonly batch: string;
  readonly product: string;
  readonly order: string;
  readonly pieces: number;
}

/** Whether somebody still wants what was made for an order. */
export type IsWanted = (order: string) => boolean;

/**
 * Batches with the good pieces that really came out of them: where they are fewer than planned, what nobody wants any more has the
 * less, then the orders that are
 * served last, and a batch of which nothing came out is gone. What came out more stays as it was planned.
 * By hand: 100 planned for orders of 60 and 40, 90 came out: 60 and 30; with the first cancelled: 50 and 40.
 */
export function withYields(
  batches: readonly Batch[],
  yields: ReadonlyMap<string, number>,
  isWanted: IsWanted = isOrder,
): Batch[] {
  return batches.flatMap((batch) => {
    const good = yields.get(batch.id);
    if (good === undefined || good >= batch.pieces) return [batch];
    return good > 0 ? [{ ...batch, pieces: good, serves: served(batch.serves, good, isWanted) }] : [];
  });
}

/** What each order that is wanted lacks by that, batch by batch. */
export function shortages(
  batches: readonly Batch[],
  yields: ReadonlyMap<string, number>,
  isWanted: IsWanted = isOrder,
): Shortage[] {
  return batches.flatMap(({ id: batch, product, pieces: planned, serves }) => {
    const good = yields.get(batch) ?? planned;
    if (good >= planned) return [];
    const got = served(serves, good, isWanted);
    return serves
      .filter(({ order }) => isWanted(order))
      .flatMap(({ order, pieces }) => {
        const missing = pieces - (got.find((each) => each.order === order)?.pieces ?? 0);
        return missing > 0 ? [{ batch, product, order, pieces: missing }] : [];
      });
  });
}

function isOrder(order: string): boolean {
  return !order.startsWith(SPARE_PREFIX);
}

/** In the order in which they stand, those that are wanted first. */
function served(serves: readonly Serve[], good: number, isWanted: IsWanted): Serve[] {
  const inTurn = [...serves].sort((a, b) => Number(isWanted(b.order)) - Number(isWanted(a.order)));
  let left = good;
  return inTurn.flatMap((serve) => {
    const pieces = Math.min(left, serve.pieces);
    left -= pieces;
    return pieces > 0 ? [{ ...serve, pieces }] : [];
  });
}
