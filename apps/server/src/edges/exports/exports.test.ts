import type { Feed } from '@alnage/contract';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, ordersOf } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

describe('a list as CSV', () => {
  const lines = async (list: string): Promise<string[]> => {
    const response = await shop.app.inject(`/api/lists/${list}`);
    expect(response.headers['content-type']).toBe('text/csv; charset=utf-8');
    expect(response.headers['content-disposition']).toBe(`attachment; filename="${list}.csv"`);
    expect(response.body.startsWith('\uFEFF')).toBe(true);
    return response.body.slice(1).trimEnd().split('\r\n');
  };

  test('has a head and a row for each order, in words and amounts', async () => {
    const [head, ...rows] = await lines('orders');
    expect(head).toBe(
      'ticket,customer,state,day,time,pickup point,what,pieces,total,paid,to pay,currency,telephone,must never have,note,gift message',
    );
    expect(rows).toHaveLength(45);
    expect(rows).toContain(
      'M-0362,I. Varg,promised,2026-06-19,09:30,The shop,"1 Dozen berries, 1 Truffle box",20,44.40,0.00,44.40,EUR,,,,',
    );
  });

  test('makes formulas harmless, and keeps quotes, commas and letters of every script', async () => {
    await take(shop.app, { customer: "=cmd|'/c calc'!A1", note: 'Say "hei", М. Йә 草莓' });
    const row = (await lines('orders')).find((each) => each.includes('cmd'))!;
    expect(row).toContain(`,'=cmd|'/c calc'!A1,`);
    expect(row).toContain('"Say ""hei"", М. Йә 草莓"');
    for (const sign of ['+1', '-1', '@SUM(A1)']) await take(shop.app, { customer: sign });
    const plain = (await lines('orders')).map((each) => each.split(',')[1]);
    expect(plain).toEqual(expect.arrayContaining(["'+1", "'-1", "'@SUM(A1)"]));
  });

  test('is there of the customers, and of nothing else', async () => {
    expect(await lines('customers')).toContain('O. Lind,050 0188,nuts,Frost berries only');
    expect((await shop.app.inject('/api/lists/people')).statusCode).toBe(400);
  });
});

describe('the calendars', () => {
  const feedOf = (token: string | null, feed = 'pickups') => shop.app.inject(`/api/feeds/${token}/${feed}`);
  const renew = async (): Promise<string> => (await ask<Feed>(shop.app, ['POST', '/api/feed'])).body.token!;
  const eventsOf = (body: string): ICAL.Event[] =>
    new ICAL.Component(ICAL.parse(body) as unknown[])
      .getAllSubcomponents('vevent')
      .map((each) => new ICAL.Event(each));

  test('are at no address before one is made, and at none that was taken back', async () => {
    expect((await shop.app.inject('/api/feed')).json()).toEqual({ token: null });
    expect((await feedOf('null')).statusCode).toBe(404);
    const first = await renew();
    expect(first.length).toBeGreaterThanOrEqual(32);
    expect((await feedOf(first)).statusCode).toBe(200);
    const second = await renew();
    expect((await feedOf(first)).statusCode).toBe(404);
    expect((await feedOf(second)).statusCode).toBe(200);
    expect((await ask<Feed>(shop.app, ['DELETE', '/api/feed'])).body).toEqual({ token: null });
    expect((await feedOf(second)).statusCode).toBe(404);
  });

  test('hold every pickup that is promised, as an independent reader reads them', async () => {
    const token = await renew();
    const order = await take(shop.app, { customer: 'Ä. Öström; & "co"', note: 'Back door,\\ left' });
    const response = await feedOf(token);
    expect(response.headers['content-type']).toBe('text/calendar; charset=utf-8');
    const orders = await ordersOf(shop.app);
    const events = eventsOf(response.body);
    expect(events).toHaveLength(orders.filter(({ state }) => state !== 'cancelled').length);
    const event = events.find(({ uid }) => uid === `${order.id}@alnage`)!;
    expect(event.summary).toBe(`${order.ticket} Ä. Öström; & "co"`);
    expect(event.startDate.toJSDate().toISOString()).toBe(order.pickupAt);
    expect(event.location).toBe('The shop');
    expect(event.description).toContain('12 Dusk berry\nto pay: 28.80 EUR\nBack door,\\ left');
    // what is cancelled is not collected
    await ask(shop.app, ['POST', `/api/orders/${order.id}/move`], {
      to: 'cancelled',
      version: 1,
      despiteKitchen: null,
    });
    expect(eventsOf((await feedOf(token)).body).some(({ uid }) => uid === `${order.id}@alnage`)).toBe(false);
  });

  test('hold every melt and every stage of the newest plan', async () => {
    const token = await renew();
    const { plan, horizonStart } = (await shop.app.inject('/api/plan')).json<{
      plan: {
        melts: { id: string }[];
        batches: { id: string; stages: { stage: string; start: number }[] }[];
      };
      horizonStart: string;
    }>();
    const events = eventsOf((await feedOf(token, 'kitchen')).body);
    const stages = plan.batches.flatMap(({ stages }) => stages);
    expect(events).toHaveLength(plan.melts.length + stages.length);
    const [batch] = plan.batches;
    const [stage] = batch!.stages;
    const event = events.find(({ uid }) => uid === `${batch!.id}-${stage!.stage}@alnage`)!;
    expect(event.startDate.toJSDate().getTime()).toBe(Date.parse(horizonStart) + stage!.start * 60_000);
    expect(events.some(({ summary }) => /^Melt \d+\.\d\d kg Dark 64 in Bowl [AB]$/.test(summary))).toBe(true);
  });
});
