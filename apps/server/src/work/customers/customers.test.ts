import type { Customer, CustomerExport, Order, OrderEvent } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
  // whom an order is of is asked here, not what may be in it
  await shop.db.query(`update workshop set may_contain_stop = 'none'`);
});
afterAll(() => shop.close());

const draft = { name: 'A. Anker', phone: '050 0199', allergies: ['milk'], wishes: 'No ribbon' };
const post = (change: Record<string, unknown> = {}) =>
  ask<Customer>(shop.app, ['POST', '/api/customers'], { ...draft, ...change });
const list = async (): Promise<Customer[]> => (await shop.app.inject('/api/customers')).json<Customer[]>();
const orderOf = async (id: string): Promise<Order> =>
  (await shop.app.inject(`/api/orders/${id}`)).json<Order>();

describe('a customer', () => {
  test('is found by the orders of that name, those from before and those to come', async () => {
    const before = await take(shop.app, { customer: ' a. anker ' });
    expect(before.customerId).toBeNull();
    const { body } = await post();
    expect(body).toEqual({ ...draft, email: '', noMessages: false, id: 'a-anker', version: 1 });
    expect(await list()).toContainEqual(body);
    expect((await orderOf(before.id)).customerId).toBe('a-anker');
    expect((await take(shop.app, { customer: 'A. ANKER' })).customerId).toBe('a-anker');
    // signs of a pattern are letters like others
    expect((await take(shop.app, { customer: 'A_ Anke%' })).customerId).toBeNull();
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    ['of no name', { name: ' ' }, '/name', 'blank'],
    ['of the name of another', { name: 'quay CAFÉ' }, '/name', 'name-taken'],
    ['who must not have stones', { name: 'S', allergies: ['stones'] }, '/allergies/0', 'not-allowed'],
    ['with 41 figures of telephone', { name: 'S', phone: '1'.repeat(41) }, '/phone', 'too-long'],
  ])('%s is refused at its field', async (_name, change, pointer, code) => {
    const { status, body } = await post(change);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });

  test('is put into another with orders, allergies and wishes', async () => {
    await post({ name: 'B. Anker', allergies: ['nuts', 'milk'], phone: '', wishes: 'By the back door' });
    const order = await take(shop.app, { customer: 'B. Anker' });
    const { body } = await ask<Customer>(shop.app, ['POST', '/api/customers/b-anker/merge'], {
      into: 'a-anker',
    });
    expect(body).toMatchObject({
      id: 'a-anker',
      phone: '050 0199',
      allergies: ['milk', 'nuts'],
      wishes: 'No ribbon; By the back door',
      version: 2,
    });
    expect((await orderOf(order.id)).customerId).toBe('a-anker');
    expect((await list()).some(({ id }) => id === 'b-anker')).toBe(false);
  });

  test.each([
    ['itself', 'a-anker'],
    ['nobody', 'moon'],
  ])('is not put into %s', async (_name, into) => {
    const { body } = await ask(shop.app, ['POST', '/api/customers/a-anker/merge'], { into });
    expect(body.errors).toMatchObject([{ pointer: '/into', code: 'unknown-reference' }]);
    expect((await ask(shop.app, ['POST', '/api/customers/moon/merge'], { into: 'a-anker' })).status).toBe(
      404,
    );
  });

  test('takes out all that is kept of them, and erased leaves only figures', async () => {
    const order = await take(shop.app, { customer: 'C. Dahl', note: 'Blue door' });
    await post({ name: 'C. Dahl' });
    const response = await shop.app.inject('/api/customers/c-dahl/export');
    expect(response.headers['content-disposition']).toContain('attachment');
    const all = response.json<CustomerExport>();
    expect(all).toMatchObject({ format: 'alnage-customer/1', customer: { name: 'C. Dahl' } });
    expect(all.orders.map(({ id }) => id)).toEqual([order.id]);

    expect((await ask(shop.app, ['DELETE', '/api/customers/c-dahl'])).status).toBe(204);
    const left = await orderOf(order.id);
    expect(left).toMatchObject({
      customer: 'erased',
      note: '',
      customerId: null,
      pieces: order.pieces,
      version: 2,
    });
    const events = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(JSON.stringify(events)).not.toContain('Dahl');
    expect(JSON.stringify(events)).not.toContain('Blue door');
    expect(events[0]!.changes).toContainEqual({ field: 'lines', from: null, to: '12 dusk-berry' });
    const tables = await shop.db.query<{ n: number }[]>(
      `select count(*)::int as n from customer_order where customer ilike '%dahl%' or note ilike '%blue door%'`,
    );
    expect(tables[0]!.n).toBe(0);
    expect((await shop.app.inject('/api/customers/c-dahl/export')).statusCode).toBe(404);
  });
});
