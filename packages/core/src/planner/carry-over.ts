import { agedMinute, clockStageIndex, stageGrams, startedPieces } from './amounts';
import { declaredAllergens, toleratedAllergens } from './allergens';
import { lineKey } from './line-key';
import { servedPieces } from './served-pieces';
import type { Batch, Coating, FixedWork, Melt, Place, Plan, PlanOrder, Product, Serve } from './problem';
import { canGoTo } from './unplanned-lines';

/** What a plan under way leaves to the next one. */
export interface CarriedOver {
  readonly fixed: FixedWork;
  /** The orders as they are now, with those added that stand for pieces whose order is gone or changed. */
  readonly orders: readonly PlanOrder[];
  /** What of begun work nobody wants, the oldest first. */
  readonly left: readonly LeftOver[];
}

/** Pieces of a begun batch that nobody wants. */
export interface LeftOver {
  readonly batch: Batch;
  readonly pieces: number;
  /** What the batch was kept from, as it was promised to its orders. */
  readonly freeFrom: ReadonlySet<string>;
}

export interface Course {
  readonly plan: Plan;
  /** Orders as they were when the plan was made. */
  readonly before: readonly PlanOrder[];
  /** Orders as they are now; what nobody wants any more is offered to them in this order. */
  readonly orders: readonly PlanOrder[];
  /** Orders that want nothing more than what is started for them: handed over already. */
  readonly closed: ReadonlySet<string>;
  readonly products: readonly Product[];
  readonly coatings: readonly Coating[];
  readonly places: readonly Place[] | undefined;
  readonly now: number;
  /** Batches and melts that somebody has begun already, whatever hour they were planned for. */
  readonly begun?: ReadonlySet<string>;
  /** Good pieces of batches that are made; what is more than planned serves whoever still wants it. */
  readonly good?: ReadonlyMap<string, number>;
  /**
   * What people were told, the plan itself where that is nothing else: to whom it gives pieces of begun work, these are given first, and
   * what it is still to make for an order is no want of it.
   */
  readonly told?: Pick<Plan, 'batches'>;
  /** Whether what is left over may stand in for what is still to be made, where it is no older at its pickup than it should be. */
  readonly isInstead?: boolean;
}

/** Starts the id of an order that nobody placed: pieces made for one that was cancelled, cut or moved. */
export const SPARE_PREFIX = 'spare:';

/**
 * What is started by `now` stays: batches whose first stage has begun, melts whose set-up has, and all that these hang
 * on. Pieces of started batches whose order no longer wants them
 * (cancelled, fewer, moved past their keeping), and good ones beyond what was planned, serve orders that still want such, the oldest
 * pieces first; what nobody wants is carried by a spare order at the old time, so that nothing that
 * lies in the fridge is forgotten. Minutes from the horizon's start, the same for both plans.
 * By hand: of 24 made for a cancelled order 10 go to one that wants 10 and leaves within what they keep, 14 are spare.
 */
export function carryOver(course: Course): CarriedOver {
  const { batches, melts } = begun(course);
  const demand = new Demand(course);
  const carried = batches.map((batch) => demand.keep(batch));
  demand.offer(carried);
  const kept = carried.map((each) => demand.close(each));
  const fixed = { batches: kept, melts: melts.map((melt) => filled(melt, carried, course.products)) };
  return { fixed, orders: demand.orders(), left: demand.leftOver(carried) };
}

/**
 * Whether an order may be given pieces that were made for others: it leaves after they are packed, within what they keep, and is free from
 * nothing that they declare, or may have met since nobody kept them from it.
 */
export function canBeGiven(
  { batch, freeFrom }: Pick<LeftOver, 'batch' | 'freeFrom'>,
  order: PlanOrder,
  { products, coatings, places }: Pick<Course, 'products' | 'coatings' | 'places'>,
): boolean {
  if (!canGoTo(batch, order, { products, places })) return false;
  if (!order.freeFrom) return true;
  const product = products.find(({ id }) => id === batch.product)!;
  const declared = declaredAllergens(product, new Map(coatings.map((coating) => [coating.id, coating])));
  const met = toleratedAllergens(declared, product, freeFrom);
  return order.freeFrom.every((allergen) => !met.has(allergen));
}

/** A begun batch, whom it serves, and what of it nobody wants. */
interface Carried {
  readonly batch: Batch;
  readonly freeFrom: ReadonlySet<string>;
  readonly serves: Serve[];
  /** Of what was planned, by the orders that it was made for. */
  left: Serve[];
  /** Good ones beyond what was planned. */
  more: number;
}

/** A melt with what was dipped from it beyond what was planned, where that is given away. */
function filled(melt: Melt, carried: readonly Carried[], products: readonly Product[]): Melt {
  const grams = carried.reduce((sum, { batch, serves, left }) => {
    const product = products.find(({ id }) => id === batch.product)!;
    const pieces = [...serves, ...left].reduce((total, serve) => total + serve.pieces, 0);
    if (pieces <= batch.pieces) return sum;
    const [was, is] = [startedPieces(product, batch.pieces), startedPieces(product, pieces)];
    return batch.stages.reduce(
      (all, { melt: from }, k) =>
        from === melt.id
          ? all + stageGrams(product.stages[k]!, is) - stageGrams(product.stages[k]!, was)
          : all,
      sum,
    );
  }, melt.grams);
  return grams === melt.grams ? melt : { ...melt, grams };
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
  private readonly now: ReadonlyMap<string, PlanOrder>;
  private readonly before: ReadonlyMap<string, PlanOrder>;

  constructor(private readonly course: Course) {
    this.now = new Map(course.orders.map((order) => [order.id, order]));
    this.before = new Map(course.before.map((order) => [order.id, order]));
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

  /** The batch's serves as far as the orders still want them, and what is left. */
  keep(batch: Batch): Carried {
    const serves: Serve[] = [];
    const left: Serve[] = [];
    for (const { order, pieces } of batch.serves) {
      const kept = this.canStill(batch, order) ? this.take(order, batch.product, pieces) : 0;
      if (kept > 0) serves.push({ order, pieces: kept });
      if (pieces > kept) left.push({ order, pieces: pieces - kept });
    }
    const more = Math.max(0, (this.course.good?.get(batch.id) ?? 0) - batch.pieces);
    return { batch, serves, left, more, freeFrom: this.keptFrom(batch) };
  }

  /** What a batch was kept from, as it was promised to its orders. */
  private keptFrom({ serves }: Batch): ReadonlySet<string> {
    return new Set(serves.flatMap(({ order }) => this.before.get(order)?.freeFrom ?? []));
  }

  /** What nobody was given, the oldest first. */
  leftOver(carried: readonly Carried[]): LeftOver[] {
    return this.inTurn(carried).map(({ batch, freeFrom, left, more }) => ({
      ...{ batch, freeFrom, pieces: left.reduce((sum, { pieces }) => sum + pieces, more) },
    }));
  }

  private inTurn(carried: readonly Carried[]): Carried[] {
    return carried
      .filter(({ left, more }) => left.length > 0 || more > 0)
      .sort((a, b) => this.clockOf(a.batch) - this.clockOf(b.batch));
  }

  /** Gives what nobody wants of batches to orders that still want such: first as people were told, then to each in turn. */
  offer(carried: readonly Carried[]): void {
    const inTurn = this.inTurn(carried);
    if (inTurn.length === 0) return;
    const { plan, told = plan, orders, isInstead = false } = this.course;
    this.giveAsTold(inTurn, told.batches);
    const begun = new Set(carried.map(({ batch }) => batch.id));
    const toCome = servedPieces(told.batches.filter(({ id }) => !begun.has(id)));
    const each = orders.flatMap((order) => inTurn.map((left) => ({ order, left })));
    for (const { order, left } of each) {
      const key = lineKey(order.id, left.batch.product);
      this.give(left, order.id, (this.open.get(key) ?? 0) - (toCome.get(key) ?? 0));
    }
    if (!isInstead) return;
    for (const { order, left } of each)
      if (this.isFresh(left.batch, order)) this.give(left, order.id, Infinity);
  }

  private giveAsTold(inTurn: readonly Carried[], batches: readonly Batch[]): void {
    const told = new Map(batches.map((batch) => [batch.id, batch]));
    for (const each of inTurn)
      for (const { order, pieces } of told.get(each.batch.id)?.serves ?? []) this.give(each, order, pieces);
  }

  private isFresh(batch: Batch, order: PlanOrder): boolean {
    const { products, places } = this.course;
    const { targetAgeMinutes } = products.find(({ id }) => id === batch.product)!;
    return agedMinute(order, batch.product, places) - this.clockOf(batch) <= targetAgeMinutes;
  }

  /** The batch with what is still left of it carried by spare orders. */
  close({ batch, serves, left }: Carried): Batch {
    const spares = left.map((serve) => ({ order: this.addSpare(batch, serve), pieces: serve.pieces }));
    const all = [...serves, ...spares];
    return { ...batch, serves: all, pieces: all.reduce((sum, { pieces }) => sum + pieces, 0) };
  }

  private give(carried: Carried, id: string, most: number): void {
    const { batch, serves, left, more } = carried;
    const open = left.reduce((sum, { pieces }) => sum + pieces, more);
    const order = this.now.get(id);
    const wanted = Math.min(open, most, this.open.get(lineKey(id, batch.product)) ?? 0);
    if (wanted <= 0 || !order || this.course.closed.has(id)) return;
    if (!canBeGiven(carried, order, this.course)) return;
    const given = this.take(id, batch.product, wanted);
    const known = serves.findIndex((serve) => serve.order === id);
    if (known < 0) serves.push({ order: id, pieces: given });
    else serves[known] = { order: id, pieces: serves[known]!.pieces + given };
    let rest = given;
    carried.left = left.flatMap((serve) => {
      const taken = Math.min(rest, serve.pieces);
      rest -= taken;
      return taken < serve.pieces ? [{ ...serve, pieces: serve.pieces - taken }] : [];
    });
    carried.more -= rest;
  }

  private clockOf(batch: Batch): number {
    const product = this.course.products.find(({ id }) => id === batch.product)!;
    return batch.stages[clockStageIndex(product)]!.end;
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
    const order = this.now.get(id);
    return order !== undefined && canGoTo(batch, order, this.course);
  }

  private addSpare(batch: Batch, serve: Serve): string {
    const before = this.before.get(serve.order)!;
    const base = serve.order.startsWith(SPARE_PREFIX)
      ? serve.order
      : `${SPARE_PREFIX}${batch.id}:${serve.order}`;
    const line = { product: batch.product, pieces: serve.pieces };
    const { due, place, freeFrom } = before;
    this.spares.push({
      ...{ id: base, due, weight: 1, lines: [line] },
      ...(place !== undefined && { place }),
      // what nobody wants is as free as it was made
      ...(freeFrom && { freeFrom }),
    });
    return base;
  }
}
