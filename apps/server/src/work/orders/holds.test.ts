import type { Order, OrderEvent, OrderNotices } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { change, draft, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const post = (what: Parameters<typeof draft>[0]) =>
  ask<Order>(shop.app, ['POST', '/api/orders'], draft(what));
const twelve = { lines: [], boxes: [{ box: 'berry-12', count: 2, contents: [] }] };
const notices = async () => (await shop.app.inject('/api/orders/notices')).json<OrderNotices>();
const pay = ({ id, version }: Order, amountMinor: number) =>
  ask<Order>(shop.app, ['POST', `/api/orders/${id}/payments`], {
    ...{ kind: 'deposit', amountMinor, givenMinor: null, version },
  });

describe('a promise that is held for its deposit', () => {
  test('asks what its boxes ask, and is promised for good once that is paid', async () => {
    const order = (await post({ ...twelve, holdUntil: '2026-06-18T18:00', giftMessage: ' For Ada ' })).body;
    expect(order).toMatchObject({
      depositMinor: 2000,
      holdUntil: '2026-06-18T18:00',
      giftMessage: 'For Ada',
      state: 'promised',
    });
    const half = (await pay(order, 1000)).body;
    expect(half.holdUntil).toBe('2026-06-18T18:00');
    const whole = (await pay(half, 1000)).body;
    expect(whole.holdUntil).toBeNull();
    const history = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(history.at(-1)!.changes).toContainEqual({ field: 'holdUntil', from: '2026-06-18T18:00', to: '' });
  });

  test('is told once its time is over, and only while something is missing', async () => {
    const order = (await post({ ...twelve, holdUntil: '2026-06-18T18:00' })).body;
    expect((await notices()).holdsOver).toEqual([]);
    await shop.db.query(`update customer_order set hold_until = '2026-06-18T08:00Z' where id = $1`, [
      order.id,
    ]);
    expect((await notices()).holdsOver.map(({ id }) => id)).toEqual([order.id]);
    // as long as it is left as it is, the rest of the order can be changed
    const kept = { ...twelve, holdUntil: '2026-06-18T11:00', note: 'Rings' };
    const changed = await ask<Order>(
      shop.app,
      ['PUT', `/api/orders/${order.id}`],
      change(order.version, kept),
    );
    expect(changed.body).toMatchObject({ note: 'Rings', holdUntil: '2026-06-18T11:00' });
    const letGo = await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      ...{ to: 'waiting', version: order.version + 1, despiteKitchen: null },
    });
    expect(letGo.body.state).toBe('waiting');
    expect((await notices()).holdsOver).toEqual([]);
  });

  test.each([
    ['2026-06-18T09:00', 'out-of-range'],
    ['2026-06-19T15:01', 'out-of-range'],
    ['2026-02-30T09:00', 'wrong-format'],
  ])('until %s is refused', async (holdUntil, code) => {
    const { body } = await post({ holdUntil });
    expect(body.errors).toEqual([expect.objectContaining({ pointer: '/holdUntil', code })]);
  });
});

describe('an order that is only asked for', () => {
  test('holds no place and is made for nobody, until it is promised or put on the waiting list', async () => {
    const before = (await shop.app.inject('/api/season')).json<{ pieces: number }>().pieces;
    let order = (await post({ state: 'asked' })).body;
    expect(order.state).toBe('asked');
    expect((await shop.app.inject('/api/season')).json<{ pieces: number }>().pieces).toBe(before);
    expect((await notices()).offers.map(({ id }) => id)).not.toContain(order.id);
    order = (
      await ask<Order>(shop.app, ['PUT', `/api/orders/${order.id}`], change(order.version, { note: 'Rings' }))
    ).body;
    expect(order).toMatchObject({ state: 'asked', note: 'Rings' });
    const ready = await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      ...{ to: 'ready', version: order.version, despiteKitchen: null },
    });
    expect(ready.body).toMatchObject({ code: 'order-state' });
    const promised = await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      ...{ to: 'promised', version: order.version, despiteKitchen: OVERRULED },
    });
    expect(promised.body.state).toBe('promised');
  });
});
