import type { Customer, MessagePreview, MessageSettings, MessageView, Order } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { SimulatedCarrier } from '../../platform/devices/carriers';
import { ask } from '../../testing/ask';
import { change, openApp, take, type WorkshopApp } from '../../testing/workshop-app';
import { Postman } from './postman';

let shop: WorkshopApp;
let carrier: SimulatedCarrier;
let postman: Postman;
/** How far the clock of the postman is ahead: messages wait a little, or until it is not quiet. */
let ahead = 0;

beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
  await shop.db.query('delete from message');
  carrier = new SimulatedCarrier();
  const clock = { now: () => new Date(shop.app.clock.now().getTime() + ahead) };
  postman = new Postman({ db: shop.db, clock, carrier, log: (error) => expect(error).toBeUndefined() });
});
afterAll(async () => {
  await postman.close();
  await shop.close();
});

const MINUTES = 60_000;
const deliver = async (minutes = 3): Promise<void> => {
  ahead = minutes * MINUTES;
  await postman.deliver();
  await postman.settled();
};
const of = async ({ id }: Order): Promise<MessageView[]> =>
  (await shop.app.inject(`/api/messages?order=${id}`)).json<MessageView[]>();
const told = async (order: Order): Promise<string[]> =>
  (await of(order)).map(({ kind, state }) => `${kind} ${state}`).sort();
const move = async (order: Order, to: Order['state']): Promise<Order> =>
  (
    await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      ...{ to, version: order.version, despiteKitchen: null },
    })
  ).body;
const settings = async (): Promise<MessageSettings> =>
  (await shop.app.inject('/api/messages/settings')).json<MessageSettings>();
const set = async (what: Partial<MessageSettings>): Promise<void> => {
  const { status, body } = await ask(shop.app, ['PUT', '/api/messages/settings'], {
    ...(await settings()),
    ...what,
  });
  expect([status, body.errors ?? []]).toEqual([200, []]);
};

describe('what a customer is told', () => {
  test('is said once it was true for a while, by what reaches them, as it is by then', async () => {
    const order = await take(shop.app, { phone: '555 0100' });
    const [reminder, confirmed] = await of(order);
    expect(confirmed).toMatchObject({
      kind: 'confirmed',
      state: 'waiting',
      channel: 'text',
      address: '555 0100',
    });
    expect(confirmed!.body).toBe(
      'Hello I. Varg,\nwe have your order ' +
        `${order.ticket}: 12 dusk berry.\nIt is yours on Friday 19 June, 15:00, at The shop.\nTo pay: €28.80.\nIt contains soya.\nSkerry Dipworks`,
    );
    // a day before it is collected
    expect(reminder).toMatchObject({ kind: 'reminder', state: 'waiting', dueAt: '2026-06-18T12:00:00.000Z' });
    await deliver(1);
    expect(await told(order)).toEqual(['confirmed waiting', 'reminder waiting']);
    await deliver();
    expect(await told(order)).toEqual(['confirmed delivered', 'reminder waiting']);
    await deliver();
    expect(await told(order)).toEqual(['confirmed delivered', 'reminder waiting']);
  });

  test('that was undone in time nobody is told', async () => {
    const order = await take(shop.app, { phone: '555 0101' });
    const off = await move(order, 'cancelled');
    await deliver();
    expect(await told(off)).toEqual(['confirmed stopped', 'reminder stopped']);
    // promised again it is said after all, once
    await move(off, 'promised');
    await deliver();
    expect(await told(off)).toContain('confirmed delivered');
    await move(await move(await get(off), 'cancelled'), 'promised');
    await deliver();
    expect((await told(off)).filter((each) => each.startsWith('confirmed'))).toEqual(['confirmed delivered']);
  });

  test('goes on with what is done: ready, late, moved, changed, thanks – each once', async () => {
    let order = await take(shop.app, { phone: '555 0102' });
    await deliver();
    order = (
      await ask<Order>(shop.app, ['PUT', `/api/orders/${order.id}`], {
        ...change(order.version, { phone: '555 0102', pickup: '2026-06-19T16:00' }),
      })
    ).body;
    order = await move(order, 'ready');
    order = await move(await move(order, 'promised'), 'ready');
    await deliver();
    expect(await told(order)).toEqual([
      'confirmed delivered',
      'moved delivered',
      'ready delivered',
      'reminder stopped',
      'reminder waiting',
    ]);
    order = await move(order, 'handed-over');
    await deliver();
    order = await move(await move(order, 'ready'), 'handed-over');
    await deliver();
    const thanks = (await of(order)).filter(({ kind }) => kind === 'thanks');
    expect(thanks.map(({ state }) => state)).toEqual(['delivered']);
    expect(thanks[0]!.body).toMatch(/^Hello I\. Varg,\nthank you\. /);
  });

  test('is written nobody who does not want it, or cannot be reached; what bounces is told', async () => {
    const customers = (await shop.app.inject('/api/customers')).json<Customer[]>();
    const varg = customers.find(({ id }) => id === 'i-varg')!;
    const { id: _id, ...draft } = varg;
    const put = async (what: Partial<Customer>) => {
      const [now] = (await shop.app.inject('/api/customers'))
        .json<Customer[]>()
        .filter(({ id }) => id === 'i-varg');
      const answer = await ask(shop.app, ['PUT', '/api/customers/i-varg'], {
        ...draft,
        ...what,
        version: now!.version,
      });
      expect(answer.status).toBe(200);
    };
    await put({ noMessages: true });
    const silent = await take(shop.app, { phone: '555 0103' });
    await deliver();
    expect((await of(silent)).find(({ kind }) => kind === 'confirmed')).toMatchObject({
      ...{ state: 'stopped', fault: 'they do not want messages' },
    });
    await put({ noMessages: false, phone: '' });
    const nowhere = await take(shop.app);
    await deliver();
    expect((await of(nowhere)).find(({ kind }) => kind === 'confirmed')!.fault).toMatch(
      /^no telephone number/,
    );
    await put({ email: 'varg@bounce.example' });
    const bounced = await take(shop.app);
    await deliver();
    expect((await of(bounced)).find(({ kind }) => kind === 'confirmed')).toMatchObject({
      ...{ state: 'bounced', channel: 'mail', address: 'varg@bounce.example', fault: 'no such mailbox' },
    });
    const wrong = await ask(shop.app, ['PUT', '/api/customers/i-varg'], {
      ...draft,
      email: 'nobody',
      version: 99,
    });
    expect(wrong.status).toBeGreaterThanOrEqual(400);
  });

  test('waits while it is quiet, and is stopped by hand', async () => {
    await set({ quiet: { from: '11:00', until: '13:00' } });
    const order = await take(shop.app, { phone: '555 0104' });
    const [confirmed] = (await of(order)).filter(({ kind }) => kind === 'confirmed');
    expect(confirmed!.dueAt).toBe('2026-06-18T10:00:00.000Z');
    const stop = () => ask(shop.app, ['POST', `/api/messages/${confirmed!.id}/stop`]);
    expect((await stop()).status).toBe(204);
    expect((await stop()).body.code).toBe('already-done');
    await deliver(240);
    expect((await of(order)).find(({ kind }) => kind === 'confirmed')).toMatchObject({
      ...{ state: 'stopped', fault: 'stopped by hand' },
    });
    await set({ quiet: { from: '21:00', until: '08:00' } });
  });

  test('is sent once by two who send, and once more by nobody after a restart', async () => {
    const order = await take(shop.app, { customer: 'A. Anker', phone: '555 0105' });
    const before = carrier.count;
    const { db, clock } = shop.app;
    const other = new Postman({
      db,
      clock: { now: () => new Date(clock.now().getTime() + ahead) },
      carrier,
      log: () => 0,
    });
    ahead = 3 * MINUTES;
    await Promise.all([postman.deliver(), other.deliver()]);
    await Promise.all([postman.settled(), other.settled()]);
    expect(carrier.count).toBe(before + 1);
    // as if it had ended before it was answered
    await shop.db.query(`update message set state = 'sending' where order_id = $1 and kind = 'confirmed'`, [
      order.id,
    ]);
    await other.start();
    await other.close();
    expect(carrier.count).toBe(before + 1);
    expect(await told(order)).toContain('confirmed delivered');
  });
});

describe('the words', () => {
  test('are previewed for a real order', async () => {
    const order = await take(shop.app, { phone: '555 0106' });
    const preview = (what: Record<string, unknown>) =>
      ask<MessagePreview>(shop.app, ['POST', '/api/messages/preview'], {
        ...{ kind: 'ready', order: order.id, subject: 'For {name}', body: '{ticket}\n{kept until}\nBye' },
        ...what,
      });
    expect((await preview({})).body).toEqual({
      ...{ channel: 'text', address: '555 0106', subject: 'For I. Varg', body: `${order.ticket}\nBye` },
    });
    const wrong = await preview({ body: 'Hello {nobody}' });
    expect(wrong.body.errors).toEqual([
      { pointer: '/body', code: 'not-understood', params: { value: '{nobody}' } },
    ]);
  });

  test.each<[string, (now: MessageSettings) => object, string, string]>([
    [
      'a field that there is not',
      (now) => ({ texts: { ...now.texts, ready: { ...now.texts.ready, body: '{nobody}' } } }),
      '/texts/ready/body',
      'not-understood',
    ],
    [
      'nothing to say',
      (now) => ({ texts: { ...now.texts, late: { ...now.texts.late, body: ' ' } } }),
      '/texts/late/body',
      'too-short',
    ],
    ['no hour', () => ({ quiet: { from: '25:00', until: '08:00' } }), '/quiet/from', 'wrong-format'],
    ['no hours before', () => ({ reminderHours: 0 }), '/reminderHours', 'too-small'],
  ])('are not kept with %s', async (_name, what, pointer, code) => {
    const now = await settings();
    const { status, body } = await ask(shop.app, ['PUT', '/api/messages/settings'], { ...now, ...what(now) });
    expect([status, body.errors.map((each) => [each.pointer, each.code])]).toEqual([400, [[pointer, code]]]);
    expect(await settings()).toEqual(now);
  });

  test('of two who change them at once the second is shown the first’s', async () => {
    const now = await settings();
    await set({ reminderHours: 30 });
    const { status, body } = await ask(shop.app, ['PUT', '/api/messages/settings'], now);
    expect([status, body.code]).toEqual([409, 'record-changed']);
  });

  test('that are switched off are not sent', async () => {
    const now = await settings();
    await set({ texts: { ...now.texts, confirmed: { ...now.texts.confirmed, isOn: false } } });
    const order = await take(shop.app, { phone: '555 0107' });
    expect((await of(order)).filter(({ kind }) => kind === 'confirmed')).toEqual([]);
  });
});

const get = async ({ id }: Order): Promise<Order> =>
  (await shop.app.inject(`/api/orders/${id}`)).json<Order>();
