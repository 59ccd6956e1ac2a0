import type { Order, OrderEvent } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { OrderEntity } from '../../store/work/order.entity';
import { orderView } from '../../week/orders/order-view';
import { queueMessages } from '../../week/messages/queue-messages';
import { recordEvent, type Doing } from './order-events';

/** An order, held until the transaction is over. @throws ProblemError `order-not-found` */
export async function lockedOrder(manager: EntityManager, id: string): Promise<OrderEntity> {
  const row = await manager.findOne(OrderEntity, {
    where: { id },
    lock: { mode: 'pessimistic_write' },
    loadEagerRelations: false,
  });
  if (!row) throw new ProblemError('order-not-found', { id });
  return manager.findOneByOrFail(OrderEntity, { id });
}

/** The same in the version that somebody saw. @throws ProblemError `order-changed` with the order as it is now */
export async function lockedVersion(
  manager: EntityManager,
  { id, version }: { readonly id: string; readonly version: number },
  timeZone: string,
): Promise<OrderEntity> {
  const order = await lockedOrder(manager, id);
  requireVersion(order, version, timeZone);
  return order;
}

/** @throws ProblemError `order-changed` with the order as it is now */
export function requireVersion(order: OrderEntity, version: number, timeZone: string): void {
  if (order.version !== version)
    throw new ProblemError('order-changed', { current: orderView(order, timeZone) });
}

/** An order as it is in this transaction by now. */
export async function orderNow(manager: EntityManager, id: string, timeZone: string): Promise<Order> {
  return orderView(await manager.findOneByOrFail(OrderEntity, { id }), timeZone);
}

/** Writes what was done into an order's history, and tells every open page. */
export async function told(
  manager: EntityManager,
  event: { readonly what: OrderEvent['what']; readonly before: Order | null; readonly after: Order },
  doing: Doing,
): Promise<Order> {
  await recordEvent(manager, event, doing);
  await queueMessages(manager, event, doing.at);
  await announce(manager, 'orders');
  return event.after;
}
