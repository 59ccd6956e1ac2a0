import type { HandOver, Order, OrderEvent } from '@alnage/contract';
import { countParts } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { OrderEventEntity } from '../../store/work/order.entity';

/** Who did something, and when. */
export interface Doing {
  readonly by: string | null;
  readonly at: Date;
}

/** Fields of an order that its history tells, as one text each. */
const TOLD: Readonly<Record<string, (order: Order) => string>> = {
  state: ({ state }) => state,
  customer: ({ customer }) => customer,
  pickup: ({ pickup }) => pickup,
  pickupPoint: ({ pickupPoint }) => pickupPoint,
  lines: ({ lines }) => lines.map(({ piece, pieces }) => `${pieces} ${piece}`).join(', '),
  boxes: ({ boxes }) =>
    boxes
      .map(({ box, count, contents }) => {
        const inIt = contents.map(({ piece, pieces }) => `${pieces} ${piece}`).join(', ');
        return `${count} ${box} (${inIt})`;
      })
      .join(', '),
  phone: ({ phone }) => phone,
  allergies: ({ allergies }) => allergies.join(', '),
  note: ({ note }) => note,
  giftMessage: ({ giftMessage }) => giftMessage,
  swaps: ({ swaps }) => swaps.map(({ from, to, pieces }) => `${pieces} ${to} for ${from}`).join(', '),
  despiteAllergy: ({ allergyWaiver }) =>
    allergyWaiver ? `${allergyWaiver.reason} (${allergyWaiver.name})` : '',
  despiteKitchen: ({ kitchenOverruled }) =>
    kitchenOverruled ? `${kitchenOverruled.reason} (${kitchenOverruled.name})` : '',
  holdUntil: ({ holdUntil }) => holdUntil ?? '',
  total: ({ totalMinor }) => String(totalMinor),
  paid: ({ paidMinor }) => String(paidMinor),
  collected: ({ handOvers }) => handOvers.map(collectedText).join('; '),
  keptUntil: ({ keptUntil }) => keptUntil ?? '',
};

/** How many boxes and loose pieces went out with somebody, and to whom. */
function collectedText({ boxes, lines, collectedBy, against }: HandOver): string {
  const counts = [
    `${countParts({ boxes, lines: [] })} boxes`,
    `${countParts({ boxes: [], lines })} pieces`,
  ].filter((each) => !each.startsWith('0 '));
  const to = collectedBy ? ` to ${collectedBy}` : '';
  return `${counts.join(', ')}${to}${against ? ` in spite of: ${against}` : ''}`;
}

/** What differs between two states of an order, field by field; all that it has where it was not there before. */
export function orderChanges(before: Order | null, after: Order): OrderEvent['changes'] {
  return Object.entries(TOLD).flatMap(([field, tell]) => {
    const from = before ? tell(before) : null;
    const to = tell(after);
    return from === to || (from === null && to === '') ? [] : [{ field, from, to }];
  });
}

/** Writes into an order's history. */
export async function recordEvent(
  manager: EntityManager,
  { what, before, after }: { what: OrderEvent['what']; before: Order | null; after: Order },
  { by, at }: Doing,
): Promise<void> {
  const changes = orderChanges(before, after);
  await manager.insert(OrderEventEntity, { orderId: after.id, at, by, what, changes });
}

/** An order's history, the oldest first. */
export async function orderHistory(manager: EntityManager, orderId: string): Promise<OrderEvent[]> {
  const rows = await manager.find(OrderEventEntity, { where: { orderId }, order: { id: 'ASC' } });
  return rows.map(({ at, by, what, changes }) => ({ at: at.toISOString(), by, what, changes }));
}
