import type { Order, Payment } from '@alnage/contract';
import { accountOf, orderPrice, piecesOfOrder, type OrderContents } from '@alnage/core';
import { wallClockOf } from '../workshop/workshop-time';
import type { OrderEntity } from './order.entity';

/** An order as the API shows it. */
export function orderView(order: OrderEntity, timeZone: string): Order {
  const { id, ticket, customer, customerId, note, pickupAt, pickupPointId, state, version, createdAt } =
    order;
  const lines = placed(order.lines).map(({ pieceId: piece, pieces, priceMinor }) => ({
    piece,
    pieces,
    priceMinor,
  }));
  const boxes = placed(order.boxes).map(({ boxId: box, count, contents, priceMinor }) => ({
    box,
    count,
    contents,
    priceMinor,
  }));
  return {
    id,
    ticket,
    customer,
    customerId,
    note,
    pickup: wallClockOf(pickupAt, timeZone),
    pickupAt: pickupAt.toISOString(),
    pickupPoint: pickupPointId,
    state,
    version,
    createdAt: createdAt.toISOString(),
    lines,
    boxes,
    pieces: piecesOfOrder({ lines, boxes }),
    payments: paymentsOf(order),
    paidMinor: accountOf(0, order.payments ?? []).paidMinor,
    ...orderPrice([...lines.map(({ pieces, priceMinor }) => ({ count: pieces, priceMinor })), ...boxes]),
  };
}

function paymentsOf({ payments = [] }: OrderEntity): Payment[] {
  return [...payments]
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .map(({ kind, method, amountMinor, at, by, reference }) => ({
      kind,
      method,
      amountMinor,
      at: at.toISOString(),
      by,
      reference,
    }));
}

/** What an order is of, for the core. */
export function contentsOf(order: Pick<OrderEntity, 'lines' | 'boxes'>): OrderContents {
  return {
    lines: placed(order.lines).map(({ pieceId: piece, pieces }) => ({ piece, pieces })),
    boxes: placed(order.boxes).map(({ boxId: box, count, contents }) => ({ box, count, contents })),
  };
}

function placed<T extends { position: number }>(rows: readonly T[]): T[] {
  return [...rows].sort((a, b) => a.position - b.position);
}
