import type { DayTill, KeepingNow, Order } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, ordersOf } from '../../testing/ask';
import { pagesOf } from '../../testing/pdf-pages';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

const TODAY = '2026-06-18';
let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const till = async (day = TODAY): Promise<DayTill> =>
  (await shop.app.inject(`/api/till?day=${day}`)).json<DayTill>();
const pay = async (order: Order, what: Record<string, unknown>): Promise<Order> =>
  (
    await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/payments`], {
      ...{ kind: 'payment', givenMinor: null, version: order.version, ...what },
    })
  ).body;
const move = async (order: Order, to: Order['state']): Promise<Order> =>
  (
    await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      ...{ to, version: order.version, despiteKitchen: null },
    })
  ).body;
const close = (what: Record<string, unknown> = {}) =>
  ask<DayTill>(
    shop.app,
    ['POST', '/api/till/closings'],
    { day: TODAY, floatMinor: 5000, countedMinor: 9000, note: ' right ', ...what },
    { 'x-alnage-person': 'maj' },
  );

describe('the till of a day', () => {
  test('has what was paid and given back on it, by each way, and nothing of other days', async () => {
    const before = await till();
    let order = await take(shop.app);
    order = await pay(order, { kind: 'deposit', amountMinor: 1000, givenMinor: 2000 });
    order = await pay(order, { amountMinor: 1880 });
    await pay(order, { kind: 'refund', amountMinor: 380 });
    const { cash } = (await till()).orders;
    expect(cash.inMinor - before.orders.cash.inMinor).toBe(2880);
    expect(cash.outMinor - before.orders.cash.outMinor).toBe(380);
    expect((await till('2026-06-20')).orders.cash).toEqual({ inMinor: 0, outMinor: 0 });
  });

  test('has what was sold without an order, and what of it was taken back', async () => {
    const boatyard = (await ordersOf(shop.app)).find(({ ticket }) => ticket === 'M-0391')!;
    await move(boatyard, 'cancelled');
    const { batches } = (await shop.app.inject('/api/keeping')).json<KeepingNow>();
    const spare = batches.find((each) => each.spare > 1)!;
    const sold = await ask<{ id: string }>(shop.app, ['POST', `/api/batches/${spare.batch}/moves`], {
      ...{ kind: 'sold', pieces: 1, cause: '', paid: { method: 'cash', amountMinor: 240 } },
    });
    expect((await till()).spare.cash).toEqual({ inMinor: 240, outMinor: 0 });
    await shop.app.inject({ method: 'DELETE', url: `/api/moves/${sold.body.id}` });
    expect((await till()).spare.cash).toEqual({ inMinor: 240, outMinor: 240 });
  });

  test('tells the tax of what left the shop on it, to the cent', async () => {
    await shop.db.query(`update workshop set tax_rates = '{"collected":0.23,"sent":0,"spare":0}'`);
    const before = (await till()).sold.find(({ share }) => share === 0.23)?.grossMinor ?? 0;
    const order = await move(await take(shop.app), 'ready');
    await move(order, 'handed-over');
    const sum = (await till()).sold.find(({ share }) => share === 0.23)!;
    expect(sum.grossMinor).toBe(before + 2880);
    expect(sum.netMinor + sum.taxMinor).toBe(sum.grossMinor);
    expect(sum.netMinor).toBe(Math.round(sum.grossMinor / 1.23));
  });

  test('is closed with what was counted beside what it must hold; closed again the last one counts', async () => {
    const { orders, spare } = await till();
    const must = 5000 + orders.cash.inMinor - orders.cash.outMinor + spare.cash.inMinor - spare.cash.outMinor;
    const { status, body } = await close();
    expect(status).toBe(201);
    expect(body.closing).toMatchObject({
      ...{ floatMinor: 5000, countedMinor: 9000, expectedMinor: must, note: 'right', by: 'maj' },
    });
    await close({ countedMinor: must });
    expect((await till()).closing).toMatchObject({ countedMinor: must, expectedMinor: must });
    // the next day begins with what lay in it
    expect(await till('2026-06-19')).toMatchObject({ closing: null, floatMinor: 5000 });
    const [{ count }] = await shop.db.query<[{ count: string }]>('select count(*) from day_closing');
    expect(count).toBe('2');
  });

  test.each<[string, Record<string, unknown>, string]>([
    ['a day that is none', { day: '2026-06-40' }, '/day'],
    ['less than nothing', { countedMinor: -1 }, '/countedMinor'],
    ['half a cent', { floatMinor: 0.5 }, '/floatMinor'],
  ])('is not closed with %s', async (_name, what, pointer) => {
    const { status, body } = await close(what);
    expect([status, body.errors[0]!.pointer]).toEqual([400, pointer]);
  });
});

describe('papers of the till', () => {
  test('a receipt tells lines, total, tax, what was paid and given, and what is still to pay', async () => {
    await shop.db.query(`update workshop set tax_rates = '{"collected":0.23,"sent":0,"spare":0}'`);
    const order = await pay(await take(shop.app), { amountMinor: 2000, givenMinor: 5000 });
    const reply = await shop.app.inject(`/api/papers/receipt.pdf?order=${order.id}`);
    expect(reply.headers['content-type']).toBe('application/pdf');
    const pages = await pagesOf(reply.rawPayload);
    expect(pages).toHaveLength(1);
    for (const text of [
      `Receipt ${order.ticket}`,
      '12 × Dusk berry',
      '€28.80',
      'of it 23% tax on €23.41',
      '€5.39',
      'Paid, cash',
      '€50.00 given, change',
      '€30.00',
      'Still to pay',
      '€8.80',
    ])
      expect(pages[0]).toContain(text);
    const nobody = '00000000-0000-4000-8000-000000000000';
    const none = await shop.app.inject(`/api/papers/receipt.pdf?order=${nobody}`);
    expect(none.statusCode).toBe(404);
  });

  test('the closing says what was taken and whether the drawer is right', async () => {
    await close({ countedMinor: 1 });
    const { rawPayload } = await shop.app.inject(`/api/papers/closing.pdf?day=${TODAY}`);
    const [page] = await pagesOf(rawPayload);
    for (const text of [
      'Closing of Thursday 18 June 2026',
      'cash for orders',
      'must hold',
      'missing',
      'by Maj: right',
    ])
      expect(page).toContain(text);
    const open = await shop.app.inject('/api/papers/closing.pdf?day=2026-06-21');
    expect((await pagesOf(open.rawPayload))[0]).toContain('Not closed yet.');
  });
});
