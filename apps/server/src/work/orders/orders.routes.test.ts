import type { Order } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ordersOf } from '../../testing/ask';
import { change, draft, openApp, take, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  // slots and the kitchen are the matter of promise-gate.test.ts
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const count = async (): Promise<number> => (await ordersOf(shop.app)).length;
const send = (method: 'POST' | 'PUT', url: string, payload: unknown) =>
  shop.app.inject({ method, url, payload: payload as object });

describe('an order', () => {
  test('is taken, given a ticket, and found again as it was', async () => {
    const response = await send(
      'POST',
      '/api/orders',
      draft({ customer: '  I. Varg ', note: ' ring first ' }),
    );
    expect(response.statusCode).toBe(201);
    const order = response.json<Order>();
    expect(order).toMatchObject({
      ticket: expect.stringMatching(/^M-\d{4}$/) as string,
      customer: 'I. Varg',
      note: 'ring first',
      pickup: '2026-06-19T15:00',
      pickupAt: '2026-06-19T12:00:00.000Z',
      state: 'promised',
      version: 1,
    });
    expect((await shop.app.inject(`/api/orders/${order.id}`)).json()).toEqual(order);
  });

  test('gets a ticket that no other has', async () => {
    const tickets = await Promise.all(Array.from({ length: 8 }, async () => (await take(shop.app)).ticket));
    expect(new Set(tickets).size).toBe(8);
    expect(tickets.every((ticket) => /^M-04\d\d$/.test(ticket))).toBe(true);
  });

  test('is changed, its lines replaced, its version counted up', async () => {
    const order = await take(shop.app);
    const lines = [
      { piece: 'salt-twist', pieces: 20 },
      { piece: 'dusk-berry', pieces: 6 },
    ];
    const response = await send('PUT', `/api/orders/${order.id}`, change(1, { lines }));
    expect(response.statusCode).toBe(200);
    expect(response.json()).toMatchObject({ pieces: lines, version: 2, ticket: order.ticket });
  });

  test('changed by two: the second is shown what the first made of it, and nothing is lost', async () => {
    const order = await take(shop.app);
    await send('PUT', `/api/orders/${order.id}`, change(1, { customer: 'First' }));
    const response = await send('PUT', `/api/orders/${order.id}`, change(1, { customer: 'Second' }));
    expect(response.statusCode).toBe(409);
    expect(response.json()).toMatchObject({
      code: 'order-changed',
      params: { current: { customer: 'First', version: 2 } },
    });
  });

  test('goes from promised to the shelf, over the counter, and back', async () => {
    let order = await take(shop.app);
    for (const to of ['ready', 'handed-over', 'ready', 'promised', 'cancelled', 'promised'] as const) {
      const response = await send('POST', `/api/orders/${order.id}/move`, {
        to,
        version: order.version,
        despiteKitchen: OVERRULED,
      });
      expect(response.statusCode).toBe(200);
      order = response.json<Order>();
      expect(order.state).toBe(to);
    }
  });

  test('is not handed over before it is ready, nor changed once it is', async () => {
    const order = await take(shop.app);
    const early = await send('POST', `/api/orders/${order.id}/move`, {
      to: 'handed-over',
      version: 1,
      despiteKitchen: null,
    });
    expect(early.statusCode).toBe(409);
    expect(early.json()).toMatchObject({
      code: 'order-state',
      params: { state: 'promised', to: 'handed-over' },
    });
    await send('POST', `/api/orders/${order.id}/move`, { to: 'ready', version: 1, despiteKitchen: null });
    const late = await send('PUT', `/api/orders/${order.id}`, change(2));
    expect(late.json()).toMatchObject({ code: 'order-state', params: { state: 'ready' } });
  });

  test('that nobody has is not found', async () => {
    const id = '00000000-0000-4000-8000-000000000000';
    expect((await shop.app.inject(`/api/orders/${id}`)).json()).toMatchObject({
      code: 'order-not-found',
      params: { id },
    });
    expect((await send('PUT', `/api/orders/${id}`, change(1))).statusCode).toBe(404);
    expect((await shop.app.inject('/api/orders/17')).json()).toMatchObject({
      code: 'invalid-input',
      errors: [{ pointer: '/id', code: 'wrong-format' }],
    });
  });
});

describe('a draft that cannot be', () => {
  test.each<[string, unknown, { pointer: string; code: string }]>([
    [
      'a name with a NUL in it',
      draft({ customer: 'Va\u0000rg' }),
      { pointer: '/customer', code: 'wrong-format' },
    ],
    ['a note with a line break', draft({ note: 'a\nb' }), { pointer: '/note', code: 'wrong-format' }],
    ['no lines', draft({ lines: [] }), { pointer: '/lines', code: 'too-few' }],
    [
      'a pickup that is past',
      draft({ pickup: '2026-06-18T11:30' }),
      { pointer: '/pickup', code: 'pickup-past' },
    ],
    [
      'a pickup after the season',
      draft({ pickup: '2026-06-23T09:00' }),
      { pointer: '/pickup', code: 'pickup-outside-season' },
    ],
    [
      'a day that there is not',
      draft({ pickup: '2026-06-31T09:00' }),
      { pointer: '/pickup', code: 'wrong-format' },
    ],
    [
      'a time with seconds',
      draft({ pickup: '2026-06-19T15:00:00' }),
      { pointer: '/pickup', code: 'wrong-format' },
    ],
    [
      '0 pieces',
      draft({ lines: [{ piece: 'dusk-berry', pieces: 0 }] }),
      { pointer: '/lines/0/pieces', code: 'too-small' },
    ],
    [
      '1.5 pieces',
      draft({ lines: [{ piece: 'dusk-berry', pieces: 1.5 }] }),
      { pointer: '/lines/0/pieces', code: 'not-a-whole-number' },
    ],
    [
      '5,001 pieces',
      draft({ lines: [{ piece: 'dusk-berry', pieces: 5001 }] }),
      { pointer: '/lines/0/pieces', code: 'too-large' },
    ],
    [
      'pieces as text',
      { ...draft(), lines: [{ piece: 'dusk-berry', pieces: '12' }] },
      { pointer: '/lines/0/pieces', code: 'not-a-whole-number' },
    ],
    [
      'an unknown piece',
      draft({ lines: [{ piece: 'moon', pieces: 1 }] }),
      { pointer: '/lines/0/piece', code: 'unknown-piece' },
    ],
    [
      'a piece twice',
      draft({
        lines: [
          { piece: 'oat-ball', pieces: 1 },
          { piece: 'oat-ball', pieces: 2 },
        ],
      }),
      { pointer: '/lines/1/piece', code: 'piece-twice' },
    ],
    [
      'a name of 10,000 letters',
      draft({ customer: 'x'.repeat(10_000) }),
      { pointer: '/customer', code: 'too-long' },
    ],
    ['a name of spaces', draft({ customer: '   ' }), { pointer: '/customer', code: 'blank' }],
    ['no name', { ...draft(), customer: undefined }, { pointer: '/customer', code: 'required' }],
    ['an empty name', draft({ customer: '' }), { pointer: '/customer', code: 'too-short' }],
    [
      'a field that nobody knows',
      { ...draft(), colour: 'red' },
      { pointer: '/colour', code: 'unknown-field' },
    ],
    [
      'an unknown pickup point',
      draft({ pickupPoint: 'moon' }),
      { pointer: '/pickupPoint', code: 'unknown-pickup-point' },
    ],
    [
      '21 lines',
      draft({ lines: Array.from({ length: 21 }, () => ({ piece: 'oat-ball', pieces: 1 })) }),
      { pointer: '/lines', code: 'too-many' },
    ],
    ['a name that is a number', { ...draft(), customer: 7 }, { pointer: '/customer', code: 'wrong-type' }],
  ])('with %s is refused at its field, and nothing is stored', async (_name, payload, problem) => {
    const before = await count();
    const response = await send('POST', '/api/orders', payload);
    expect(response.statusCode).toBe(400);
    expect(response.headers['content-type']).toContain('application/problem+json');
    const document = response.json<{ code: string; status: number; errors: unknown[] }>();
    expect(document).toMatchObject({ code: 'invalid-input', status: 400 });
    expect(document.errors).toContainEqual(expect.objectContaining(problem));
    expect(await count()).toBe(before);
  });

  test('tells of all its faults at once', async () => {
    const response = await send(
      'POST',
      '/api/orders',
      draft({ customer: ' ', pickup: '2026-06-01T09:00', pickupPoint: 'moon' }),
    );
    expect(response.json<{ errors: { pointer: string }[] }>().errors.map((error) => error.pointer)).toEqual([
      '/customer',
      '/pickupPoint',
      '/pickup',
    ]);
  });

  test('leaves a changed order as it was', async () => {
    const order = await take(shop.app);
    const response = await send(
      'PUT',
      `/api/orders/${order.id}`,
      change(1, { lines: [{ piece: 'moon', pieces: 1 }] }),
    );
    expect(response.statusCode).toBe(400);
    expect((await shop.app.inject(`/api/orders/${order.id}`)).json()).toEqual(order);
  });

  test.each<[string, string, string | undefined, number, string]>([
    ['no JSON', '{', 'application/json', 400, 'malformed-body'],
    ['an empty body', '', 'application/json', 400, 'malformed-body'],
    ['another kind of text', 'customer=Varg', 'text/csv', 415, 'unsupported-media-type'],
    [
      'far too much',
      JSON.stringify({ note: 'x'.repeat(1_100_000) }),
      'application/json',
      413,
      'body-too-large',
    ],
  ])('made of %s is told so', async (_name, payload, type, status, code) => {
    const response = await shop.app.inject({
      method: 'POST',
      url: '/api/orders',
      payload,
      headers: { 'content-type': type },
    });
    expect(response.statusCode).toBe(status);
    expect(response.json()).toMatchObject({ code, status });
  });
});
