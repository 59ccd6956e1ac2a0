import type { ImportReport, MessageView, Order, OrderEvent } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, ordersOf } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const HEAD = 'Customer,Day,Time,Pickup point,What,Note';
const bring = (text: string, more: Record<string, unknown> = {}) =>
  ask<ImportReport>(shop.app, ['POST', '/api/imports/orders'], {
    text,
    mapping: null,
    isWanted: false,
    ...more,
  });
const orders = async (): Promise<Order[]> => await ordersOf(shop.app);
const list = (...lines: readonly string[]): string => [HEAD, ...lines].join('\r\n');
const SOUND = [
  'K. Import,2026-06-20,10:00,The shop,"1 Dozen berries, 4 Salt twist",By the gate',
  'Quay café,20.6.2026,9.30,Stall on the quay,12 rye truffle,',
];

describe('a list of orders', () => {
  test('is looked at first, and nothing is stored by looking', async () => {
    const before = (await orders()).length;
    const { body } = await bring(list(...SOUND));
    expect(body).toMatchObject({ total: 2, fresh: 2, known: 0, faulty: 0, taken: 0 });
    expect(body.mapping).toEqual({
      ...{ customer: 0, day: 1, time: 2, point: 3, what: 4, note: 5 },
      ...{ phone: null, never: null },
    });
    expect(body.lines[1]).toMatchObject({ line: 3, pickup: '2026-06-20T09:30', isKnown: false, faults: [] });
    expect(await orders()).toHaveLength(before);
  });

  test('is told to its customers only where somebody says so', async () => {
    const line = (customer: string): string => `${customer},2026-06-20,10:00,The shop,4 Salt twist,`;
    const toldOf = async (customer: string): Promise<string[]> => {
      const { id } = (await orders()).find((each) => each.customer === customer)!;
      const messages = (await shop.app.inject(`/api/messages?order=${id}`)).json<MessageView[]>();
      return messages.map(({ kind }) => kind).sort();
    };
    await bring(list(line('Quiet')), { isWanted: true });
    expect(await toldOf('Quiet')).toEqual([]);
    await bring(list(line('Told'), line('Told too')), { isWanted: true, isTold: true });
    expect(await toldOf('Told')).toEqual(['confirmed', 'reminder']);
    expect(await toldOf('Told too')).toEqual(['confirmed', 'reminder']);
  });

  test('is brought in whole, with tickets, boxes, prices, customers and a history; the same again adds nothing', async () => {
    const before = (await orders()).length;
    const { body } = await bring(list(...SOUND), { isWanted: true });
    expect(body.taken).toBe(2);
    const all = await orders();
    expect(all).toHaveLength(before + 2);
    const order = all.find(({ customer }) => customer === 'K. Import')!;
    expect(order).toMatchObject({
      state: 'promised',
      pickup: '2026-06-20T10:00',
      note: 'By the gate',
      lines: [{ piece: 'salt-twist', pieces: 4 }],
      boxes: [{ box: 'berry-12', count: 1, priceMinor: 2750 }],
    });
    expect(order.ticket).toMatch(/^M-\d{4}$/);
    expect(
      all.find(({ pickup, pickupPoint }) => pickup === '2026-06-20T09:30' && pickupPoint === 'quay'),
    ).toBeDefined();
    const events = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(events.map(({ what }) => what)).toEqual(['taken']);
    const again = await bring(list(...SOUND), { isWanted: true });
    expect(again.body).toMatchObject({ fresh: 0, known: 2, taken: 0 });
    expect(await orders()).toHaveLength(before + 2);
    // one line more brings in that one
    const more = await bring(list(...SOUND, SOUND[0]!), { isWanted: true });
    expect(more.body).toMatchObject({ known: 2, taken: 1 });
  });

  test('in any order of columns, apart by semicolons, is mapped as one says', async () => {
    const text = 'Wish;Hour;On;Where to;Client name\n3 foam bar;11;2026-06-20;shop;M. Mapped';
    const guessed = await bring(text);
    expect(guessed.body.mapping).toMatchObject({ customer: null, what: null });
    expect(guessed.body.lines).toEqual([]);
    const refused = await bring(text, { isWanted: true });
    expect(refused.body.errors).toContainEqual({ pointer: '/mapping/what', code: 'required', params: {} });
    const mapping = { customer: 4, day: 2, time: 1, point: 3, what: 0, note: null };
    const { body } = await bring(text, { mapping });
    expect(body.lines[0]).toMatchObject({
      customer: 'M. Mapped',
      faults: [{ field: 'pickup', code: 'wrong-format' }],
    });
    const sound = await bring(text.replace(';11;', ';11:00;'), { mapping, isWanted: true });
    expect(sound.body.taken).toBe(1);
  });

  test.each<[string, string, string, string]>([
    ['of nobody', ' ,2026-06-20,10:00,The shop,1 twist bag,', 'customer', 'blank'],
    ['for yesterday', 'X,2026-06-17,10:00,The shop,1 twist bag,', 'pickup', 'pickup-past'],
    ['while it is shut', 'X,2026-06-20,19:00,The shop,1 twist bag,', 'pickup', 'pickup-shut'],
    ['for a day that there is not', 'X,2026-06-31,10:00,The shop,1 twist bag,', 'pickup', 'wrong-format'],
    ['for another town', 'X,2026-06-20,10:00,The moon,1 twist bag,', 'pickupPoint', 'unknown-pickup-point'],
    ['of what nobody sells', 'X,2026-06-20,10:00,The shop,3 coals,', 'what', 'not-understood'],
    ['of nothing', 'X,2026-06-20,10:00,The shop,,', 'lines', 'too-few'],
    ['of which half is missing', 'X,2026-06-20,10:00', 'line', 'half-line'],
  ])('with one line %s is not brought in at all, and the line is told', async (_name, line, field, code) => {
    const before = (await orders()).length;
    const looked = await bring(list('N. New,2026-06-20,11:00,The shop,1 twist bag,', line));
    const faulty = looked.body.lines.find(({ line: at }) => at === 3)!;
    expect(faulty.faults).toContainEqual(expect.objectContaining({ field, code }));
    const { status, body } = await bring(list('N. New,2026-06-20,11:00,The shop,1 twist bag,', line), {
      isWanted: true,
    });
    expect(status).toBe(400);
    expect(body.errors).toEqual([
      { pointer: '/text', code: 'lines-at-fault', params: { value: 1, line: 3 } },
    ]);
    expect(await orders()).toHaveLength(before);
  });

  test('of what its customer must never have comes in once somebody answers for it', async () => {
    const line = list('e. halla,2026-06-20,10:00,The shop,12 oat ball,');
    const looked = (await bring(line)).body.lines[0]!;
    expect(looked.faults).toMatchObject([
      { field: 'customer', code: 'not-for-customer', params: { piece: 'oat-ball', allergens: 'nuts' } },
    ]);
    expect((await bring(line, { isWanted: true })).body.errors).toMatchObject([{ code: 'lines-at-fault' }]);
    const despiteAllergy = { reason: 'For the neighbours', name: 'Runa' };
    expect((await bring(line, { despiteAllergy })).body).toMatchObject({ fresh: 1, faulty: 0 });
    expect((await bring(line, { despiteAllergy, isWanted: true })).body.taken).toBe(1);
    const order = (await orders()).find(({ customer }) => customer === 'e. halla')!;
    expect(order.allergyWaiver).toMatchObject(despiteAllergy);
    const history = await shop.app.inject(`/api/orders/${order.id}/history`);
    expect(history.json<OrderEvent[]>()[0]!.changes).toContainEqual({
      field: 'despiteAllergy',
      from: null,
      to: 'For the neighbours (Runa)',
    });
  });

  test.each([
    ['empty', '', 'empty-list'],
    ['a head alone', HEAD, 'empty-list'],
    ['a quote that never ends', list('"K. Import,2026-06-20,10:00,The shop,1 twist bag,'), 'broken-list'],
    ['longer than can be', [HEAD, ...Array.from({ length: 20_001 }, () => 'x')].join('\n'), 'too-many'],
    ['larger than can be', 'x'.repeat(4_000_001), 'too-long'],
  ])('that is %s is told so', async (_name, text, code) => {
    const { status, body } = await bring(text);
    expect(status).toBe(400);
    expect(body.errors).toMatchObject([{ pointer: '/text', code }]);
  });

  test('takes telephones and what must never be in an order, and stops for it', async () => {
    const head = 'who,day,time,where,what,telephone,must never have';
    const line = (what: string, never: string): string =>
      [head, `S. Telling,2026-06-20,13:00,The shop,${what},050 0777,"${never}"`].join('\n');
    const stopped = await bring(line('6 oat ball', 'nuts, milk'), { isWanted: false });
    expect(stopped.body.lines[0]!.faults.map(({ code }) => code)).toContain('not-for-customer');
    const unclear = await bring(line('6 dusk berry', 'nuts and kiwi'), { isWanted: false });
    expect(unclear.body.lines[0]!.faults).toEqual([
      { field: 'never', code: 'not-understood', params: { value: 'kiwi' } },
    ]);
    const long = await bring(line('6 dusk berry', '').replace('050 0777', '0'.repeat(41)), {
      isWanted: false,
    });
    expect(long.body.lines[0]!.faults).toEqual([{ field: 'phone', code: 'too-long', params: { limit: 40 } }]);
    expect((await bring(line('6 dusk berry', 'no egg or sesame'), { isWanted: true })).body.taken).toBe(1);
    const taken = (await orders()).find(({ customer }) => customer === 'S. Telling');
    expect(taken).toMatchObject({ phone: '050 0777', allergies: ['egg', 'sesame'] });
  });

  test('of a hundred million bytes is refused unread', async () => {
    const response = await shop.app.inject({
      method: 'POST',
      url: '/api/imports/orders',
      headers: { 'content-type': 'application/json', 'content-length': '100000000' },
      payload: '{}',
    });
    expect(response.statusCode).toBe(413);
  });

  test('that was taken out comes in again as it was, formulas too', async () => {
    await take(shop.app, {
      customer: '=1+1',
      note: '@home',
      phone: '+358 40',
      allergies: ['egg'],
      pickup: '2026-06-20T13:00',
    });
    const csv = (await shop.app.inject('/api/lists/orders')).body;
    const [head, ...rows] = csv.split('\r\n');
    const own = rows.filter((row) => row.includes('=1+1'));
    const { body } = await bring([head, ...own].join('\r\n'), { isWanted: true });
    expect(body.taken).toBe(1);
    const both = (await orders()).filter(({ customer }) => customer === '=1+1');
    expect(both).toHaveLength(2);
    expect(both[1]!.note).toBe(both[0]!.note);
    expect(both[1]).toMatchObject({ phone: '+358 40', allergies: ['egg'] });
    expect(both[1]!.pieces).toEqual(both[0]!.pieces);
    expect(both[1]!.pickup).toBe(both[0]!.pickup);
  });
});
