import type { Lot, Order, OrderState } from '@alnage/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { change, draft, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const lots = async (): Promise<Lot[]> =>
  (await shop.app.inject('/api/larder'))
    .json<{ lots: Lot[] }>()
    .lots.filter(({ item }) => item.id === 'box-12');
const stock = async (): Promise<number> => (await lots()).reduce((sum, { amount }) => sum + amount, 0);
const needed = async (): Promise<number> =>
  (await shop.app.inject('/api/larder'))
    .json<{ needs: { item: { id: string }; neededAmount: number }[] }>()
    .needs.find(({ item }) => item.id === 'box-12')!.neededAmount;
/** Each order has a slot of its own: none is to be full. */
const pickups = ['12:00', '13:00', '14:00', '16:00', '17:00'].map((time) => `2026-06-19T${time}`);
const boxes = (count: number) => [{ box: 'berry-12', count, contents: [] }];
let order: Order;
const move = async (to: OrderState): Promise<void> => {
  const moved = await ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/move`], {
    ...{ to, version: order.version, despiteKitchen: OVERRULED },
  });
  expect(moved.status).toBe(200);
  order = moved.body;
};

describe('boxes of an order', () => {
  beforeEach(async () => {
    const wanted = draft({ lines: [], boxes: boxes(3), pickup: pickups.pop()! });
    const taken = await ask<Order>(shop.app, ['POST', '/api/orders'], wanted);
    expect(taken.status).toBe(201);
    order = taken.body;
  });

  test('are taken out of the larder once it is packed, and are no need any more', async () => {
    const [before, wanted] = [await stock(), await needed()];
    await move('ready');
    expect(await stock()).toBe(before - 3);
    expect(await needed()).toBe(wanted - 3);
    const last = (await lots()).flatMap(({ moves }) => moves).at(-1)!;
    expect(last).toMatchObject({ kind: 'used', amount: -3, reason: `Packed, ${order.ticket}` });
    await move('handed-over');
    await move('ready');
    expect(await stock()).toBe(before - 3);
  });

  test('come back where it is not packed after all, and are others where it was changed', async () => {
    const before = await stock();
    await move('ready');
    await move('promised');
    expect(await stock()).toBe(before);
    const wanted = change(order.version, { lines: [], boxes: boxes(5), pickup: order.pickup });
    const changed = await ask<Order>(shop.app, ['PUT', `/api/orders/${order.id}`], wanted);
    expect(changed.status).toBe(200);
    order = changed.body;
    await move('ready');
    expect(await stock()).toBe(before - 5);
  });

  test('stay made up where it is cancelled, and are taken once however often it is packed', async () => {
    const before = await stock();
    await move('ready');
    await move('cancelled');
    expect(await stock()).toBe(before - 3);
    await move('ready');
    expect(await stock()).toBe(before - 3);
    await move('cancelled');
    await move('promised');
    await move('ready');
    expect(await stock()).toBe(before - 3);
  });

  test('of which there are too few take what there is', async () => {
    const [lot, ...others] = await lots();
    for (const each of others)
      await ask(shop.app, ['POST', `/api/lots/${each.id}/moves`], {
        ...{ kind: 'counted', amount: 0, reason: 'none left' },
      });
    await ask(shop.app, ['POST', `/api/lots/${lot!.id}/moves`], {
      ...{ kind: 'counted', amount: 2, reason: 'two left' },
    });
    await move('ready');
    expect(await stock()).toBe(0);
    await move('promised');
    expect(await stock()).toBe(2);
  });
});

test('an order without boxes leaves the larder alone', async () => {
  const taken = await ask<Order>(shop.app, ['POST', '/api/orders'], draft({ pickup: pickups.pop()! }));
  order = taken.body;
  const before = (await shop.app.inject('/api/larder')).json<{ lots: Lot[] }>().lots;
  await move('ready');
  expect((await shop.app.inject('/api/larder')).json<{ lots: Lot[] }>().lots).toEqual(before);
});
