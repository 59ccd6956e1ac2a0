import { randomUUID } from 'node:crypto';
import type { CounterDeed, CounterDeedDraft, CounterTaken, KeepingNow, Order } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, ordersOf } from '../../testing/ask';
import { draft, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
let made: Order;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
  made = await madeOrder();
});
afterAll(() => shop.close());

const ALL: CounterDeed = { kind: 'hand-over', collectedBy: 'Ida', parts: null };

function deedOf(
  order: Pick<Order, 'id'>,
  deed: CounterDeed,
  what: Partial<CounterDeedDraft> = {},
): CounterDeedDraft {
  const at = shop.app.clock.now().getTime();
  return {
    id: randomUUID(),
    order: order.id,
    at,
    by: 'maj',
    isDone: false,
    despiteAllergy: null,
    deed,
    ...what,
  };
}
const send = async (deeds: readonly CounterDeedDraft[]): Promise<CounterTaken['taken']> =>
  (await ask<CounterTaken>(shop.app, ['POST', '/api/counter/deeds'], { deeds })).body.taken;
const doIt = async (order: Pick<Order, 'id'>, deed: CounterDeed, what: Partial<CounterDeedDraft> = {}) =>
  (await send([deedOf(order, deed, what)]))[0]!;
const now = async ({ id }: Pick<Order, 'id'>): Promise<Order> =>
  (await shop.app.inject(`/api/orders/${id}`)).json<Order>();
const shelved = async (what: Record<string, unknown> = {}): Promise<Order> => {
  const order = await take(shop.app, { despiteKitchen: { reason: 'A test', name: 'Maj' }, ...what });
  return (await doIt(order, { kind: 'shelve' })).order!;
};
const moved = (order: Order, what: Record<string, unknown>) =>
  ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/slot`], {
    ...{ pickup: '2026-06-19T16:00', pickupPoint: 'shop', version: order.version, ...what },
  });
/** An order of berries of which all is made, on the shelf. */
async function madeOrder(): Promise<Order> {
  const keeping = (await shop.app.inject('/api/keeping')).json<KeepingNow>();
  const orders = await ordersOf(shop.app);
  const dipped = keeping.batches.filter(({ clockAt, piece }) => clockAt !== null && piece === 'dusk-berry');
  const found = orders.find(
    ({ id, state, pieces }) =>
      state === 'promised' &&
      pieces.length === 1 &&
      dipped.some(({ pickups }) =>
        pickups.some((pickup) => pickup.order === id && pickup.pieces === pieces[0]!.pieces),
      ),
  )!;
  return (await doIt(found, { kind: 'shelve' })).order!;
}

const parts = (boxes: number[], lines: number[]): CounterDeed =>
  ({ ...ALL, parts: { boxes, lines } }) as CounterDeed;

describe('an order that is made', () => {
  test('is not given another hour at which its pieces are too old', async () => {
    const { status, body } = await moved(made, { pickup: '2026-06-21T12:00' });
    expect([status, body.errors[0]!.code]).toEqual([400, 'too-old-then']);
    expect(await now(made)).toEqual(made);
  });

  test('what is not collected of it can be had by others, what is gone cannot', async () => {
    const spare = async (): Promise<number> =>
      (await shop.app.inject('/api/keeping'))
        .json<KeepingNow>()
        .batches.filter(({ piece }) => piece === 'dusk-berry')
        .reduce((sum, each) => sum + each.spare, 0);
    const before = await spare();
    const total = made.pieces.reduce((sum, { pieces }) => sum + pieces, 0);
    const [box] = made.boxes;
    const some = {
      boxes: made.boxes.map((_, place) => (place === 0 ? 1 : 0)),
      lines: made.lines.map(() => 0),
    };
    const gone = box ? box.contents.reduce((sum, { pieces }) => sum + pieces, 0) : 2;
    if (!box) some.lines[0] = gone;
    expect((await doIt(made, { ...ALL, parts: some } as CounterDeed)).refusal).toBeNull();
    expect(await spare()).toBe(before);
    expect((await doIt(made, { kind: 'not-collected' })).refusal).toBeNull();
    expect(await spare()).toBe(before + total - gone);
  });
});

describe('a deed at the counter', () => {
  test('is done once, by its id, however often it is sent', async () => {
    const order = await shelved();
    const deed = deedOf(order, ALL);
    const [first, again] = await send([deed, deed]);
    expect(first).toMatchObject({ refusal: null, order: { state: 'handed-over' } });
    expect(again).toEqual(first);
    expect((await now(order)).handOvers).toEqual([
      expect.objectContaining({ id: deed.id, collectedBy: 'Ida', by: 'maj', boxes: [], lines: [12] }),
    ]);
  });

  test('of two at once is taken from one and refused to the other; nothing is handed over twice', async () => {
    const order = await shelved();
    const deeds = [1, 2, 3].map(() => deedOf(order, ALL));
    const answers = (await Promise.all(deeds.map((deed) => send([deed])))).flat();
    expect(answers.map(({ refusal }) => refusal?.code ?? 'taken').sort()).toEqual([
      'order-state',
      'order-state',
      'taken',
    ]);
    expect((await now(order)).handOvers).toHaveLength(1);
  });

  test('that cannot be taken holds no other up', async () => {
    const [one, other] = [await take(shop.app), await shelved()];
    const answers = await send([deedOf(one, ALL), deedOf({ id: randomUUID() }, ALL), deedOf(other, ALL)]);
    expect(answers.map(({ refusal }) => refusal?.code)).toEqual([
      'order-state',
      'order-not-found',
      undefined,
    ]);
    expect(answers[1]!.order).toBeNull();
  });

  test.each<[string, Partial<CounterDeedDraft>, string]>([
    ['done tomorrow', { at: Date.parse('2027-01-01T00:00:00Z') }, 'in-future'],
    ['kept until it is over', { deed: { kind: 'keep', until: '2026-01-01T10:00' } }, 'out-of-range'],
    ['no hour at all', { deed: { kind: 'keep', until: '2026-06-40T10:00' } }, 'wrong-format'],
    [
      'more cash than is due',
      { deed: { kind: 'cash', amountMinor: 99_999, givenMinor: 99_999 } },
      'more-than-due',
    ],
    ['less cash than it is', { deed: { kind: 'cash', amountMinor: 500, givenMinor: 400 } }, 'too-small'],
    ['no part', { deed: parts([], [0]) }, 'too-few'],
    ['more than there is', { deed: parts([], [13]) }, 'more-than-there'],
    ['a box that there is not', { deed: parts([1], [0]) }, 'more-than-there'],
  ])('is refused where it is %s', async (_name, what, code) => {
    const order = await shelved();
    const answer = await ask<CounterTaken>(shop.app, ['POST', '/api/counter/deeds'], {
      deeds: [deedOf(order, ALL, what)],
    });
    const errors = answer.status === 200 ? answer.body.taken[0]!.refusal!.errors : answer.body.errors;
    expect(errors.map((each) => each.code)).toContain(code);
    expect(await now(order)).toEqual(order);
  });
});

describe('another hour for what is made', () => {
  test('is given where the slot has room', async () => {
    const order = await shelved();
    const { status, body } = await moved(order, {});
    expect(status).toBe(200);
    expect(body).toMatchObject({ pickup: '2026-06-19T16:00', state: 'ready', version: order.version + 1 });
  });

  test.each<[string, Record<string, unknown>, string]>([
    ['where it is shut', { pickup: '2026-06-19T03:00' }, 'pickup-shut'],
    ['in the past', { pickup: '2026-06-01T15:00' }, 'pickup-past'],
    ['at a point that there is not', { pickupPoint: 'moon' }, 'unknown-pickup-point'],
  ])('is not given %s', async (_name, what, code) => {
    const order = await shelved();
    const { status, body } = await moved(order, what);
    expect([status, body.errors[0]!.code]).toEqual([400, code]);
    expect(await now(order)).toEqual(order);
  });

  test('is not given where the slot is full, nor to what is not on the shelf', async () => {
    const order = await shelved();
    await shop.db.query('update pickup_point set slot_boxes = 0');
    expect((await moved(order, {})).body.errors[0]!.code).toBe('slot-full');
    await shop.db.query('update pickup_point set slot_boxes = null');
    const open = await take(shop.app, draft());
    expect((await moved(open, {})).body.code).toBe('order-state');
  });
});

describe('handing over in part', () => {
  test('leaves the rest on the shelf, until all of it is gone, and is taken back step by step', async () => {
    const order = await shelved();
    const first = (await doIt(order, parts([], [5]))).order!;
    expect(first).toMatchObject({ state: 'ready', handOvers: [{ lines: [5] }] });
    const second = (await doIt(order, { ...ALL, collectedBy: '' } as CounterDeed)).order!;
    expect(second).toMatchObject({ state: 'handed-over', handOvers: [{ lines: [5] }, { lines: [7] }] });
    const back = (await doIt(order, { kind: 'take-back' })).order!;
    expect(back).toMatchObject({ state: 'ready', handOvers: [{ lines: [5] }] });
    const whole = (await doIt(order, { kind: 'take-back' })).order!;
    expect(whole).toMatchObject({ state: 'ready', handOvers: [] });
    expect((await doIt(order, { kind: 'take-back' })).refusal?.code).toBe('order-state');
    const events = (await shop.app.inject(`/api/orders/${order.id}/history`)).json<
      { changes: { to: string }[] }[]
    >();
    const told = events.flatMap(({ changes }) => changes.map(({ to }) => to));
    expect(told).toContain('5 pieces to Ida');
    expect(told).toContain('5 pieces to Ida; 7 pieces');
  });

  test('keeps the order from being unpacked or cancelled', async () => {
    const order = await shelved();
    const { version } = (await doIt(order, parts([], [5]))).order!;
    for (const to of ['promised', 'cancelled']) {
      const move = { to, version, despiteKitchen: null };
      const { status, body } = await ask(shop.app, ['POST', `/api/orders/${order.id}/move`], move);
      expect([status, body.code]).toEqual([409, 'partly-collected']);
    }
  });
});

describe('done while nobody could be asked', () => {
  const nuts = async (): Promise<Order> =>
    shelved({
      lines: [{ piece: 'oat-ball', pieces: 2 }],
      allergies: ['nuts'],
      despiteAllergy: { reason: 'For the neighbour', name: 'Maj' },
    });

  test('it is taken with what speaks against it, and that is kept', async () => {
    const order = await nuts();
    // what is known of it was forgotten meanwhile: it is asked again
    await shop.db.query(`update customer_order set allergy_waiver = null where id = $1`, [order.id]);
    const asked = await doIt(order, ALL);
    expect(asked.refusal?.errors.map(({ code }) => code)).toEqual(['not-for-customer']);
    const done = await doIt(order, ALL, { isDone: true });
    expect(done.order).toMatchObject({ state: 'handed-over', handOvers: [{ against: 'allergy' }] });
  });
});

describe('who is late', () => {
  test('is waited for until so long; what is handed over or not collected is not kept any more', async () => {
    const order = await shelved({ pickup: '2026-06-19T15:00' });
    const kept = (await doIt(order, { kind: 'keep', until: '2026-06-19T17:30' })).order!;
    expect(kept.keptUntil).toBe('2026-06-19T17:30');
    expect((await doIt(order, { kind: 'keep', until: null })).order!.keptUntil).toBeNull();
    await doIt(order, { kind: 'keep', until: '2026-06-19T17:30' });
    expect((await doIt(order, { kind: 'not-collected' })).order).toMatchObject({
      ...{ state: 'not-collected', keptUntil: null },
    });
  });

  test('pays in cash, with what they gave out of which change goes back', async () => {
    const order = await shelved();
    const paid = await doIt(order, { kind: 'cash', amountMinor: 2880, givenMinor: 3000 });
    expect(paid.order).toMatchObject({ balanceMinor: 0, payments: [{ method: 'cash', givenMinor: 3000 }] });
  });
});
