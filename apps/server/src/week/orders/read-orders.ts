import type { OrderLine } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { instantMs, jsonRows } from '../../platform/database/json-rows';
import type {
  CardRequestEntity,
  HandOverEntity,
  OrderEntity,
  OrderPaymentEntity,
} from '../../store/work/order.entity';

/** An order with all that is written on it. */
export type OrderRow = Omit<
  OrderEntity,
  'customerRecord' | 'pickupPoint' | 'xact' | 'lines' | 'boxes' | 'payments' | 'handOvers' | 'cards'
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
  /** Also those that were taken back. */
  readonly handOvers: readonly Omit<HandOverEntity, 'order' | 'orderId'>[];
  readonly cards: readonly Omit<CardRequestEntity, 'order' | 'orderId'>[];
};

/** Which orders, in SQL over `o`, and in which order. */
export interface OrdersSought {
  readonly where: string;
  readonly values: readonly unknown[];
  readonly orderBy?: string;
}

/** A row as JSON has it: instants in ms, nothing where there are no lines. */
type JsonRow = Omit<
  OrderRow,
  | 'holdUntil'
  | 'keptUntil'
  | 'pickupAt'
  | 'createdAt'
  | 'lines'
  | 'boxes'
  | 'payments'
  | 'handOvers'
  | 'cards'
> & {
  readonly holdUntil: number | null;
  readonly keptUntil: number | null;
  readonly pickupAt: number;
  readonly createdAt: number;
  readonly lines: OrderRow['lines'] | null;
  readonly boxes: OrderRow['boxes'] | null;
  readonly payments: readonly (Omit<OrderRow['payments'][number], 'at'> & { readonly at: number })[] | null;
  readonly handOvers:
    | readonly (Omit<OrderRow['handOvers'][number], 'at' | 'undoneAt'> & {
        readonly at: number;
        readonly undoneAt: number | null;
      })[]
    | null;
  readonly cards:
    | readonly (Omit<OrderRow['cards'][number], 'at' | 'settledAt'> & {
        readonly at: number;
        readonly settledAt: number | null;
      })[]
    | null;
};

const COLUMNS = `
  o.id, o.ticket, o.customer, o.customer_id as "customerId", o.note, o.gift_message as "giftMessage", o.phone, o.allergies,
  o.deposit_minor as "depositMinor", o.allergy_waiver as "allergyWaiver", o.kitchen_overruled as "kitchenOverruled", o.swaps, ${instantMs('o.hold_until')} as "holdUntil", ${instantMs('o.kept_until')} as "keptUntil",
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
   'reference', reference, 'givenMinor', given_minor`,
  'at, id',
);
const HAND_OVERS = listed(
  'hand_over',
  `'id', id, 'at', ${instantMs('at')}, 'by', by, 'collectedBy', collected_by, 'boxes', boxes, 'lines', lines,
   'against', against, 'undoneAt', ${instantMs('undone_at')}, 'undoneBy', undone_by`,
  'at, id',
);
const CARDS = listed(
  'card_request',
  `'id', id, 'at', ${instantMs('at')}, 'by', by, 'kind', kind, 'amountMinor', amount_minor, 'state', state,
   'settledAt', ${instantMs('settled_at')}`,
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
     select ${COLUMNS}, l.all as lines, b.all as boxes, p.all as payments, h.all as "handOvers", c.all as cards
       from sought o
       left join ${LINES} l on l.order_id = o.id
       left join ${BOXES} b on b.order_id = o.id
       left join ${PAYMENTS} p on p.order_id = o.id
       left join ${HAND_OVERS} h on h.order_id = o.id
       left join ${CARDS} c on c.order_id = o.id
      order by ${orderBy}`,
    values,
  );
  return rows.map((row) => ({
    ...row,
    holdUntil: instantOrNull(row.holdUntil),
    keptUntil: instantOrNull(row.keptUntil),
    pickupAt: new Date(row.pickupAt),
    createdAt: new Date(row.createdAt),
    lines: row.lines ?? [],
    boxes: row.boxes ?? [],
    payments: (row.payments ?? []).map((payment) => ({ ...payment, at: new Date(payment.at) })),
    handOvers: (row.handOvers ?? []).map(({ at, undoneAt, ...each }) => ({
      ...{ ...each, at: new Date(at), undoneAt: instantOrNull(undoneAt) },
    })),
    cards: (row.cards ?? []).map(({ at, settledAt, ...each }) => ({
      ...{ ...each, at: new Date(at), settledAt: instantOrNull(settledAt) },
    })),
  }));
}

function instantOrNull(ms: number | null): Date | null {
  return ms === null ? null : new Date(ms);
}

export const ALL_ORDERS: OrdersSought = { where: 'true', values: [] };

/** The orders whose pickup lies in a span of time. */
export function soughtWithin({ start, end }: { readonly start: Date; readonly end: Date }): OrdersSought {
  return { where: 'o.pickup_at >= $1 and o.pickup_at < $2', values: [start, end] };
}
