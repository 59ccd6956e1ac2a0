import type { OrderPage } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ordersOf } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const page = async (query: string): Promise<OrderPage> =>
  (await shop.app.inject(`/api/orders?${query}`)).json<OrderPage>();
const names = async (find: string) =>
  (await page(`find=${encodeURIComponent(find)}`)).orders.map(({ customer }) => customer);

describe('a part of the orders', () => {
  test('is told with how many there are in all, and the parts make the whole', async () => {
    const all = await ordersOf(shop.app);
    const parts = [];
    for (let offset = 0; offset < all.length; offset += 10)
      parts.push(...(await page(`offset=${offset}&limit=10`)).orders);
    expect(parts).toEqual(all);
    const beyond = await page('offset=5000&limit=10');
    expect(beyond).toEqual({ total: all.length, offset: 5000, index: null, orders: [] });
    // last season’s are not among them
    expect(all.some(({ ticket }) => ticket.startsWith('L-'))).toBe(false);
  });

  test('is of the days that are asked for', async () => {
    const { orders, total } = await page('from=2026-06-20&to=2026-06-20');
    expect(total).toBe(orders.length);
    expect(total).toBeGreaterThan(3);
    expect(orders.every(({ pickup }) => pickup.startsWith('2026-06-20'))).toBe(true);
    expect((await page('from=2026-06-21&to=2026-06-20')).total).toBe(0);
  });

  test('is found by words of ticket, name, telephone and note, whatever accents and capitals', async () => {
    expect(await names('SJOGARD')).toContain('M. Sjögård');
    expect(await names('sjögård m-0367')).toEqual(['M. Sjögård']);
    expect(await names('050 0163')).toEqual(['I. Varg']);
    expect(await names('end of term')).toEqual(['Harbour school']);
    expect(await names('nobody at all')).toEqual([]);
  });

  test('takes signs of a pattern for what they are', async () => {
    await take(shop.app, { customer: '100%_Sure\\' });
    expect(await names('%_s')).toEqual(['100%_Sure\\']);
    expect(await names('_')).toEqual(['100%_Sure\\']);
    expect(await names('\\')).toEqual(['100%_Sure\\']);
  });

  test('is the one that an order is in', async () => {
    const all = await ordersOf(shop.app);
    const index = 27;
    const { id } = all[index]!;
    expect(await page(`seek=${id}&limit=10`)).toMatchObject({ index, offset: 20 });
    expect(await page(`seek=${id}&limit=10&find=nobody`)).toMatchObject({ index: null, offset: 0, total: 0 });
  });

  test.each([
    ['limit=0', '/limit', 'too-small'],
    ['limit=5000', '/limit', 'too-large'],
    ['offset=-1', '/offset', 'too-small'],
    ['offset=one', '/offset', 'not-a-whole-number'],
    ['from=2026-13-01', '/from', 'wrong-format'],
    ['seek=1', '/seek', 'wrong-format'],
    ['colour=red', '/colour', 'unknown-field'],
  ])('asked for with %s is refused', async (query, pointer, code) => {
    const response = await shop.app.inject(`/api/orders?${query}`);
    expect(response.statusCode).toBe(400);
    expect(response.json<{ errors: unknown[] }>().errors).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
  });
});
