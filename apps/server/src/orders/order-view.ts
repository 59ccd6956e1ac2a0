import type { Order } from '@alnage/contract';
import { wallClockOf } from '../workshop/workshop-time';
import type { OrderEntity } from './order.entity';

/** An order as the API shows it. */
export function orderView(order: OrderEntity, timeZone: string): Order {
  const { id, ticket, customer, note, pickupAt, pickupPointId, state, version, createdAt } = order;
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
    lines: [...order.lines]
      .sort((a, b) => a.position - b.position)
      .map((line) => ({ piece: line.pieceId, pieces: line.pieces })),
  };
}
