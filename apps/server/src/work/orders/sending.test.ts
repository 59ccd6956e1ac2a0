import type { Larder, Order, OrderPage, PickupPoint, Piece, PromisedSlot } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, piecesOf, workshopOf } from '../../testing/ask';
import { draft, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const order = (piece: string, change: Record<string, unknown> = {}) =>
  ask<Order>(
    shop.app,
    ['POST', '/api/orders'],
    draft({ pickup: '2026-06-22T12:00', pickupPoint: 'post', lines: [{ piece, pieces: 6 }], ...change }),
  );
const post = async (): Promise<PickupPoint> =>
  (await workshopOf(shop.app)).pickupPoints.find(({ id }) => id === 'post')!;
/** Changes how warm the way is. */
async function warm(change: Partial<NonNullable<PickupPoint['sending']>>): Promise<void> {
  const { id, closedSlots: _closed, ...own } = await post();
  const sending = { ...own.sending!, ...change };
  expect((await ask(shop.app, ['PUT', `/api/points/${id}`], { ...own, sending })).status).toBe(200);
}

describe('an order by post', () => {
  test('is promised where it keeps and takes the way; what does not is refused with what, when and how warm', async () => {
    expect((await order('salt-twist')).status).toBe(201);
    const fruit = await order('dusk-berry');
    expect(fruit.body.errors).toEqual([
      expect.objectContaining({
        ...{ pointer: '/pickup', code: 'not-by-post' },
        params: { value: '2026-06-22T12:00', piece: 'dusk-berry', nearest: null },
      }),
    ]);
    // a nut butter ball takes 20 °C, and Sunday is 25.5
    const milk = await order('oat-ball');
    expect(milk.body.errors).toMatchObject([
      {
        code: 'too-warm-by-post',
        params: { piece: 'oat-ball', day: '2026-06-21', celsius: 25.5, most: 20, nearest: null },
      },
    ]);
    await warm({ isIced: true });
    expect((await order('oat-ball')).status).toBe(201);
    await warm({ isIced: false });
  });

  test('is told slot by slot, with what is in the way', async () => {
    const slots = async (piece: string) =>
      (
        await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], {
          ...{ lines: [{ piece, pieces: 6 }], boxes: [], pickupPoint: 'post', order: null },
        })
      ).body;
    expect((await slots('salt-twist')).map(({ at, kind }) => [at, kind])).toContainEqual([
      '2026-06-22T12:00',
      'open',
    ]);
    for (const { kind, offerFault } of await slots('rye-truffle'))
      expect([kind, offerFault?.code]).toEqual(['no', 'too-warm-by-post']);
  });

  test('goes by what the shop says of a piece, before what is usual for it', async () => {
    const { id, ...own } = (await piecesOf(shop.app)).find((each) => each.id === 'salt-twist')!;
    const say = async (postMostCelsius: number | null | undefined) => {
      const { version } = (await piecesOf(shop.app)).find((each) => each.id === id)!;
      const keeping = { ...own.keeping, ...(postMostCelsius !== undefined && { postMostCelsius }) };
      return ask<Piece>(shop.app, ['PUT', `/api/pieces/${id}`], { ...own, keeping, version });
    };
    await say(null);
    expect((await order('salt-twist')).body.errors).toMatchObject([{ code: 'not-by-post' }]);
    await say(20);
    expect((await order('salt-twist')).body.errors).toMatchObject([{ code: 'too-warm-by-post' }]);
    await say(undefined);
    expect((await order('salt-twist')).status).toBe(201);
  });

  test('that is promised stays so when it turns out warmer, and may be changed in all but what is new', async () => {
    const { body } = await order('salt-twist');
    await warm({ days: [{ date: '2026-06-21', celsius: 34 }] });
    const { id, version } = body;
    const again = draft({
      ...{ pickup: body.pickup, pickupPoint: 'post', lines: [{ piece: 'salt-twist', pieces: 6 }] },
      ...{ note: 'by the back door' },
    });
    const { state: _state, ...change } = again as Record<string, unknown>;
    expect((await ask(shop.app, ['PUT', `/api/orders/${id}`], { ...change, version })).status).toBe(200);
    const more = { ...change, lines: [{ piece: 'salt-twist', pieces: 8 }], version: version + 1 };
    expect((await ask(shop.app, ['PUT', `/api/orders/${id}`], more)).body.errors).toMatchObject([
      { code: 'too-warm-by-post' },
    ]);
    await warm({ days: [] });
  });

  test('is found on the day that it leaves by who asks for that, and on the day of its pickup by all others', async () => {
    const who = async (query: string): Promise<string[]> =>
      (await shop.app.inject(`/api/orders?${query}`))
        .json<OrderPage>()
        .orders.map(({ customer }) => customer);
    const day = (date: string) => `from=${date}&to=${date}&limit=200`;
    expect(await who(day('2026-06-22'))).toContain('A. Mäkelä');
    expect(await who(`${day('2026-06-22')}&leaving=true`)).not.toContain('A. Mäkelä');
    expect(await who(day('2026-06-20'))).not.toContain('A. Mäkelä');
    const leaving = await who(`${day('2026-06-20')}&leaving=true`);
    // at noon, among what is collected then
    expect(leaving.indexOf('A. Mäkelä')).toBeGreaterThan(leaving.indexOf('S. Koivu'));
    expect(leaving.indexOf('A. Mäkelä')).toBeLessThan(leaving.indexOf('Net loft'));
  });

  test('takes a parcel of the larder when it leaves, and out of its lot once it is packed', async () => {
    const larder = async () => (await shop.app.inject('/api/larder')).json<Larder>();
    const need = (await larder()).needs.find(({ item }) => item.id === 'mail-box')!;
    expect(need.parts).toEqual([expect.objectContaining({ kind: 'parcel', count: need.usedAmount })]);
    // two days before it arrives
    expect(need.parts[0]!.firstAt).toBe('2026-06-20T09:00:00.000Z');
    const left = async (): Promise<number> =>
      (await larder()).lots
        .filter(({ item }) => item.id === 'mail-box')
        .reduce((sum, { amount }) => sum + amount, 0);
    const { body } = await order('salt-twist');
    const before = await left();
    const move = (to: string, version: number) =>
      ask<Order>(shop.app, ['POST', `/api/orders/${body.id}/move`], { to, version, despiteKitchen: null });
    expect((await move('ready', body.version)).status).toBe(200);
    expect(await left()).toBe(before - 1);
    expect((await move('promised', body.version + 1)).status).toBe(200);
    expect(await left()).toBe(before);
  });

  test.each<[string, Partial<NonNullable<PickupPoint['sending']>>, string, string]>([
    ['a way of 90 °C', { usualCelsius: 90 }, '/sending/usualCelsius', 'too-large'],
    ['a parcel lighter than air', { parcelGrams: -1 }, '/sending/parcelGrams', 'too-small'],
    [
      'a day told twice',
      {
        days: [
          { date: '2026-06-20', celsius: 20 },
          { date: '2026-06-20', celsius: 22 },
        ],
      },
      '/sending/days/1/date',
      'twice',
    ],
    [
      'a parcel of what there is not',
      { supplies: [{ supply: 'moon-box', amount: 1, unit: 'piece' }] },
      '/sending/supplies/0/supply',
      'unknown-reference',
    ],
  ])('goes by no point with %s', async (_name, change, pointer, code) => {
    const before = await post();
    const { id, closedSlots: _closed, ...own } = before;
    const refused = await ask(shop.app, ['PUT', `/api/points/${id}`], {
      ...own,
      sending: { ...own.sending!, ...change },
    });
    expect(refused.status).toBe(400);
    expect(refused.body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
    expect(await post()).toEqual(before);
  });

  test('keeps what its parcel is packed in from being removed', async () => {
    const refused = await ask(shop.app, ['DELETE', '/api/supplies/mail-box']);
    expect(refused.body.params).toMatchObject({ by: expect.arrayContaining(['By post']) as unknown });
  });

  test('leaves on a day on which the carrier collects, and not on others', async () => {
    // two days on its way: what arrives on Monday leaves on Saturday
    await warm({ collectsOn: [1, 2, 3, 4, 5] });
    const refused = await order('salt-twist');
    expect(refused.body.errors).toMatchObject([
      { pointer: '/pickup', code: 'not-collected-then', params: { day: '2026-06-20', piece: 'salt-twist' } },
    ]);
    await warm({ collectsOn: [6] });
    expect((await order('salt-twist')).status).toBe(201);
    await warm({ collectsOn: undefined });
  });
});
