import type { MessageView, Order, OrderEvent, OrderPage, ShortPack, ShortPacks } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { announce } from '../../platform/database/live';
import { ask } from '../../testing/ask';
import { change, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  // what a cancelled order leaves: 80 salt twists and 48 sandwich rounds
  const { orders } = (await shop.app.inject('/api/orders?limit=2000')).json<OrderPage>();
  const { id, version } = orders.find(({ ticket }) => ticket === 'M-0391')!;
  await ask(shop.app, ['POST', `/api/orders/${id}/move`], { to: 'cancelled', despiteKitchen: null, version });
});
afterAll(() => shop.close());

const rule = async (among: string, priceShare: number) => {
  await shop.db.query(`update workshop set swaps = $1`, [JSON.stringify({ among, priceShare })]);
  await announce(shop.db.manager, 'workshop');
};
const short = async (): Promise<ShortPack[]> =>
  (await shop.app.inject('/api/orders/short')).json<ShortPacks>().packs;
const lackOf = async ({ id }: Order, piece: string) =>
  (await short()).find(({ order }) => order === id)?.lacks.find((each) => each.piece === piece);
const swap = ({ id, version }: Order, what: object) =>
  ask<Order>(shop.app, ['POST', `/api/orders/${id}/swap`], { version, ...what });

describe('an order that lacks something', () => {
  test('is told the evening before, with what could stand for it; none is where all is made or planned', async () => {
    expect(await short()).toEqual([]);
    await rule('any', 0.42);
    const order = await take(shop.app, {
      ...{ customer: 'Ode', phone: '040 555 0136', pickup: '2026-06-19T15:00' },
      lines: [{ piece: 'oat-ball', pieces: 30 }],
    });
    const later = await take(shop.app, {
      ...{ customer: 'Later', pickup: '2026-06-20T12:00', lines: [{ piece: 'oat-ball', pieces: 30 }] },
    });
    const packs = await short();
    expect(packs.map((each) => each.order)).not.toContain(later.id);
    const pack = packs.find((each) => each.order === order.id)!;
    expect(pack).toMatchObject({ ticket: order.ticket, phone: '040 555 0136', leavesAt: order.pickupAt });
    expect(pack.lacks).toMatchObject([
      { piece: 'oat-ball', pieces: 30, why: 'not-made', swaps: [{ piece: 'sandwich-round', pieces: 30 }] },
    ]);
    // a twist is too cheap by this rule
    await rule('any', 1);
    expect((await lackOf(order, 'oat-ball'))!.swaps.map(({ piece }) => piece)).toEqual(
      expect.arrayContaining(['sandwich-round', 'salt-twist']),
    );
    await rule('family', 1);
    expect((await lackOf(order, 'oat-ball'))!.swaps).toEqual([]);
    await rule('never', 1);
    expect((await lackOf(order, 'oat-ball'))!.swaps).toEqual([]);
    await rule('any', 0.42);
  });

  test('is offered nothing that brings an allergen, or that its customer must never have', async () => {
    await rule('any', 1);
    const bars = await take(shop.app, { customer: 'Plain', lines: [{ piece: 'foam-bar', pieces: 10 }] });
    // rounds have gluten, foam bars have none
    const offered = (await lackOf(bars, 'foam-bar'))!.swaps.map(({ piece }) => piece);
    expect(offered).not.toContain('sandwich-round');
    const never = await take(shop.app, {
      ...{ customer: 'Petra', lines: [{ piece: 'oat-ball', pieces: 5 }], allergies: ['gluten'] },
      despiteAllergy: { reason: 'She knows', name: 'Runa' },
    });
    expect((await lackOf(never, 'oat-ball'))!.swaps).toEqual([]);
    const refused = await swap(bars, { from: 'foam-bar', to: 'sandwich-round', pieces: 5 });
    expect(refused).toMatchObject({
      status: 400,
      body: { errors: [{ pointer: '/to', code: 'not-allowed' }] },
    });
  });

  test('gets what stands for it: no dearer, kept with it, told once in the shop’s words', async () => {
    await rule('any', 0.42);
    const order = await take(shop.app, {
      ...{ customer: 'Ida', phone: '040 555 0137', lines: [{ piece: 'malt-ball', pieces: 20 }] },
      pickup: '2026-06-19T16:00',
    });
    const lack = (await lackOf(order, 'malt-ball'))!;
    const [offer] = lack.swaps;
    expect(offer!.piece).toBe('sandwich-round');
    const { status, body: swapped } = await swap(order, { from: 'malt-ball', to: offer!.piece, pieces: 12 });
    expect(status).toBe(200);
    expect(swapped.swaps).toEqual([{ from: 'malt-ball', to: 'sandwich-round', pieces: 12 }]);
    expect(swapped.pieces).toEqual([
      { piece: 'malt-ball', pieces: lack.pieces - 12 },
      { piece: 'sandwich-round', pieces: 12 },
    ]);
    expect(swapped.totalMinor).toBe(order.totalMinor);
    // what stands for it is there: nobody else is to have it
    expect(await lackOf(order, 'sandwich-round')).toBeUndefined();
    expect((await lackOf(order, 'malt-ball'))!.pieces).toBe(lack.pieces - 12);
    const history = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(history.at(-1)!.changes).toContainEqual({
      ...{ field: 'swaps', from: '', to: '12 sandwich-round for malt-ball' },
    });
    const messages = (await shop.app.inject(`/api/messages?order=${order.id}`)).json<MessageView[]>();
    const told = messages.filter(({ kind }) => kind === 'swapped');
    expect(told).toHaveLength(1);
    expect(told[0]!.body).toContain('12 sandwich round in place of malt ball');
    expect(messages.some(({ kind }) => kind === 'changed')).toBe(false);
    // two who press: the other saw an order that is no more
    expect((await swap(order, { from: 'malt-ball', to: 'sandwich-round', pieces: 1 })).body).toMatchObject({
      code: 'order-changed',
    });
    const tooMany = await swap(swapped, { from: 'malt-ball', to: 'sandwich-round', pieces: 47 });
    expect(tooMany.body.errors[0]).toMatchObject({ pointer: '/pieces', code: 'more-than-there' });
  });

  test('stands for nothing any more once somebody changes what is in it by hand', async () => {
    const { orders } = (await shop.app.inject('/api/orders?find=Ida')).json<OrderPage>();
    const { id, version } = orders[0]!;
    const kept = change(version, {
      ...{ customer: 'Ida', note: 'rings first', pickup: '2026-06-19T16:00' },
      lines: orders[0]!.lines.map(({ piece, pieces }) => ({ piece, pieces })),
    });
    const same = await ask<Order>(shop.app, ['PUT', `/api/orders/${id}`], kept);
    expect(same.body.swaps).toHaveLength(1);
    const other = { ...kept, version: version + 1, lines: [{ piece: 'salt-twist', pieces: 10 }] };
    expect((await ask<Order>(shop.app, ['PUT', `/api/orders/${id}`], other)).body.swaps).toEqual([]);
  });

  test('is refused where it is not promised, and for what there is not', async () => {
    const order = await take(shop.app, { state: 'asked', despiteKitchen: null });
    const asked = await swap(order, { from: 'dusk-berry', to: 'frost-berry', pieces: 1 });
    expect(asked.body).toMatchObject({ code: 'order-state' });
    for (const what of [{ from: 'dusk-berry', to: 'frost-berry', pieces: 0 }, { from: 'dusk-berry' }])
      expect((await swap(order, what)).status).toBe(400);
  });
});
