import type { Order, OrderEvent } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { change, draft, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const pay = (order: Order, what: Record<string, unknown>) =>
  ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/payments`], {
    kind: 'payment',
    givenMinor: null,
    version: order.version,
    ...what,
  });
const history = async ({ id }: Order): Promise<OrderEvent[]> =>
  (await shop.app.inject(`/api/orders/${id}/history`)).json<OrderEvent[]>();

describe('the ledger of an order', () => {
  test('holds a deposit, the balance and what goes back, and nothing of it is lost by a change', async () => {
    // 12 dusk berries at 2.40
    let order = await take(shop.app);
    expect(order).toMatchObject({ totalMinor: 2880, paidMinor: 0, payments: [] });
    order = (await pay(order, { kind: 'deposit', amountMinor: 1000 })).body;
    expect(order).toMatchObject({ paidMinor: 1000, version: 2 });
    order = (await ask<Order>(shop.app, ['PUT', `/api/orders/${order.id}`], change(2, { note: 'Ring' })))
      .body;
    expect(order).toMatchObject({ paidMinor: 1000, note: 'Ring', version: 3 });
    order = (await pay(order, { amountMinor: 1880, givenMinor: 2000 })).body;
    expect(order.paidMinor).toBe(2880);
    expect(order.payments[1]).toMatchObject({ method: 'cash', amountMinor: 1880, givenMinor: 2000 });
    order = (await pay(order, { kind: 'refund', amountMinor: 880 })).body;
    expect(order.paidMinor).toBe(2000);
    expect(order.payments.map(({ kind }) => kind)).toEqual(['deposit', 'payment', 'refund']);
    expect((await shop.app.inject(`/api/orders/${order.id}`)).json()).toEqual(order);
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    ['more than there is to pay', { amountMinor: 2881 }, '/amountMinor', 'more-than-due'],
    ['more back than was paid', { kind: 'refund', amountMinor: 1 }, '/amountMinor', 'more-than-due'],
    ['nothing', { amountMinor: 0 }, '/amountMinor', 'too-small'],
    ['half a cent', { amountMinor: 0.5 }, '/amountMinor', 'not-a-whole-number'],
    ['another coin', { method: 'shells', amountMinor: 5 }, '/method', 'unknown-field'],
    ['less than it is', { amountMinor: 500, givenMinor: 400 }, '/givenMinor', 'too-small'],
  ])('does not take %s', async (_name, what, pointer, code) => {
    const order = await take(shop.app);
    const { status, body } = await pay(order, what);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
    expect((await shop.app.inject(`/api/orders/${order.id}`)).json()).toEqual(order);
  });

  test('two who take the same balance at once: one does, the other is shown the order as it is', async () => {
    const order = await take(shop.app);
    const answers = await Promise.all([1, 2, 3].map(() => pay(order, { amountMinor: 2880 })));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    const late = answers.find(({ status }) => status === 409)!.body;
    expect(late).toMatchObject({ code: 'order-changed', params: { current: { paidMinor: 2880 } } });
  });
});

describe('the history of an order', () => {
  test('tells who did what, and what it was before', async () => {
    const headers = { 'x-alnage-person': 'maj' };
    const taken = await shop.app.inject({
      method: 'POST',
      url: '/api/orders',
      payload: draft({ note: 'Ring' }),
      headers,
    });
    const order = taken.json<Order>();
    await shop.app.inject({
      method: 'PUT',
      url: `/api/orders/${order.id}`,
      payload: change(1, { pickup: '2026-06-19T16:00', lines: [{ piece: 'dusk-berry', pieces: 18 }] }),
      headers: { 'x-alnage-person': 'nobody-of-ours' },
    });
    await ask(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      to: 'ready',
      version: 2,
      despiteKitchen: null,
    });
    await pay({ ...order, version: 3 }, { amountMinor: 4320 });
    const events = await history(order);
    expect(events.map(({ what, by }) => [what, by])).toEqual([
      ['taken', 'maj'],
      ['changed', null],
      ['moved', null],
      ['paid', null],
    ]);
    expect(events[0]!.changes).toContainEqual({ field: 'note', from: null, to: 'Ring' });
    expect(events[1]!.changes).toEqual([
      { field: 'pickup', from: '2026-06-19T15:00', to: '2026-06-19T16:00' },
      { field: 'lines', from: '12 dusk-berry', to: '18 dusk-berry' },
      { field: 'note', from: 'Ring', to: '' },
      { field: 'total', from: '2880', to: '4320' },
    ]);
    expect(events[2]!.changes).toEqual([{ field: 'state', from: 'promised', to: 'ready' }]);
    expect(events[3]!.changes).toEqual([{ field: 'paid', from: '0', to: '4320' }]);
  });

  test('of an order that there is not is none', async () => {
    const response = await shop.app.inject('/api/orders/00000000-0000-4000-8000-000000000000/history');
    expect(response.statusCode).toBe(404);
  });
});
