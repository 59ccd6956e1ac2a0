import type { OrderLine } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { instantMs, jsonRows } from '../../platform/database/json-rows';
import type { OrderEntity, OrderPaymentEntity } from '../../store/work/order.entity';

/** An order with all that is written on it. */
export type OrderRow = Omit<
  OrderEntity,
  'customerRecord' | 'pickupPoint' | 'xact' | 'lines' | 'boxes' | 'payments'
> & {
  readonly lines: readonly { position: number; pieceId: string; pieces: number; priceMinor: number | null }[];
  readonly boxes: readonly {
    position: number;
    boxId: string;
    count: number;
    contents: OrderLine[];
    priceMinor: number | null;
  }[];
  readonly payments: readonly Omit<OrderPaymentEntity, 'order' | 'orderId'>[];
};

/** Which orders, in SQL over `o`, and in which order. */
export interface OrdersSought {
  readonly where: string;
  readonly values: readonly unknown[];
  readonly orderBy?: string;
}

/** A row as JSON has it: instants in ms, nothing where there are no lines. */
type JsonRow = Omit<OrderRow, 'holdUntil' | 'pickupAt' | 'createdAt' | 'lines' | 'boxes' | 'payments'> & {
  readonly holdUntil: number | null;
  readonly pickupAt: number;
  readonly createdAt: number;
  readonly lines: OrderRow['lines'] | null;
  readonly boxes: OrderRow['boxes'] | null;
  readonly payments: readonly (Omit<OrderRow['payments'][number], 'at'> & { readonly at: number })[] | null;
};

const COLUMNS = `
  o.id, o.ticket, o.customer, o.customer_id as "customerId", o.note, o.gift_message as "giftMessage", o.phone, o.allergies,
  o.deposit_minor as "depositMinor", o.allergy_waiver as "allergyWaiver", o.kitchen_overruled as "kitchenOverruled", ${instantMs('o.hold_until')} as "holdUntil",
  ${instantMs('o.pickup_at')} as "pickupAt", o.pickup_point_id as "pickupPointId", o.state, o.version,
  o.import_key as "importKey", ${instantMs('o.created_at')} as "createdAt"`;

/** What stands in a table by order, as one list each. */
const listed = (table: string, fields: string, orderBy: string): string => `
  (select order_id, json_agg(json_build_object(${fields}) order by ${orderBy}) as all
     from ${table} where order_id in (select id from sought) group by order_id)`;
const LINES = listed(
  'order_line',
  `'position', position, 'pieceId', piece_id, 'pieces', pieces, 'priceMinor', price_minor`,
  'position',
);
const BOXES = listed(
  'order_box',
  `'position', position, 'boxId', box_id, 'count', count, 'contents', contents, 'priceMinor', price_minor`,
  'position',
);
const PAYMENTS = listed(
  'order_payment',
  `'id', id, 'kind', kind, 'method', method, 'amountMinor', amount_minor, 'at', ${instantMs('at')}, 'by', by,
   'reference', reference`,
  'at, id',
);

/**
 * Orders with their lines, boxes and payments in one statement. The entities of TypeORM cost ten times what the data do,
 * and joins multiply lines by boxes by payments.
 */
export async function readOrders(
  manager: EntityManager,
  { where, values, orderBy = 'o.pickup_at, o.ticket' }: OrdersSought,
): Promise<OrderRow[]> {
  const rows = await jsonRows<JsonRow>(
    manager,
    `with sought as materialized (select o.* from customer_order o where ${where})
     select ${COLUMNS}, l.all as lines, b.all as boxes, p.all as payments
       from sought o
       left join ${LINES} l on l.order_id = o.id
       left join ${BOXES} b on b.order_id = o.id
       left join ${PAYMENTS} p on p.order_id = o.id
      order by ${orderBy}`,
    values,
  );
  return rows.map((row) => ({
    ...row,
    holdUntil: row.holdUntil === null ? null : new Date(row.holdUntil),
    pickupAt: new Date(row.pickupAt),
    createdAt: new Date(row.createdAt),
    lines: row.lines ?? [],
    boxes: row.boxes ?? [],
    payments: (row.payments ?? []).map((payment) => ({ ...payment, at: new Date(payment.at) })),
  }));
}

export const ALL_ORDERS: OrdersSought = { where: 'true', values: [] };

/** The orders whose pickup lies in a span of time. */
export function soughtWithin({ start, end }: { readonly start: Date; readonly end: Date }): OrdersSought {
  return { where: 'o.pickup_at >= $1 and o.pickup_at < $2', values: [start, end] };
}
