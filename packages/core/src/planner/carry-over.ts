import { lineKey } from './line-key';
import type { Batch, FixedWork, Melt, Place, Plan, PlanOrder, Product, Serve } from './problem';
import { canGoTo } from './unplanned-lines';

/** What a plan under way leaves to the next one. */
export interface CarriedOver {
  readonly fixed: FixedWork;
  /** The orders as they are now, with those added that stand for pieces whose order is gone or changed. */
  readonly orders: readonly PlanOrder[];
}

export interface Course {
  readonly plan: Plan;
  /** Orders as they were when the plan was made. */
  readonly before: readonly PlanOrder[];
  /** Orders as they are now. */
  readonly orders: readonly PlanOrder[];
  /** Orders that want nothing more than what is started for them: handed over already. */
  readonly closed: ReadonlySet<string>;
  readonly products: readonly Product[];
  readonly places: readonly Place[] | undefined;
  readonly now: number;
  /** Batches and melts that somebody has begun already, whatever hour they were planned for. */
  readonly begun?: ReadonlySet<string>;
}

/** Starts the id of an order that nobody placed: pieces made for one that was cancelled, cut or moved. */
export const SPARE_PREFIX = 'spare:';

/**
 * What is started by `now` stays: batches whose first stage has begun, melts whose set-up has, and all that these hang
 * on. Pieces of started batches whose order no longer wants them
 * (cancelled, fewer, moved past their keeping) are carried by a spare order at the old time, so that nothing that
 * lies in the fridge is forgotten. Minutes from the horizon's start, the same for both plans.
 */
export function carryOver(course: Course): CarriedOver {
  const { batches, melts } = begun(course);
  const demand = new Demand(course);
  const carried = batches.map((batch) => ({ ...batch, serves: demand.reassign(batch) }));
  return { fixed: { batches: carried, melts }, orders: demand.orders() };
}

/**
 * The begun work and all that it hangs on: a batch on its melts, a melt on every batch dipped from it and on the melts
 * before it in its bowl, for they decide how long it is cleaned.
 */
function begun({ plan, now, begun: early = new Set() }: Course): {
  batches: readonly Batch[];
  melts: readonly Melt[];
} {
  const batches = new Set(
    plan.batches.filter(({ id, stages }) => early.has(id) || stages.some((task) => task.start < now)),
  );
  const melts = new Set(plan.melts.filter(({ id, setupStart }) => early.has(id) || setupStart < now));
  for (let size = -1; size !== batches.size + melts.size;) {
    size = batches.size + melts.size;
    for (const melt of plan.melts)
      if (
        [...batches].some((batch) => isDippedFrom(batch, melt)) ||
        [...melts].some((other) => isBefore(melt, other))
      )
        melts.add(melt);
    for (const batch of plan.batches)
      if ([...melts].some((melt) => isDippedFrom(batch, melt))) batches.add(batch);
  }
  return { batches: [...batches], melts: [...melts] };
}

function isDippedFrom(batch: Batch, melt: Melt): boolean {
  return batch.stages.some((task) => task.melt === melt.id);
}

function isBefore(melt: Melt, other: Melt): boolean {
  return melt.melter === other.melter && melt.setupStart < other.setupStart;
}

class Demand {
  private readonly open = new Map<string, number>();
  private readonly spares: PlanOrder[] = [];

  constructor(private readonly course: Course) {
    for (const order of course.orders)
      for (const line of order.lines) this.open.set(lineKey(order.id, line.product), line.pieces);
  }

  /** All orders to plan for; a closed one only as far as started batches serve it. */
  orders(): PlanOrder[] {
    const { orders, closed } = this.course;
    const kept = orders
      .map((order) => (closed.has(order.id) ? { ...order, lines: this.servedLines(order) } : order))
      .filter((order) => order.lines.length > 0);
    return [...kept, ...this.spares];
  }

  private servedLines(order: PlanOrder): PlanOrder['lines'] {
    return order.lines
      .map(({ product, pieces }) => ({
        product,
        pieces: pieces - this.open.get(lineKey(order.id, product))!,
      }))
      .filter((line) => line.pieces > 0);
  }

  /** The batch's serves as far as the orders still want them; the rest goes to spare orders. */
  reassign(batch: Batch): Serve[] {
    return batch.serves.flatMap((serve) => {
      const kept = this.canStill(batch, serve.order)
        ? this.take(serve.order, batch.product, serve.pieces)
        : 0;
      const spare = serve.pieces - kept;
      return [
        ...(kept > 0 ? [{ order: serve.order, pieces: kept }] : []),
        ...(spare > 0 ? [{ order: this.addSpare(batch, { ...serve, pieces: spare }), pieces: spare }] : []),
      ];
    });
  }

  private take(order: string, product: string, pieces: number): number {
    const key = lineKey(order, product);
    const open = this.open.get(key) ?? 0;
    const taken = Math.min(open, pieces);
    this.open.set(key, open - taken);
    return taken;
  }

  /** Whether the order, as it is now, leaves and is collected within what the batch allows. */
  private canStill(batch: Batch, id: string): boolean {
    const order = this.course.orders.find((each) => each.id === id);
    return order !== undefined && canGoTo(batch, order, this.course);
  }

  private addSpare(batch: Batch, serve: Serve): string {
    const before = this.course.before.find((order) => order.id === serve.order)!;
    const base = serve.order.startsWith(SPARE_PREFIX)
      ? serve.order
      : `${SPARE_PREFIX}${batch.id}:${serve.order}`;
    const line = { product: batch.product, pieces: serve.pieces };
    const { due, place } = before;
    this.spares.push({ id: base, due, weight: 1, lines: [line], ...(place !== undefined && { place }) });
    return base;
  }
}
