import { OPEN_CARD_STATES, type Order, type Payment } from '@alnage/contract';
import { isHoldMet } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { SetUp } from '../../shop/seasons/set-up';
import { OrderEntity, OrderPaymentEntity } from '../../store/work/order.entity';
import { orderView } from '../../week/orders/order-view';
import type { Doing } from './order-events';
import { orderNow, told } from './order-rows';

/** Money that changed hands. */
export type Booked = Pick<Payment, 'kind' | 'method' | 'amountMinor' | 'reference' | 'givenMinor'>;

/** Writes what was paid into an order's ledger; what a hold waited for makes its promise one for good. */
export async function bookPayment(
  manager: EntityManager,
  { timeZone }: SetUp,
  { order, ...entry }: Booked & Doing & { readonly order: OrderEntity },
): Promise<Order> {
  const { id, version } = order;
  const before = orderView(order, timeZone);
  await manager.insert(OrderPaymentEntity, { ...entry, orderId: id });
  const paid = await orderNow(manager, id, timeZone);
  await manager.update(
    OrderEntity,
    { id },
    { version: version + 1, ...(isHoldMet(paid) && { holdUntil: null }) },
  );
  return told(manager, { what: 'paid', before, after: await orderNow(manager, id, timeZone) }, entry);
}

/** @throws ProblemError `invalid-input` for more than there is to pay, or to give back; `card-open` while the terminal still waits */
export function requirePayable(
  { kind, amountMinor }: Pick<Booked, 'kind' | 'amountMinor'>,
  { paidMinor, balanceMinor, card }: Order,
  pointer = '/amountMinor',
): void {
  if (card && OPEN_CARD_STATES.includes(card.state))
    throw new ProblemError('card-open', { amountMinor: card.amountMinor, state: card.state });
  const [limit, range] =
    kind === 'refund' ? [paidMinor, 'what was paid'] : [Math.max(0, balanceMinor), 'what is still to pay'];
  if (amountMinor <= limit) return;
  const params = { value: amountMinor, limit, range };
  throw new ProblemError('invalid-input', {}, [{ pointer, code: 'more-than-due', params }]);
}

/** @throws ProblemError `invalid-input` for less than is to be paid with it */
export function requireEnough(amountMinor: number, givenMinor: number | null, pointer = '/givenMinor'): void {
  if (givenMinor === null || givenMinor >= amountMinor) return;
  const problem = fieldProblem(pointer, 'too-small', { value: givenMinor, limit: amountMinor });
  throw new ProblemError('invalid-input', {}, [problem]);
}
