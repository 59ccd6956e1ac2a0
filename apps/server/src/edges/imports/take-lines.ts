import { randomUUID } from 'node:crypto';
import type { AllergyWaived, OrderEvent } from '@alnage/contract';
import { depositOf, filledContents, pricedOrder } from '@alnage/core';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { pricesToday, type OrderContext } from '../../week/orders/order-context';
import {
  OrderBoxEntity,
  OrderEntity,
  OrderEventEntity,
  OrderLineEntity,
} from '../../store/work/order.entity';
import { announce } from '../../platform/database/live';
import type { SetUp } from '../../shop/seasons/set-up';
import { instantOf } from '../../platform/time/workshop-time';
import { queueMessages } from '../../week/messages/queue-messages';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';
import type { ReadLine } from './read-orders';

const ROWS_AT_ONCE = 1000;

/** Who brings lines in, when, and into what. */
export interface Taking {
  readonly setUp: SetUp;
  readonly context: OrderContext;
  readonly by: string | null;
  readonly at: Date;
  /** Whether their customers are told, as of an order that is taken here. */
  readonly isTold: boolean;
}

/** Takes sound lines as promised orders, each with a ticket and a history of its own. @returns how many */
export async function takeLines(
  manager: EntityManager,
  lines: readonly ReadLine[],
  { setUp, context, by, at, isTold }: Taking,
): Promise<number> {
  const tickets = await ticketsFor(manager, lines.length, setUp.season.ticketPrefix);
  const customers = new Map(
    (await manager.find(CustomerEntity)).map(({ id, name }) => [name.toLowerCase(), id]),
  );
  const taken = lines.map(({ draft, key, waived }, index) => ({
    ...{ id: randomUUID(), ticket: tickets[index]!, key, draft, waived },
    contents: pricedOrder(filledContents(draft, context.boxes), pricesToday(context)),
  }));
  await insertAll(
    manager,
    OrderEntity,
    taken.map(({ id, ticket, key, draft, waived }) => ({
      id,
      ticket,
      customer: draft.customer,
      customerId: customers.get(draft.customer.toLowerCase()) ?? null,
      note: draft.note,
      giftMessage: '',
      phone: draft.phone ?? '',
      allergies: draft.allergies ?? [],
      allergyWaiver: waived,
      ...{ kitchenOverruled: null, swaps: [] },
      holdUntil: null,
      depositMinor: depositOf(draft.boxes, (box) => context.boxes.get(box)?.depositMinor),
      pickupAt: instantOf(draft.pickup, setUp.timeZone)!,
      pickupPointId: draft.pickupPoint,
      state: 'promised',
      version: 1,
      createdAt: at,
      importKey: key,
    })),
  );
  await insertAll(
    manager,
    OrderLineEntity,
    taken.flatMap(({ id, contents }) =>
      contents.lines.map(({ piece: pieceId, ...rest }, position) => ({
        orderId: id,
        position,
        pieceId,
        ...rest,
      })),
    ),
  );
  await insertAll(
    manager,
    OrderBoxEntity,
    taken.flatMap(({ id, contents }) =>
      contents.boxes.map(({ box: boxId, ...rest }, position) => ({
        orderId: id,
        position,
        boxId,
        ...rest,
        contents: [...rest.contents],
      })),
    ),
  );
  await insertAll(
    manager,
    OrderEventEntity,
    taken.map(({ id, waived }) => ({
      orderId: id,
      at,
      by,
      what: 'taken' as const,
      changes: takenChanges(waived),
    })),
  );
  const ids = taken.map(({ id }) => id);
  if (isTold) await tellAll(manager, ids, { setUp, at });
  if (taken.length > 0) await announce(manager, 'orders');
  return taken.length;
}

async function tellAll(
  manager: EntityManager,
  ids: readonly string[],
  { setUp, at }: Pick<Taking, 'setUp' | 'at'>,
): Promise<void> {
  const rows = await readOrders(manager, { where: 'o.id = any($1::uuid[])', values: [[...ids]] });
  for (const row of rows)
    await queueMessages(manager, { before: null, after: orderView(row, setUp.timeZone) }, at);
}

function takenChanges(waived: AllergyWaived | null): OrderEvent['changes'] {
  const knowingly = waived && {
    field: 'despiteAllergy',
    from: null,
    to: `${waived.reason} (${waived.name})`,
  };
  return [{ field: 'state', from: null, to: 'promised' }, ...(knowingly ? [knowingly] : [])];
}

async function ticketsFor(manager: EntityManager, count: number, prefix: string): Promise<string[]> {
  const rows = await manager.query<{ number: string }[]>(
    `select nextval('order_ticket') as number from generate_series(1, $1)`,
    [count],
  );
  return rows.map(({ number }) => `${prefix}-${number.padStart(4, '0')}`);
}

async function insertAll<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly Partial<T>[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
    await manager.insert(entity, rows.slice(from, from + ROWS_AT_ONCE) as never);
}
