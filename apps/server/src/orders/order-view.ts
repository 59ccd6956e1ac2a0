import type { Order } from '@alnage/contract';
import { orderPrice, piecesOfOrder, type OrderContents } from '@alnage/core';
import { wallClockOf } from '../workshop/workshop-time';
import type { OrderEntity } from './order.entity';

/** An order as the API shows it. */
export function orderView(order: OrderEntity, timeZone: string): Order {
  const { id, ticket, customer, note, pickupAt, pickupPointId, state, version, createdAt } = order;
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
    ...orderPrice([...lines.map(({ pieces, priceMinor }) => ({ count: pieces, priceMinor })), ...boxes]),
  };
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
