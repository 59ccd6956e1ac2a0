import type { RecallAsk, RecallView, RecalledBatch, RecalledLot, RecalledOrder } from '@alnage/contract';
import { reach, type Reached } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { instantMs, jsonRows } from '../../platform/database/json-rows';
import { grouped } from '../../platform/grouped';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { findSetUp } from '../../shop/seasons/set-up';
import { LotEntity } from '../../store/work/lot.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { batchOfKey } from '../../week/tracing/keys';
import { originOf } from '../../week/tracing/stopped';
import { traceFacts } from '../../week/tracing/trace-facts';
import { ReachedByCodes } from './reached-by';
import { compare, recalledBatches } from './recalled-batches';
import { piecesInOrders, type InOrder } from './pieces-in-orders';

/** Where something leads, over all seasons, and what of it is still here. @throws ProblemError `invalid-input`, `record-not-found` */
export async function recallOf(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  ask: RecallAsk,
): Promise<RecallView> {
  await requireAsked(manager, ask);
  const read = await traceFacts(manager);
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const reached = reach(read.facts, originOf(ask, timeZone));
  const setUp = await findSetUp(manager);
  const kept = setUp ? await keepingOfPlan(manager, setUp, clock.now()) : [];
  const inOrders = await piecesInOrders(manager, [...reached.batches.keys()], {
    runs: read.runs,
    setUp,
    kept,
  });
  const codes = new ReachedByCodes(read);
  const orders = await ordersOf(manager, { codes, reached, inOrders });
  const gone = new Map<string, number>();
  for (const { isGone, pieces } of orders)
    for (const each of isGone ? pieces : []) gone.set(each.batch, (gone.get(each.batch) ?? 0) + each.pieces);
  const batches = await recalledBatches(manager, { read, reached, codes, setUp, kept, gone });
  const lots = read.lots
    .filter(({ id }) => reached.lots.has(id))
    .map(({ id: lot, code, kind, item, left }): RecalledLot => ({
      ...{ lot, code, item: { kind, id: item }, left: left > 1e-6 ? left : 0 },
      by: codes.view(reached.lots.get(lot)!),
    }));
  return { lots, batches, orders, sums: sumsOf(batches, orders) };
}

/** @throws ProblemError `invalid-input` where nothing is asked about, or a time that ends before it begins; `record-not-found` */
export async function requireAsked(manager: EntityManager, ask: RecallAsk): Promise<void> {
  const { lot, from, until } = ask;
  if (Object.values(ask).every((value) => value === undefined))
    throw new ProblemError('invalid-input', {}, [{ pointer: '/lot', code: 'required', params: {} }]);
  if (from !== undefined && until !== undefined && until < from)
    throw new ProblemError('invalid-input', {}, [
      { pointer: '/until', code: 'out-of-range', params: { value: until, range: `not before ${from}` } },
    ]);
  if (lot !== undefined && !(await manager.existsBy(LotEntity, { id: lot })))
    throw new ProblemError('record-not-found', { what: 'lot', id: lot });
}

/** What of an order is told: of thousands, all that is written on them would take too long. */
const ORDERS = `
  select id, ticket, customer, phone, state, ${instantMs('pickup_at')} as "pickupAt",
         exists (select 1 from hand_over h where h.order_id = o.id and h.undone_at is null) as "isPartGone"
    from customer_order o where id = any($1::uuid[])`;

type OrderRow = Pick<RecalledOrder, 'ticket' | 'customer' | 'phone' | 'state'> & {
  readonly id: string;
  readonly pickupAt: number;
  /** Somebody has some of it: they are rung as well. */
  readonly isPartGone: boolean;
};

async function ordersOf(
  manager: EntityManager,
  {
    codes,
    reached,
    inOrders,
  }: {
    readonly codes: ReachedByCodes;
    readonly reached: Reached;
    readonly inOrders: readonly InOrder[];
  },
): Promise<RecalledOrder[]> {
  const ids = [...new Set([...inOrders.map(({ order }) => order), ...reached.orders.keys()])];
  const rows = await jsonRows<OrderRow>(manager, ORDERS, [ids]);
  const byOrder = grouped(inOrders, ({ order }) => order);
  // thousands of orders: what is the same in many of them is said once
  const pieceOf = new Map([...reached.batches.keys()].map((key) => [key, batchOfKey(key).piece]));
  const found = rows.map(({ id: order, isPartGone, pickupAt, ...row }): RecalledOrder => {
    const own = byOrder.get(order) ?? [];
    const by = reached.orders.get(order) ?? reached.batches.get(own[0]!.batch)!;
    return Object.assign(row, {
      order,
      pickupAt: new Date(pickupAt).toISOString(),
      pieces: own.map(({ batch, pieces }) => ({ batch, piece: pieceOf.get(batch)!, pieces })),
      isPacked: own.some((each) => each.isPacked),
      isGone: row.state === 'handed-over' || isPartGone,
      by: codes.view(by),
    });
  });
  // what is cancelled and was not packed has nothing in it
  const there = found.filter(({ state, isPacked }) => state !== 'cancelled' || isPacked);
  return there.sort((a, b) => Number(b.isGone) - Number(a.isGone) || compare(a.pickupAt, b.pickupAt));
}

function sumsOf(batches: readonly RecalledBatch[], orders: readonly RecalledOrder[]): RecallView['sums'] {
  const gone = orders.filter(({ isGone }) => isGone);
  const sum = (of: (batch: RecalledBatch) => number): number =>
    batches.reduce((total, batch) => total + of(batch), 0);
  return {
    pieces: sum(({ pieces }) => pieces),
    piecesHere: sum(({ here }) => here),
    piecesElsewhere: sum(({ moves }) =>
      moves.filter(({ kind }) => kind !== 'written-off').reduce((all, { pieces }) => all + pieces, 0),
    ),
    ...{ ordersGone: gone.length, ordersHere: orders.length - gone.length },
    customersGone: new Set(gone.map(customerKey)).size,
  };
}

/** Whom a letter goes to: a name with a telephone number is somebody. */
export function customerKey({ customer, phone }: Pick<RecalledOrder, 'customer' | 'phone'>): string {
  return `${customer.trim().toLowerCase()} ${phone.replaceAll(/\D/g, '')}`;
}
