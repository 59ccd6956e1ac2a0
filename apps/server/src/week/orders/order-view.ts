import type { CardRequest, HandOver, Order, Payment } from '@alnage/contract';
import { accountOf, orderPrice, piecesOfOrder, type OrderContents } from '@alnage/core';
import { wallClockOf } from '../../platform/time/workshop-time';
import type { OrderRow } from './read-orders';

/** What an order is shown from: a row that was read, or the entity that is worked on. */
type OrderShown = Omit<OrderRow, 'importKey' | 'payments' | 'handOvers' | 'cards'> &
  Partial<Pick<OrderRow, 'payments' | 'handOvers' | 'cards'>>;

/** An order as the API shows it. */
export function orderView(order: OrderShown, timeZone: string): Order {
  const { id, ticket, customer, customerId, note, giftMessage, depositMinor, state, version } = order;
  const { phone, allergies } = order;
  const { allergyWaiver, kitchenOverruled, pickupAt, pickupPointId, createdAt } = order;
  const { holdUntil, keptUntil, swaps } = order;
  const { lines, boxes } = pricedContentsOf(order);
  const payments = paymentsOf(order);
  const price = orderPrice({ lines, boxes });
  return {
    id,
    ticket,
    customer,
    customerId,
    note,
    giftMessage,
    phone,
    allergies,
    depositMinor,
    allergyWaiver,
    kitchenOverruled,
    swaps,
    holdUntil: holdUntil && wallClockOf(holdUntil, timeZone),
    keptUntil: keptUntil && wallClockOf(keptUntil, timeZone),
    handOvers: handOversOf(order),
    card: lastCard(order),
    pickup: wallClockOf(pickupAt, timeZone),
    pickupAt: pickupAt.toISOString(),
    pickupPoint: pickupPointId,
    state,
    version,
    createdAt: createdAt.toISOString(),
    lines,
    boxes,
    pieces: piecesOfOrder({ lines, boxes }),
    ...price,
    payments,
    ...accountOf(price.totalMinor, payments),
  };
}

function paymentsOf({ payments = [] }: OrderShown): Payment[] {
  return [...payments]
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .map(({ kind, method, amountMinor, at, by, reference, givenMinor }) => ({
      kind,
      method,
      amountMinor,
      at: at.toISOString(),
      by,
      reference,
      givenMinor,
    }));
}

/** Parts of it that are collected, without what was taken back. */
function handOversOf({ handOvers = [] }: OrderShown): HandOver[] {
  return [...handOvers]
    .filter(({ undoneAt }) => undoneAt === null)
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .map(({ id, at, by, collectedBy, boxes, lines, against }) => ({
      ...{ id, at: at.toISOString(), by, collectedBy, boxes, lines, against },
    }));
}

/** What a terminal was asked for last, as long as it did not take it. */
function lastCard({ cards = [] }: OrderShown): CardRequest | null {
  const [last] = [...cards].sort((a, b) => b.at.getTime() - a.at.getTime());
  if (!last || last.state === 'taken') return null;
  const { id, kind, amountMinor, state, at } = last;
  return { id, kind, amountMinor, state, at: at.toISOString() };
}

/** What an order is of, each line at the price that was agreed. */
export function pricedContentsOf(order: Pick<OrderRow, 'lines' | 'boxes'>) {
  return {
    lines: placed(order.lines).map(({ pieceId: piece, pieces, priceMinor }) => ({
      piece,
      pieces,
      priceMinor,
    })),
    boxes: placed(order.boxes).map(({ boxId: box, count, contents, priceMinor }) => ({
      box,
      count,
      contents,
      priceMinor,
    })),
  };
}

/** What an order is of, for the core. */
export function contentsOf(order: Pick<OrderRow, 'lines' | 'boxes'>): OrderContents {
  return pricedContentsOf(order);
}

function placed<T extends { position: number }>(rows: readonly T[]): T[] {
  return [...rows].sort((a, b) => a.position - b.position);
}
