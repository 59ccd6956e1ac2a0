import type { SavedPlan } from '@alnage/contract';
import { clockStageIndex, type Batch, type Catalogue, type UnmetReason } from '@alnage/core/planner';

/** One of an order's pieces as the plan makes it. */
export interface MadeBy {
  readonly batch: Batch;
  readonly pieces: number;
  readonly clock: number;
  readonly packed: number;
  readonly ageMinutes: number;
}

/** What the plan does with an order: what makes it, how sure it is, what it cannot make. */
export interface OrderFate {
  /** Unplanned: it was taken or changed since, and the plan does not make all that it wants now. */
  readonly standing: 'met' | 'tight' | 'unmet' | 'unplanned';
  readonly madeBy: readonly MadeBy[];
  readonly unmet: readonly UnmetReason[];
  /** Minute at which its last piece is packed; null while something is missing. */
  readonly packed: number | null;
}

/** Packed later than this before it leaves is tight; shop default. */
const TIGHT_MINUTES = 30;

/** Each order's fate under a plan, by its id. */
export function orderFates(catalogue: Catalogue, saved: SavedPlan): ReadonlyMap<string, OrderFate> {
  const unplanned = new Set(saved.unplanned.map(({ order }) => order));
  return new Map(
    saved.problem.orders.map((order) => {
      const madeBy = saved.plan.batches.flatMap((batch): MadeBy[] => {
        const serve = batch.serves.find((each) => each.order === order.id);
        if (!serve) return [];
        const clock = batch.stages[clockStageIndex(catalogue.products.get(batch.product)!)]!.end;
        const packed = batch.stages.at(-1)!.end;
        return [{ batch, pieces: serve.pieces, clock, packed, ageMinutes: order.due - clock }];
      });
      const unmet = saved.reasons.filter((reason) => reason.order === order.id);
      const last = Math.max(...madeBy.map((made) => made.packed));
      const isTight = catalogue.leaves.get(order.id)! - last < TIGHT_MINUTES;
      const planned = unmet.length > 0 ? 'unmet' : isTight ? 'tight' : 'met';
      const standing = unplanned.has(order.id) ? 'unplanned' : planned;
      return [order.id, { standing, madeBy, unmet, packed: unmet.length > 0 ? null : last }] as const;
    }),
  );
}
