import type { CsvList, Order } from '@alnage/contract';
import { countPieces } from '@alnage/core';
import { csvText } from '../../platform/paper/csv';
import type { EntityManager } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { orderView } from '../../week/orders/order-view';
import { ALL_ORDERS, soughtWithin, readOrders } from '../../week/orders/read-orders';
import { findSetUp } from '../../shop/seasons/set-up';
import { buyingList } from './buying-list';
import { loadNames, type Names } from './names';
import type { Row } from './row';

/**
 * A list as CSV; of orders those of the current season. Amounts have a decimal point.
 */
export async function csvOf(manager: EntityManager, list: CsvList, now: Date): Promise<string> {
  const [columns, rows] = await LISTS[list](manager, now);
  return csvText(columns, rows);
}

const LISTS: Readonly<
  Record<CsvList, (manager: EntityManager, now: Date) => Promise<readonly [columns: string[], rows: Row[]]>>
> = {
  orders: async (manager) => {
    const names = await loadNames(manager);
    const setUp = await findSetUp(manager);
    const orders = await readOrders(manager, setUp ? soughtWithin(setUp.span) : ALL_ORDERS);
    const rows = orders.map((order) => orderRow(orderView(order, names.workshop.timeZone), names));
    return [ORDER_COLUMNS, rows];
  },
  customers: async (manager) => {
    const customers = await manager.find(CustomerEntity, { order: { name: 'ASC' } });
    const rows = customers.map(({ name, phone, allergies, wishes }) => ({
      name,
      phone,
      'must never have': allergies.join(', '),
      wishes,
    }));
    return [['name', 'phone', 'must never have', 'wishes'], rows];
  },
  buying: buyingList,
};

const ORDER_COLUMNS = [
  'ticket',
  'customer',
  'state',
  'day',
  'time',
  'pickup point',
  'what',
  'pieces',
  'total',
  'paid',
  'to pay',
  'currency',
  'telephone',
  'must never have',
  'note',
  'gift message',
];

function orderRow(order: Order, names: Names): Row {
  return {
    ticket: order.ticket,
    customer: order.customer,
    state: order.state,
    day: order.pickup.slice(0, 10),
    time: order.pickup.slice(11),
    'pickup point': names.points.get(order.pickupPoint) ?? order.pickupPoint,
    what: names.linesText(order),
    pieces: countPieces(order.pieces),
    total: names.money(order.totalMinor),
    paid: names.money(order.paidMinor),
    'to pay': names.money(order.balanceMinor),
    currency: names.workshop.currency,
    telephone: order.phone,
    'must never have': order.allergies.join(', '),
    note: order.note,
    'gift message': order.giftMessage,
  };
}
