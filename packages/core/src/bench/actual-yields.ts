import type { Batch, Serve } from '../planner/problem';

/** Pieces that an order lacks because fewer came out than were planned for it. */
export interface Shortage {
  readonly batch: string;
  readonly product: string;
  readonly order: string;
  readonly pieces: number;
}

/**
 * Batches with the good pieces that really came out of them: where they are fewer than planned, the orders that are
 * served last have the less, and a batch of which nothing came out is gone. What came out more stays as it was planned.
 * By hand: 100 planned for orders of 60 and 40, 90 came out: 60 and 30.
 */
export function withYields(batches: readonly Batch[], yields: ReadonlyMap<string, number>): Batch[] {
  return batches.flatMap((batch) => {
    const good = yields.get(batch.id);
    if (good === undefined || good >= batch.pieces) return [batch];
    return good > 0 ? [{ ...batch, pieces: good, serves: served(batch.serves, good) }] : [];
  });
}

/** What each order lacks by that, batch by batch. */
export function shortages(batches: readonly Batch[], yields: ReadonlyMap<string, number>): Shortage[] {
  return batches.flatMap(({ id: batch, product, pieces: planned, serves }) => {
    const good = yields.get(batch) ?? planned;
    if (good >= planned) return [];
    const got = served(serves, good);
    return serves.flatMap(({ order, pieces }) => {
      const missing = pieces - (got.find((each) => each.order === order)?.pieces ?? 0);
      return missing > 0 ? [{ batch, product, order, pieces: missing }] : [];
    });
  });
}

function served(serves: readonly Serve[], good: number): Serve[] {
  let left = good;
  return serves.flatMap((serve) => {
    const pieces = Math.min(left, serve.pieces);
    left -= pieces;
    return pieces > 0 ? [{ ...serve, pieces }] : [];
  });
}
