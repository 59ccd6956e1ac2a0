import { agedMinute, clockStageIndex, leaveMinute } from './amounts';
import { lineKey } from './line-key';
import type { Batch, Place, Planned, PlanOrder, Product } from './problem';

/** Pieces of an order that a plan does not speak of: neither made in time nor told as not possible. */
export interface UnplannedLine {
  readonly order: string;
  readonly product: string;
  readonly pieces: number;
}

/** Whether what is in a batch can go to an order as it is: packed before it leaves, not too long, and young enough. */
export function canGoTo(
  batch: Batch,
  order: PlanOrder,
  {
    products,
    places,
  }: { readonly products: readonly Product[]; readonly places?: readonly Place[] | undefined },
): boolean {
  const product = products.find((each) => each.id === batch.product)!;
  const last = product.stages.at(-1)!.then;
  const wait = leaveMinute(order, places) - batch.stages.at(-1)!.end;
  const age = agedMinute(order, batch.product, places) - batch.stages[clockStageIndex(product)]!.end;
  return wait >= last.minMinutes && wait <= last.maxMinutes && age <= product.lifeMinutes;
}

/**
 * What of the orders as they are now was promised or changed since a plan was made and is not in it. By hand: 24 are ordered
 * of which the plan makes 12 in time and tells 6 as not possible: 6 are unplanned.
 */
export function unplannedLines(
  { problem, plan }: Planned,
  orders: readonly PlanOrder[],
): readonly UnplannedLine[] {
  const now = new Map(orders.map((order) => [order.id, order]));
  const told = new Map<string, number>();
  const add = (order: string, product: string, pieces: number): void => {
    const key = lineKey(order, product);
    told.set(key, (told.get(key) ?? 0) + pieces);
  };
  for (const batch of plan.batches)
    for (const { order: id, pieces } of batch.serves) {
      const order = now.get(id);
      if (order && canGoTo(batch, order, problem)) add(id, batch.product, pieces);
    }
  const lots = new Map(problem.stock?.map((lot) => [lot.id, lot.product]));
  for (const { stock, order, pieces } of plan.fromStock ?? []) add(order, lots.get(stock)!, pieces);
  for (const { order, product, pieces } of plan.unmet) add(order, product, pieces);
  return orders.flatMap(({ id: order, lines }) =>
    lines
      .map(({ product, pieces }) => ({
        order,
        product,
        pieces: pieces - (told.get(lineKey(order, product)) ?? 0),
      }))
      .filter(({ pieces }) => pieces > 0),
  );
}
