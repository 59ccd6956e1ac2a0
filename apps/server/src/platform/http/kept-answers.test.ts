import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { change, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

describe('a read that is kept', () => {
  let shop: WorkshopApp;
  let other: WorkshopApp;
  beforeAll(async () => {
    shop = await openApp();
    other = await openApp({ url: shop.url, now: null });
  });
  afterAll(async () => {
    await other.close();
    await shop.close();
  });
  const read = (url: string, etag?: string, from = shop) =>
    from.app.inject({ url, ...(etag && { headers: { 'if-none-match': etag } }) });
  const LIST = '/api/orders?limit=1&find=witness';

  test.each(['/api/orders?limit=10', '/api/season', '/api/plan', '/api/larder', '/api/bench'])(
    '%s says that it is as before to who has it already',
    async (url) => {
      const first = await read(url);
      expect(first.statusCode).toBe(200);
      expect(first.headers).toMatchObject({
        'cache-control': 'private, no-cache',
        'content-type': 'application/json; charset=utf-8',
      });
      const etag = first.headers.etag as string;
      const again = await read(url, etag);
      expect([again.statusCode, again.body]).toEqual([304, '']);
      const whole = await read(url, '"another"');
      expect([whole.statusCode, whole.body, whole.headers.etag]).toEqual([200, first.body, etag]);
    },
  );

  test('shows what anybody changed at once, in every process', async () => {
    const order = await take(shop.app, { customer: 'Witness', state: 'asked' });
    for (const from of [shop, other]) expect((await read(LIST, undefined, from)).body).toContain('"asked"');
    const note = 'by the window';
    await ask(
      other.app,
      ['PUT', `/api/orders/${order.id}`],
      change(order.version, { customer: 'Witness', note }),
    );
    for (const from of [shop, other]) expect((await read(LIST, undefined, from)).body).toContain(note);
  });

  test('that is refused is refused again, and never kept', async () => {
    const empty = await openApp({ isDemoWanted: false });
    for (let times = 0; times < 2; times++) {
      const { statusCode, headers } = await read('/api/season', undefined, empty);
      expect(statusCode).toBe(409);
      expect(headers.etag).toBeUndefined();
    }
    await empty.close();
  });
});
