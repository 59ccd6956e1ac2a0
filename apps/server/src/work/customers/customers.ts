import { WISHES_LENGTH, type Customer, type CustomerDraft, type CustomerExport } from '@alnage/contract';
import { In, type DataSource, type EntityManager } from 'typeorm';
import { lockRecords, type RecordKind } from '../../shop/kept/kept-records';
import { orderView } from '../../week/orders/order-view';
import { OrderEntity } from '../../store/work/order.entity';
import { fieldProblem } from '../../platform/http/field-problem';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { MessageEntity } from '../../store/work/message.entity';
import { CustomerEntity } from '../../store/work/customer.entity';

/** What stands in the place of a person who is erased. */
const ERASED = 'erased';

/** A name, an @ and a place: whether it is there only a message to it tells. */
const MAIL = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** Customers: orders are theirs by name; erased, only their orders' figures stay. */
export const CUSTOMERS: RecordKind<CustomerEntity, CustomerDraft, Customer> = {
  entity: CustomerEntity,
  what: 'customer',
  judge: (_manager, { email = '' }) =>
    Promise.resolve(
      email.trim() === '' || MAIL.test(email.trim())
        ? []
        : [fieldProblem('/email', 'wrong-format', { value: email })],
    ),
  columns: ({ phone, wishes, email = '', noMessages = false, ...draft }) => ({
    ...{ ...draft, phone: phone.trim(), wishes: wishes.trim(), email: email.trim(), noMessages },
  }),
  view: (_manager, customer) => Promise.resolve(customerView(customer)),
  settle: async (manager) => {
    await manager.query(
      `update customer_order o set customer_id = c.id from customer c
        where o.customer_id is null and lower(o.customer) = lower(c.name)`,
    );
    await announce(manager, 'orders');
  },
  remove: erase,
};

export function customerView({ position: _position, ...customer }: CustomerEntity): Customer {
  return customer;
}

/** Takes a person out of everything that must stand: name and notes of their orders, and the histories of these. */
async function erase(manager: EntityManager, { id }: CustomerEntity): Promise<void> {
  await manager.query(
    `update order_event e set changes = (
       select coalesce(jsonb_agg(case when c->>'field' in ('customer', 'phone', 'allergies', 'note', 'giftMessage', 'despiteAllergy', 'collected')
                then jsonb_build_object('field', c->>'field', 'from', null, 'to', $2::text) else c end), '[]')
         from jsonb_array_elements(e.changes) c)
      from customer_order o where o.id = e.order_id and o.customer_id = $1`,
    [id, ERASED],
  );
  await manager.query(
    `update message m set address = '', subject = '', body = '' from customer_order o
      where o.id = m.order_id and o.customer_id = $1`,
    [id],
  );
  await manager.query(
    `update hand_over h set collected_by = '' from customer_order o where o.id = h.order_id and o.customer_id = $1`,
    [id],
  );
  await manager.query(
    `update customer_order set customer = $2, phone = '', allergies = '[]', note = '', gift_message = '', allergy_waiver = null, customer_id = null, import_key = null, version = version + 1
      where customer_id = $1`,
    [id, ERASED],
  );
}

/** Puts one customer into another: orders, allergies and wishes; the other's telephone stands, where it has one. */
export function mergeCustomers(db: DataSource, id: string, into: string): Promise<Customer> {
  return db.transaction(async (manager) => {
    await lockRecords(manager);
    const one = await manager.findOneBy(CustomerEntity, { id });
    if (!one) throw new ProblemError('record-not-found', { what: 'customer', id });
    const other = id === into ? null : await manager.findOneBy(CustomerEntity, { id: into });
    if (!other)
      throw new ProblemError('invalid-input', {}, [
        { pointer: '/into', code: 'unknown-reference', params: { value: into, range: 'another customer' } },
      ]);
    const wishes = [other.wishes, one.wishes].filter(Boolean).join('; ');
    if (wishes.length > WISHES_LENGTH)
      throw new ProblemError('invalid-input', {}, [
        { pointer: '/wishes', code: 'too-long', params: { limit: WISHES_LENGTH } },
      ]);
    await manager.query('update customer_order set customer_id = $2 where customer_id = $1', [id, into]);
    Object.assign(other, {
      allergies: [...new Set([...other.allergies, ...one.allergies])],
      wishes,
      phone: other.phone || one.phone,
      email: other.email || one.email,
      noMessages: other.noMessages || one.noMessages,
      version: other.version + 1,
    });
    await manager.save(other);
    await manager.remove(one);
    await announce(manager, 'workshop');
    await announce(manager, 'orders');
    return customerView(other);
  });
}

/** All that is kept of one person. @throws ProblemError `record-not-found` */
export async function exportCustomer(manager: EntityManager, id: string): Promise<CustomerExport> {
  const customer = await manager.findOneBy(CustomerEntity, { id });
  if (!customer) throw new ProblemError('record-not-found', { what: 'customer', id });
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const orders = await manager.find(OrderEntity, { where: { customerId: id }, order: { pickupAt: 'ASC' } });
  const messages = await manager.find(MessageEntity, {
    where: { orderId: In(orders.map((order) => order.id)) },
    order: { dueAt: 'ASC' },
  });
  return {
    format: 'alnage-customer/1',
    customer: customerView(customer),
    orders: orders.map((order) => orderView(order, timeZone)),
    messages: messages.map(({ orderId: order, kind, state, address, subject, body, sentAt }) => ({
      ...{ order, kind, state, address, subject, body, sentAt: sentAt?.toISOString() ?? null },
    })),
  };
}
