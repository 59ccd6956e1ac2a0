import type { MessageView, OrderPage, RecallTold, RecallView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { SimulatedCarrier } from '../../platform/devices/carriers';
import { ask } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';
import { Postman } from '../messages/postman';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const tell = (origin: object, reason = 'Metal in it') =>
  ask<RecallTold>(shop.app, ['POST', '/api/recall/messages'], { origin, reason });
const ORIGIN = { zone: 'shelf' };
const recalled = async (): Promise<MessageView[]> =>
  (await shop.app.inject('/api/messages')).json<MessageView[]>().filter(({ kind }) => kind === 'recalled');

describe('a recall that is told by message', () => {
  test('reaches everybody whose order has left, once, whatever they said of messages and whatever is off', async () => {
    const { orders } = (await shop.app.inject('/api/recall?zone=shelf')).json<RecallView>();
    const gone = orders.filter(({ isGone }) => isGone);
    expect(gone.length).toBeGreaterThan(0);
    const first = await tell(ORIGIN);
    // nobody gave a number or an address yet
    const reached = first.body.told;
    expect(first.body.unreached.length + reached).toBe(new Set(gone.map((each) => each.customer)).size);
    await shop.db.query(`update customer_order set phone = '040 555 0100' where id = any($1)`, [
      gone.map(({ order }) => order),
    ]);
    await shop.db.query(`update customer set no_messages = true`);
    await shop.db.query(
      `update workshop set messages = jsonb_set(messages, '{texts,recalled,isOn}', 'false')`,
    );
    const now = await tell(ORIGIN);
    expect(now.body).toMatchObject({ before: reached, unreached: [] });
    expect(now.body.told).toBe(first.body.unreached.length);
    expect((await tell(ORIGIN)).body).toMatchObject({ told: 0, unreached: [] });
    const messages = await recalled();
    expect(messages).toHaveLength(now.body.told + reached);
    for (const { body, order } of messages) {
      const own = gone.filter((each) => each.order === order)[0]!;
      expect(body).toContain(own.ticket);
      expect(body).toContain('please do not eat');
      expect(body).toContain('Why: Metal in it');
    }
    // another cause is told anew
    expect((await tell({ ...ORIGIN, until: '2026-06-18T11:00' }, 'Glass')).body.told).toBeGreaterThanOrEqual(
      0,
    );
    const postman = new Postman({
      ...{ db: shop.db, clock: shop.app.clock, carrier: new SimulatedCarrier() },
      log: (error) => expect(error).toBeNull(),
    });
    await postman.deliver();
    await postman.settled();
    for (const { state, body } of await recalled()) {
      expect(state).toBe('delivered');
      // it went out as it was said
      expect(body).toMatch(/Why: (Metal in it|Glass)/);
    }
  });

  test('is not told of what there is not, or without a reason', async () => {
    const { orders } = (await shop.app.inject('/api/orders?limit=1')).json<OrderPage>();
    expect((await tell({})).body).toMatchObject({ code: 'invalid-input' });
    expect((await tell({ lot: orders[0]!.id })).body).toMatchObject({ code: 'record-not-found' });
    expect((await tell(ORIGIN, '')).body).toMatchObject({ code: 'invalid-input' });
  });
});
