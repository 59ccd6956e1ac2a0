import type { Order, OrderDraft, OrderEvent } from '@alnage/contract';
import type { MayContainStop } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ordersOf } from '../../testing/ask';
import { change, draft, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const HALLA = 'E. Halla';
const [IN_THE_BOWL, ON_THE_BENCH] = ['ridge-chip', 'dusk-berry'];
const WAIVER = { reason: 'For the neighbours, not for her', name: 'Runa' };
const REFUSED = {
  code: 'invalid-input',
  errors: [
    {
      pointer: '/customer',
      code: 'not-for-customer',
      params: { customer: HALLA, piece: 'oat-ball', allergens: 'nuts' },
    },
  ],
};
/** Oat balls, which have nuts, for somebody who must never have them. */
const oats = (what: Partial<OrderDraft> = {}): OrderDraft =>
  draft({ customer: HALLA, lines: [{ piece: 'oat-ball', pieces: 12 }], ...what });
const take = async (what: OrderDraft) =>
  shop.app.inject({ method: 'POST', url: '/api/orders', payload: what });
const put = async (order: Order, what: Partial<OrderDraft>) =>
  shop.app.inject({
    method: 'PUT',
    url: `/api/orders/${order.id}`,
    payload: change(order.version, { customer: HALLA, lines: order.lines.map(unpriced), ...what }),
  });
const unpriced = ({ piece, pieces }: Order['lines'][number]) => ({ piece, pieces });
const waived = async (): Promise<Order> => (await take(oats({ despiteAllergy: WAIVER }))).json<Order>();

describe('an order of what its customer must never have', () => {
  test.each(['promised', 'waiting', 'asked'] as const)(
    'is not taken as %s, and nothing is stored',
    async (state) => {
      const before = (await ordersOf(shop.app)).length;
      const refused = await take(oats({ state }));
      expect(refused.statusCode).toBe(400);
      expect(refused.json()).toMatchObject(REFUSED);
      expect((await ordersOf(shop.app)).length).toBe(before);
    },
  );

  test('is found by a name in other capitals, in a box, and for all of its pieces', async () => {
    const refused = await take(
      oats({
        customer: 'e. halla',
        lines: ['oat-ball', 'dusk-berry'].map((piece) => ({ piece, pieces: 6 })),
      }),
    );
    expect(refused.json()).toMatchObject(REFUSED);
  });

  test('is taken where somebody says why, with their name; the order and its history remember it', async () => {
    const order = await waived();
    const clashes = [{ piece: 'oat-ball', allergens: ['nuts'], mayContain: [] }];
    expect(order.allergyWaiver).toEqual({ ...WAIVER, clashes });
    const found = (await shop.app.inject(`/api/orders/${order.id}`)).json<Order>();
    expect(found.allergyWaiver).toEqual({ ...WAIVER, clashes });
    const history = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(history[0]!.changes).toContainEqual({
      field: 'despiteAllergy',
      from: null,
      to: `${WAIVER.reason} (${WAIVER.name})`,
    });
  });

  test.each<[string, object]>([
    ['no reason', { ...WAIVER, reason: '' }],
    ['a reason too long', { ...WAIVER, reason: 'x'.repeat(201) }],
    ['nobody’s name', { ...WAIVER, name: '' }],
    ['half of it', { reason: WAIVER.reason }],
  ])('is not taken with %s', async (_, despiteAllergy) => {
    const refused = await take(oats({ despiteAllergy: despiteAllergy as OrderDraft['despiteAllergy'] }));
    expect(refused.json()).toMatchObject({ code: 'invalid-input' });
  });

  test('is asked about again where something else is against it, and not for what was said already', async () => {
    const order = await waived();
    const noted = (await put(order, { note: 'Back door' })).json<Order>();
    expect(noted).toMatchObject({ note: 'Back door', allergyWaiver: WAIVER });
    await shop.db.query(`update piece set allergens = '{nuts}' where id = 'salt-twist'`);
    const lines = [...noted.lines.map(unpriced), { piece: 'salt-twist', pieces: 6 }];
    expect((await put(noted, { lines })).json()).toMatchObject({
      errors: [{ params: { piece: 'oat-ball' } }, { params: { piece: 'salt-twist' } }],
    });
    await shop.db.query(`update piece set allergens = '{gluten}' where id = 'salt-twist'`);
    const other = (await put(noted, { lines: [{ piece: 'dusk-berry', pieces: 6 }] })).json<Order>();
    expect(other.allergyWaiver).toBeNull();
  });

  test('stops for what may be in it as far as the shop’s rule goes', async () => {
    // oat balls and ridge chips are dipped in milk 38, dusk berries in dark 64
    const asked = async (piece: string) =>
      (await take(oats({ lines: [{ piece, pieces: 6 }], state: 'waiting' }))).json<{ errors?: object[] }>()
        .errors;
    const rule = (stop: MayContainStop) => shop.db.query(`update workshop set may_contain_stop = '${stop}'`);
    const may = (piece: string) => [
      { code: 'may-not-be-for-customer', params: { customer: HALLA, piece, allergens: 'nuts' } },
    ];
    expect(await asked(IN_THE_BOWL)).toMatchObject(may(IN_THE_BOWL));
    expect(await asked(ON_THE_BENCH)).toBeUndefined();
    await rule('benches');
    expect(await asked(ON_THE_BENCH)).toMatchObject(may(ON_THE_BENCH));
    await rule('none');
    expect(await asked(IN_THE_BOWL)).toBeUndefined();
    await rule('bowls');
    const lines = [{ piece: IN_THE_BOWL, pieces: 6 }];
    const order = (await take(oats({ lines, despiteAllergy: WAIVER }))).json<Order>();
    const clashes = [{ piece: IN_THE_BOWL, allergens: [], mayContain: ['nuts'] }];
    expect(order.allergyWaiver).toEqual({ ...WAIVER, clashes });
    expect((await put(order, { lines, note: 'Back door' })).json()).toMatchObject({ allergyWaiver: WAIVER });
  });

  test('is asked about when it becomes theirs: by another name, or once they must not have it', async () => {
    const order = (await take(oats({ customer: 'Somebody' }))).json<Order>();
    expect(order.allergyWaiver).toBeNull();
    expect((await put(order, {})).json()).toMatchObject(REFUSED);
    const waiting = (await take(oats({ customer: 'I. Varg', state: 'waiting' }))).json<Order>();
    await shop.db.query(`update customer set allergies = '["nuts"]' where name = 'I. Varg'`);
    const moved = await shop.app.inject({
      method: 'POST',
      url: `/api/orders/${waiting.id}/move`,
      payload: { to: 'promised', version: waiting.version, despiteKitchen: OVERRULED },
    });
    expect(moved.json()).toMatchObject({ errors: [{ code: 'not-for-customer' }] });
  });
});
