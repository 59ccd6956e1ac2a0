import type { Allergen, Order, OrderDraft, OrderEvent } from '@alnage/contract';
import { Random, unanswered, type AllergenClash, type MayContainStop } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { requireSetUp } from '../../shop/seasons/set-up';
import { ordersOf } from '../../testing/ask';
import { change, draft, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';
import { ordersToMeet } from '../../week/kitchen/build-problem';
import { AllergyBook } from '../../week/orders/allergy-book';

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

  test('is asked about at the shelf and at the counter, once what is in it or who it is for is known to be otherwise', async () => {
    const order = (await take(oats({ customer: 'P. Berg' }))).json<Order>();
    const berg = { name: 'P. Berg', phone: '', allergies: ['nuts'], wishes: '' };
    const made = await shop.app.inject({ method: 'POST', url: '/api/customers', payload: berg });
    const { id: customer } = made.json<{ id: string }>();
    await shop.db.query(`update customer_order set customer_id = $2 where id = $1`, [order.id, customer]);
    const move = async (version: number, to: string, despiteAllergy?: object) =>
      (
        await shop.app.inject({
          method: 'POST',
          url: `/api/orders/${order.id}/move`,
          payload: { to, version, despiteKitchen: null, ...(despiteAllergy && { despiteAllergy }) },
        })
      ).json<Order & { errors?: object[] }>();
    expect(await move(order.version, 'ready')).toMatchObject({ errors: [{ code: 'not-for-customer' }] });
    const ready = await move(order.version, 'ready', WAIVER);
    expect(ready.allergyWaiver).toMatchObject({ ...WAIVER, clashes: [{ allergens: ['nuts'] }] });
    // what was answered is not asked again, and is kept
    const gone = await move(ready.version, 'handed-over');
    expect(gone).toMatchObject({ state: 'handed-over', allergyWaiver: WAIVER });
    await shop.db.query(`update customer set allergies = '["nuts", "gluten"]' where name = 'P. Berg'`);
    // what is taken back asks nothing, and asks once it goes again
    const back = await move(gone.version, 'ready');
    expect(back.state).toBe('ready');
    expect(await move(back.version, 'handed-over')).toMatchObject({ errors: [{ code: 'not-for-customer' }] });
    const blank = await move(back.version, 'handed-over', { reason: '', name: 'Runa' });
    expect(blank).toMatchObject({ errors: [{ pointer: '/despiteAllergy/reason' }] });
    const history = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<OrderEvent[]>();
    expect(history.flatMap(({ changes }) => changes.map(({ field }) => field))).toContain('despiteAllergy');
  });

  test('is what the plan keeps an order free from, but for what somebody took knowingly', async () => {
    const planned = async () => ordersToMeet(shop.db.manager, await requireSetUp(shop.db.manager));
    const freeOf = async (id: string) => (await planned()).find((each) => each.id === id)?.freeFrom;
    const free = (await take(oats({ lines: [{ piece: ON_THE_BENCH, pieces: 6 }] }))).json<Order>();
    expect(await freeOf(free.id)).toEqual(['nuts']);
    const knowingly = (await take(oats({ despiteAllergy: WAIVER }))).json<Order>();
    expect(await freeOf(knowingly.id)).toBeUndefined();
  });

  test('whatever is done, nobody is handed what they must never have unless somebody answered for it', async () => {
    const random = new Random(21);
    const pick = <T>(all: readonly T[]): T => all[random.below(all.length)]!;
    const pieces = [IN_THE_BOWL, ON_THE_BENCH, 'oat-ball', 'rye-truffle'];
    const orders: Order[] = [];
    const someWaiver = () => (random.next() < 0.3 ? { despiteAllergy: WAIVER } : {});
    const takeOne = async (): Promise<void> => {
      const wanted = { lines: [{ piece: pick(pieces), pieces: 1 }], state: 'waiting' as const };
      const who = { customer: pick([HALLA, 'I. Varg', 'Somebody']) };
      const taken = await take(oats({ ...who, ...wanted, ...someWaiver() }));
      if (taken.statusCode === 201) orders.push(taken.json<Order>());
    };
    const learn = (): Promise<unknown> => {
      const never = pick(['[]', '["nuts"]', '["milk"]', '["gluten", "nuts"]']);
      const who = pick([HALLA, 'I. Varg']);
      return shop.db.query(`update customer set allergies = $1 where name = $2`, [never, who]);
    };
    /** Whether an order was handed over by it; then somebody answered for all that is against it. */
    const moveOne = async (order: Order): Promise<boolean> => {
      const to = pick([
        'promised',
        'ready',
        'handed-over',
        'handed-over',
        'not-collected',
        'cancelled',
      ] as const);
      const url = `/api/orders/${order.id}/move`;
      const payload = { to, version: order.version, despiteKitchen: OVERRULED, ...someWaiver() };
      const moved = await shop.app.inject({ method: 'POST', url, payload });
      if (moved.statusCode !== 200) return false;
      Object.assign(order, moved.json<Order>());
      if (to !== 'handed-over') return false;
      expect(unanswered(await clashesOf(order), order.allergyWaiver?.clashes ?? [])).toEqual([]);
      return true;
    };
    let handedOver = 0;
    for (let step = 0; step < 300; step++) {
      const deed = random.next();
      if (orders.length === 0 || deed < 0.15) await takeOne();
      else if (deed < 0.3) await learn();
      else if (await moveOne(pick(orders))) handedOver++;
    }
    // something was tried
    expect(handedOver).toBeGreaterThan(5);
  });
});

/** What of an order its customer must never have now. */
async function clashesOf({ customerId, lines }: Order): Promise<readonly AllergenClash[]> {
  const [row] = await shop.db.query<{ allergies: string[] }[]>(
    'select allergies from customer where id = $1',
    [customerId],
  );
  const book = await AllergyBook.load(shop.db.manager);
  const contents = { lines: lines.map(({ piece, pieces }) => ({ piece, pieces })), boxes: [] };
  return book.clashes({ name: '', allergies: (row?.allergies ?? []) as Allergen[] }, contents);
}
