import { ORDER_STATES, type Order, type OrderState } from '@alnage/contract';
import { Random } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { ask, ordersOf } from '../../testing/ask';
import { change, openApp, take, type WorkshopApp } from '../../testing/workshop-app';
import { orderView } from './order-view';
import { orderedIn, type Ordered } from './ordered';
import { soughtWithin, readOrders } from './read-orders';

describe('what is ordered', () => {
  let shop: WorkshopApp;
  let setUp: SetUp;
  beforeAll(async () => {
    shop = await openApp();
    setUp = await requireSetUp(shop.db.manager);
  });
  afterAll(() => shop.close());

  const held = (states: readonly OrderState[] = ORDER_STATES): Promise<Ordered[]> =>
    orderedIn(shop.db.manager, setUp.span, states);
  /** Does something in a transaction that is taken back. */
  const undone = async <T>(work: (manager: EntityManager) => Promise<T>): Promise<T> => {
    const runner = shop.db.createQueryRunner();
    await runner.startTransaction();
    const seen = await work(runner.manager);
    await runner.rollbackTransaction();
    await runner.release();
    return seen;
  };
  /** The same, read anew: a transaction that has written orders has no book. */
  const read = (): Promise<Ordered[]> =>
    undone(async (manager) => {
      await manager.query(
        'update customer_order set note = note where id = (select id from customer_order limit 1)',
      );
      return orderedIn(manager, setUp.span, ORDER_STATES);
    });

  test('is held as it is read, after whatever is done to it', async () => {
    const random = new Random(11);
    const any = <T>(among: readonly T[]): T => among[Math.floor(random.next() * among.length)]!;
    for (let turn = 0; turn < 25; turn++) {
      const order = any((await ordersOf(shop.app)).filter(({ state }) => state !== 'cancelled'));
      const deeds: readonly (() => Promise<unknown>)[] = [
        () =>
          take(shop.app, { customer: `Guest ${turn}`, lines: [{ piece: 'salt-twist', pieces: turn + 1 }] }),
        () =>
          ask(shop.app, ['PUT', `/api/orders/${order.id}`], {
            ...change(order.version, { lines: [{ piece: 'ridge-chip', pieces: 3 + turn }] }),
          }),
        () =>
          ask(shop.app, ['POST', `/api/orders/${order.id}/move`], {
            ...{ to: 'cancelled', version: order.version, despiteKitchen: null },
          }),
      ];
      await any(deeds)();
      expect(await held()).toEqual(await read());
    }
    await shop.db.query(`delete from customer_order where customer like 'Guest %'`);
    expect(await held()).toEqual(await read());
  });

  test('what a transaction wrote is seen in it alone, until it is committed', async () => {
    const before = await held();
    const [{ id }] = before as [Ordered];
    const states = (orders: readonly Ordered[]) => orders.find((order) => order.id === id)?.state;
    const within = await undone(async (manager) => {
      await manager.query(`update customer_order set state = 'asked' where id = $1`, [id]);
      expect(states(await held())).toBe(states(before));
      return orderedIn(manager, setUp.span, ORDER_STATES);
    });
    expect(states(within)).toBe('asked');
    expect(await held()).toEqual(before);
    // one that has locked something before it looks writes under a number that no snapshot may take for seen
    await shop.db.transaction(async (manager) => {
      await manager.query('select 1 from workshop for update');
      await orderedIn(manager, setUp.span, ORDER_STATES);
      await manager.query(`update customer_order set state = 'asked' where id = $1`, [id]);
    });
    expect(states(await held())).toBe('asked');
  });

  test('is only of the states and days that are asked for', async () => {
    const all = await held();
    expect(await held(['ready'])).toEqual(all.filter(({ state }) => state === 'ready'));
    const { start, end } = setUp.days[3]!;
    const day = await orderedIn(shop.db.manager, { start, end }, ORDER_STATES);
    expect(day).toEqual(all.filter(({ pickupAt }) => pickupAt >= start && pickupAt < end));
  });

  test('an order that nobody touched stays the same object', async () => {
    const before = new Map((await held()).map((order) => [order.id, order]));
    const { id } = await take(shop.app, { state: 'asked' });
    const after = await held();
    expect(after.filter((order) => order !== before.get(order.id)).map((order) => order.id)).toEqual([id]);
  });

  test('read with all that is written on it, it is what its entity says', async () => {
    const rows = await readOrders(shop.db.manager, soughtWithin(setUp.span));
    const views = rows.map((row): Order => orderView(row, setUp.timeZone));
    expect(views.length).toBeGreaterThan(30);
    for (const view of views.slice(0, 12)) {
      const single = (await shop.app.inject(`/api/orders/${view.id}`)).json<Order>();
      expect(view).toEqual(single);
    }
  });
});
