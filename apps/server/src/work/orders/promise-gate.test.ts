import type { Order, OrderEvent, OrderNotices, PickupPoint, PromisedSlot } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf, ordersOf } from '../../testing/ask';
import { change, draft, makePlan, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const post = (what: Parameters<typeof draft>[0]) =>
  ask<Order>(shop.app, ['POST', '/api/orders'], draft(what));
const point = async (id = 'shop'): Promise<PickupPoint> =>
  (await workshopOf(shop.app)).pickupPoints.find((each) => each.id === id)!;
const put = async (what: Partial<PickupPoint>): Promise<void> => {
  const { id, closedSlots: _closed, ...own } = await point();
  const { status } = await ask(shop.app, ['PUT', `/api/points/${id}`], { ...own, ...what });
  expect(status).toBe(200);
};
const closing = (at: string, isClosed: boolean, id = 'shop') =>
  ask<PickupPoint>(shop.app, ['PUT', `/api/points/${id}/slots`], { at, isClosed });
const twists = [{ piece: 'salt-twist', pieces: 4 }];

describe('an order is promised only where it can be handed over', () => {
  test.each([
    ['before opening', '2026-06-19T08:59', 'pickup-shut'],
    ['after closing', '2026-06-19T18:31', 'pickup-shut'],
    ['on a day with hours of its own, after those', '2026-06-21T13:30', 'pickup-shut'],
  ])('%s it is not', async (_name, pickup, code) => {
    const { status, body } = await post({ pickup, lines: twists });
    expect(status).toBe(400);
    expect(body.errors).toEqual([{ pointer: '/pickup', code, params: { value: pickup, point: 'The shop' } }]);
  });

  test('a slot that was closed is not, until it is opened again; what is promised in it stays', async () => {
    const pickup = '2026-06-22T10:10';
    const kept = (await post({ pickup, lines: twists })).body;
    const { body: closed } = await closing(pickup, true);
    expect(closed.closedSlots).toEqual(['2026-06-22T10:00']);
    // asked twice it stays as it is
    expect((await closing('2026-06-22T10:29', true)).body.closedSlots).toEqual(['2026-06-22T10:00']);
    const refused = await post({ pickup, lines: twists });
    expect(refused.body.errors).toEqual([
      {
        pointer: '/pickup',
        code: 'slot-closed',
        params: { value: pickup, nearest: '2026-06-22T10:30' },
      },
    ]);
    // what has its place there keeps it, and may be changed without asking for more
    const put = (version: number, what: Parameters<typeof change>[1]) =>
      ask<Order>(
        shop.app,
        ['PUT', `/api/orders/${kept.id}`],
        change(version, { pickup, lines: twists, ...what }),
      );
    expect((await put(1, { note: 'Ring' })).body.note).toBe('Ring');
    const { body: grid } = await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], {
      lines: twists,
      boxes: [],
      pickupPoint: 'shop',
      order: kept.id,
    });
    expect(grid.find(({ at }) => at === '2026-06-22T10:00')!.slotFault).toBeNull();
    expect((await put(2, { boxes: [{ box: 'twist-bag', count: 1, contents: [] }] })).status).toBe(200);
    expect((await put(3, { pickup: '2026-06-22T11:10' })).status).toBe(200);
    expect((await put(4, {})).body.errors).toMatchObject([{ code: 'slot-closed' }]);
    await closing(pickup, false);
    expect((await post({ pickup, lines: twists })).status).toBe(201);
  });

  test('of a shut hour no slot is closed', async () => {
    const { status, body } = await closing('2026-06-22T20:00', true);
    expect(status).toBe(400);
    expect(body.errors).toMatchObject([{ pointer: '/at', code: 'pickup-shut' }]);
    expect((await closing('2026-06-22T10:00', true, 'moon')).status).toBe(404);
  });

  test('boxes count one by one, loose pieces together as one; a change counts without what it replaces', async () => {
    await put({ slotBoxes: 3 });
    const pickup = '2026-06-22T12:00';
    const bags = (count: number) => ({
      pickup,
      lines: [],
      boxes: [{ box: 'twist-bag', count, contents: [] }],
    });
    const first = (await post(bags(2))).body;
    expect(first.pieces).toEqual([{ piece: 'salt-twist', pieces: 40 }]);
    const refused = await post({ ...bags(1), lines: twists });
    expect(refused.body.errors).toMatchObject([{ code: 'slot-full', params: { asked: 2, left: 1 } }]);
    expect((await ask<Order>(shop.app, ['PUT', `/api/orders/${first.id}`], change(1, bags(3)))).status).toBe(
      200,
    );
    expect((await post({ pickup, lines: twists })).body.errors).toMatchObject([{ params: { left: 0 } }]);
    // the next half hour has room of its own
    expect((await post({ pickup: '2026-06-22T12:30', lines: twists })).status).toBe(201);
  });

  test('two who want the last place at once: one gets it, the other is told the nearest', async () => {
    const pickup = '2026-06-22T14:00';
    await put({ slotBoxes: 1 });
    const answers = await Promise.all(Array.from({ length: 6 }, () => post({ pickup, lines: twists })));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 400, 400, 400, 400, 400]);
    const told = answers.find(({ status }) => status === 400)!.body.errors[0]!;
    expect(told).toMatchObject({ code: 'slot-full', params: { left: 0 } });
    expect(['2026-06-22T13:30', '2026-06-22T14:30']).toContain(told.params['nearest']);
    await put({ slotBoxes: null });
  });

  test('on the waiting list it takes no place; promised later it is checked as a new one is', async () => {
    await put({ slotBoxes: 1 });
    const pickup = '2026-06-22T15:00';
    const taken = (await post({ pickup, lines: twists })).body;
    const waiting = (await post({ pickup, lines: twists, state: 'waiting' })).body;
    expect(waiting.state).toBe('waiting');
    const move = (order: Order, to: Order['state']) =>
      ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
        to,
        version: order.version,
        despiteKitchen: OVERRULED,
      });
    const offers = async () =>
      (await shop.app.inject('/api/orders/notices')).json<OrderNotices>().offers.map(({ id }) => id);
    expect(await offers()).not.toContain(waiting.id);
    expect((await move(waiting, 'promised')).body.errors).toMatchObject([{ code: 'slot-full' }]);
    await move(taken, 'cancelled');
    // nothing of it is planned yet, and four twists fit into Monday
    expect(await offers()).toContain(waiting.id);
    expect((await move(waiting, 'promised')).body.state).toBe('promised');
    // and the one that was cancelled does not get its place back, by whatever way
    expect((await move({ ...taken, version: 2 }, 'ready')).body.errors).toMatchObject([
      { code: 'slot-full' },
    ]);
    expect((await move({ ...taken, version: 2 }, 'promised')).body.errors).toMatchObject([
      { code: 'slot-full' },
    ]);
    await put({ slotBoxes: null });
  });
});

describe('an order is promised only where the kitchen can make it', () => {
  const much = { lines: [{ piece: 'dusk-berry', pieces: 3000 }], pickup: '2026-06-19T10:00' };

  test('beside all that is planned, unless somebody takes it all the same', async () => {
    const refused = await post({ ...much, despiteKitchen: null });
    expect(refused.status).toBe(400);
    expect(refused.body.errors).toEqual([
      {
        pointer: '/pickup',
        code: 'not-makeable',
        params: { value: much.pickup, piece: 'dusk-berry', nearest: null },
      },
    ]);
    for (const despiteKitchen of [true, { reason: '', name: 'Runa' }, { reason: 'Help comes' }])
      expect((await post({ ...much, despiteKitchen } as never)).status).toBe(400);
    const forced = await post({ ...much, despiteKitchen: OVERRULED });
    expect(forced.status).toBe(201);
    expect(forced.body.kitchenOverruled).toEqual(OVERRULED);
    const history = (await shop.app.inject(`/api/orders/${forced.body.id}/history`)).json<OrderEvent[]>();
    expect(history[0]!.changes).toContainEqual({
      field: 'despiteKitchen',
      from: null,
      to: `${OVERRULED.reason} (${OVERRULED.name})`,
    });
    // a word written on it asks for nothing more of the kitchen; another hour does
    const put = (version: number, what: object) =>
      ask<Order>(
        shop.app,
        ['PUT', `/api/orders/${forced.body.id}`],
        change(version, { ...much, despiteKitchen: null, ...what }),
      );
    expect((await put(1, { note: 'Ring' })).body.kitchenOverruled).toEqual(OVERRULED);
    expect((await put(2, { pickup: '2026-06-19T10:30' })).body.errors).toMatchObject([
      { code: 'not-makeable' },
    ]);
    await ask(shop.app, ['POST', `/api/orders/${forced.body.id}/move`], {
      to: 'cancelled',
      version: 2,
      despiteKitchen: null,
    });
  });

  test('what the grid calls open is taken and then planned; its slots tell their room', async () => {
    await put({ slotBoxes: 5 });
    const lines = [{ piece: 'ridge-chip', pieces: 10 }];
    const { body: slots } = await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], {
      lines,
      boxes: [],
      pickupPoint: 'shop',
      order: null,
    });
    const open = slots.find(({ kind }) => kind === 'open')!;
    expect(open.roomBoxes).toBeGreaterThanOrEqual(2);
    const full = slots.filter(({ slotFault }) => slotFault === 'full');
    expect(full.length).toBeGreaterThan(0);
    expect(full.every(({ kind, roomBoxes }) => kind === 'no' && roomBoxes === 0)).toBe(true);
    const order = await post({ lines, pickup: open.at, despiteKitchen: null });
    expect(order.status).toBe(201);
    const saved = await makePlan(shop.app);
    expect(saved.reasons.filter((reason) => reason.order === order.body.id)).toEqual([]);
  });

  test('what is planned for it already need not be made again: a note is changed, a cancelling undone', async () => {
    await put({ slotBoxes: null });
    const orders = await ordersOf(shop.app);
    // of Friday noon: nothing more of it could be made by then
    const village = orders.find(({ customer }) => customer === 'Village hall')!;
    const own = {
      customer: village.customer,
      lines: village.lines.map(({ piece, pieces }) => ({ piece, pieces })),
      pickup: village.pickup,
      note: 'Rolling in at the front door',
      despiteKitchen: null,
    };
    const noted = await ask<Order>(shop.app, ['PUT', `/api/orders/${village.id}`], change(1, own));
    expect(noted.body.note).toBe(own.note);
    const more = own.lines.map((line) => ({ ...line, pieces: line.pieces + 2000 }));
    const refused = await ask<Order>(
      shop.app,
      ['PUT', `/api/orders/${village.id}`],
      change(2, { ...own, lines: more }),
    );
    expect(refused.body.errors).toMatchObject([{ code: 'not-makeable' }]);
    const move = (to: string, version: number) =>
      ask<Order>(shop.app, ['POST', `/api/orders/${village.id}/move`], {
        to,
        version,
        despiteKitchen: null,
      });
    await move('cancelled', 2);
    expect((await move('promised', 3)).body.state).toBe('promised');
  });

  test('before anything is planned nobody can say, so it is taken', async () => {
    const fresh = await openApp();
    await fresh.db.query('delete from plan');
    const { status } = await ask(fresh.app, ['POST', '/api/orders'], draft({ despiteKitchen: null }));
    expect(status).toBe(201);
    await fresh.close();
  });
});

describe('boxes in an order', () => {
  const dozen = (pieces: readonly [string, number][]) => ({
    lines: [],
    boxes: [{ box: 'berry-12', count: 2, contents: pieces.map(([piece, n]) => ({ piece, pieces: n })) }],
  });

  test('are filled as they are, or as chosen, and cost what was agreed, whatever they cost later', async () => {
    const { body } = await post({
      lines: [{ piece: 'rye-truffle', pieces: 3 }],
      boxes: [
        { box: 'truffle-8', count: 1, contents: [] },
        ...dozen([
          ['frost-berry', 10],
          ['dusk-berry', 2],
        ]).boxes,
      ],
      pickup: '2026-06-22T11:00',
    });
    expect(body.pieces).toEqual([
      { piece: 'rye-truffle', pieces: 11 },
      { piece: 'frost-berry', pieces: 20 },
      { piece: 'dusk-berry', pieces: 4 },
    ]);
    const truffle = (
      await ask<{ id: string; costs: { priceMinor: number } }[]>(shop.app, ['GET' as never, '/api/pieces'])
    ).body;
    const price = truffle.find(({ id }) => id === 'rye-truffle')!.costs.priceMinor;
    expect(body).toMatchObject({ totalMinor: 3 * price + 1690 + 2 * 2750, unpriced: 0 });
    const workshop = await workshopOf(shop.app);
    const { id, ...own } = workshop.boxes.find((box) => box.id === 'berry-12')!;
    await ask(shop.app, ['PUT', `/api/boxes/${id}`], { ...own, priceMinor: 3000 });
    const again = await ask<Order>(shop.app, ['PUT', `/api/orders/${body.id}`], {
      ...change(1, { ...dozen([]), pickup: '2026-06-22T11:00' }),
    });
    expect(again.body).toMatchObject({
      totalMinor: 2 * 2750,
      boxes: [{ box: 'berry-12', priceMinor: 2750 }],
    });
    const gone = await ask(shop.app, ['DELETE', `/api/boxes/${id}`]);
    expect(gone.body).toMatchObject({ code: 'in-use' });
  });

  test.each<[string, Parameters<typeof draft>[0], string, string]>([
    [
      'of a box that there is not',
      { boxes: [{ box: 'crate', count: 1, contents: [] }] },
      '/boxes/0/box',
      'unknown-box',
    ],
    ['with too few in it', dozen([['dusk-berry', 11]]), '/boxes/0/contents', 'out-of-range'],
    ['with what may not go in', dozen([['oat-ball', 12]]), '/boxes/0/contents/0/piece', 'unknown-piece'],
    [
      'with a piece twice',
      dozen([
        ['dusk-berry', 6],
        ['dusk-berry', 6],
      ]),
      '/boxes/0/contents/1/piece',
      'piece-twice',
    ],
    [
      'other than it is, where nothing is to choose',
      { boxes: [{ box: 'mixed-12', count: 1, contents: [{ piece: 'salt-twist', pieces: 12 }] }] },
      '/boxes/0/contents/0/piece',
      'unknown-piece',
    ],
    ['none of them', { boxes: [{ box: 'berry-12', count: 0, contents: [] }] }, '/boxes/0/count', 'too-small'],
    ['of nothing at all', { lines: [], boxes: [] }, '/lines', 'too-few'],
  ])('%s are refused at their field', async (_name, what, pointer, code) => {
    const { status, body } = await post(what);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});
