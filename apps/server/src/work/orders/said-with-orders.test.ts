import type { Customer, Order, OrderDraft, OrderEvent, OrderPage } from '@alnage/contract';
import type { Problem } from '@alnage/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { change, draft, openApp, type WorkshopApp } from '../../testing/workshop-app';
import { guardedOrders } from '../../week/orders/guarded-orders';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const WAIVER = { reason: 'A gift for others', name: 'Runa' };
/** Oat balls, which have nuts, for somebody whom nobody remembers. */
const oats = (what: Partial<OrderDraft> = {}): OrderDraft =>
  draft({
    customer: 'B. Lind',
    phone: '050 0777',
    allergies: ['nuts'],
    lines: [{ piece: 'oat-ball', pieces: 12 }],
    ...what,
  });
const berries = (what: Partial<OrderDraft> = {}): OrderDraft =>
  oats({ lines: [{ piece: 'dusk-berry', pieces: 6 }], ...what });
const take = (payload: OrderDraft) => shop.app.inject({ method: 'POST', url: '/api/orders', payload });
const taken = async (what: OrderDraft): Promise<Order> => (await take(what)).json<Order>();
const put = (order: Order, what: Partial<OrderDraft>) =>
  shop.app.inject({ method: 'PUT', url: `/api/orders/${order.id}`, payload: change(order.version, what) });
const history = async ({ id }: Order): Promise<OrderEvent[]> =>
  (await shop.app.inject(`/api/orders/${id}/history`)).json<OrderEvent[]>();
const guardedOf = ({ id }: Order) =>
  guardedOrders(shop.db.manager, { orders: [{ id }] } as unknown as Problem);

test('what must never be in an order is said with it, of somebody whom nobody remembers too', async () => {
  const refused = await take(oats());
  expect(refused.json()).toMatchObject({
    code: 'invalid-input',
    errors: [
      {
        pointer: '/customer',
        code: 'not-for-customer',
        params: { customer: 'B. Lind', piece: 'oat-ball', allergens: 'nuts' },
      },
    ],
  });
  const order = await taken(oats({ despiteAllergy: WAIVER }));
  expect(order).toMatchObject({ phone: '050 0777', allergies: ['nuts'], customerId: null });
  expect(order.allergyWaiver).toMatchObject(WAIVER);
  const told = (await history(order))[0]!.changes;
  expect(told).toContainEqual({ field: 'phone', from: null, to: '050 0777' });
  expect(told).toContainEqual({ field: 'allergies', from: null, to: 'nuts' });
});

test('an order is stopped when it is said later, and when it goes on', async () => {
  const order = await taken(oats({ allergies: [], state: 'asked' }));
  expect((await put(order, oats({ allergies: ['nuts'] }))).statusCode).toBe(400);
  const kept = await taken(berries({ state: 'asked' }));
  const { phone: _phone, allergies: _allergies, ...silent } = oats();
  expect((await put(kept, silent)).statusCode).toBe(400);
  const after = await put(kept, { ...silent, lines: kept.lines.map(({ piece }) => ({ piece, pieces: 7 })) });
  expect(after.json()).toMatchObject({ phone: '050 0777', allergies: ['nuts'] });
  const plain = await taken(berries({ state: 'asked' }));
  expect((await put(plain, oats())).statusCode).toBe(400);
  // what was written down otherwise, past the door
  await shop.db.query(`update customer_order set allergies = '["nuts"]' where id = $1`, [order.id]);
  const moved = await shop.app.inject({
    method: 'POST',
    url: `/api/orders/${order.id}/move`,
    payload: { to: 'promised', version: order.version, despiteKitchen: null },
  });
  expect(moved.json()).toMatchObject({ errors: [{ code: 'not-for-customer' }] });
});

test('what is remembered and what is said count together, at the bench too', async () => {
  const stranger = await taken(berries({ allergies: ['nuts', 'sesame'] }));
  expect((await guardedOf(stranger))[stranger.id]).toEqual({
    customer: 'B. Lind',
    allergies: ['nuts', 'sesame'],
    waiver: null,
  });
  const halla = await taken(berries({ customer: 'E. Halla', allergies: ['egg'] }));
  expect((await guardedOf(halla))[halla.id]!.allergies).toEqual(['nuts', 'egg']);
  const nobody = await taken(berries({ allergies: [] }));
  expect(await guardedOf(nobody)).toEqual({});
});

test('an order is found by the telephone that was said with it, and goes into lists', async () => {
  const order = await taken(berries({ phone: '044 91 17' }));
  const page = (await shop.app.inject('/api/orders?find=044%2091')).json<OrderPage>();
  expect(page.orders.map(({ id }) => id)).toEqual([order.id]);
  const csv = (await shop.app.inject('/api/lists/orders')).body;
  const [head, ...rows] = csv.split(/\r?\n/);
  expect(head).toContain('telephone,must never have');
  expect(rows.find((row) => row.includes(order.ticket))).toContain('044 91 17,nuts');
});

test.each([
  ['/phone', { phone: 'x'.repeat(41) }],
  ['/allergies/0', { allergies: ['love' as 'nuts'] }],
  ['/allergies', { allergies: ['nuts', 'nuts'] as const }],
])('what is no telephone or allergen is told at %s', async (pointer, what) => {
  const refused = await take(berries(what as Partial<OrderDraft>));
  expect(refused.statusCode).toBe(400);
  expect(refused.json<{ errors: { pointer: string }[] }>().errors[0]!.pointer).toBe(pointer);
});

test('whoever is erased leaves neither telephone nor allergies, in histories neither', async () => {
  const order = await taken(berries({ customer: 'Quay café', phone: '050 9999' }));
  expect(order.customerId).not.toBeNull();
  const customer = (await shop.app.inject('/api/customers'))
    .json<Customer[]>()
    .find(({ id }) => id === order.customerId)!;
  const erased = await shop.app.inject({
    method: 'DELETE',
    url: `/api/customers/${customer.id}?version=${customer.version}`,
  });
  expect(erased.statusCode).toBe(204);
  expect((await shop.app.inject(`/api/orders/${order.id}`)).json<Order>()).toMatchObject({
    customer: 'erased',
    phone: '',
    allergies: [],
  });
  expect(JSON.stringify(await history(order))).not.toContain('050 9999');
});
