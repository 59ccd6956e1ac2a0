import type { LabelQuery, Order } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import { spanOfDays } from '../../platform/time/workshop-time';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';

/** States in which an order has boxes. */
const BOXED: readonly Order['state'][] = ['promised', 'ready', 'handed-over'];
const HERE: readonly Order['state'][] = ['promised', 'ready'];

/** Whose papers: one order’s, those of all that leave on a day, or of so many orders as far as they have boxes. */
export type PapersOf = Pick<LabelQuery, 'order' | 'day'> & {
  readonly orders?: readonly string[];
  /** Of a day only what is not handed over yet. */
  readonly isHere?: boolean;
};

/**
 * One order, or all orders that leave the shop on a day and are made or to be made, by when they leave.
 * @throws ProblemError `order-not-found`
 */
export async function ordersFor(
  manager: EntityManager,
  { order: id, day, orders, isHere = false }: PapersOf,
  timeZone: string,
): Promise<Order[]> {
  if (id !== undefined) {
    const [order] = await readOrders(manager, { where: 'o.id = $1', values: [id] });
    if (!order) throw new ProblemError('order-not-found', { id });
    return [orderView(order, timeZone)];
  }
  if (orders !== undefined) {
    const rows = await readOrders(manager, {
      where: 'o.state = any($1) and o.id = any($2)',
      values: [BOXED, [...orders]],
    });
    return rows.map((row) => orderView(row, timeZone));
  }
  if (day === undefined) return [];
  const { start, end } = spanOfDays(day, day, timeZone);
  const rows = await readOrders(manager, {
    where: `o.state = any($1) and ${LEAVES} >= $2 and ${LEAVES} < $3`,
    values: [isHere ? HERE : BOXED, start, end],
    orderBy: `${LEAVES}, o.ticket`,
  });
  return rows.map((row) => orderView(row, timeZone));
}

/** When an order leaves the counter: when it is collected, or sent so long before it arrives. */
const LEAVES = `(o.pickup_at - (select case when p.sending is null then 0 else p.journey_minutes end
  from pickup_point p where p.id = o.pickup_point_id) * interval '1 minute')`;
