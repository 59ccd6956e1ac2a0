import { randomUUID } from 'node:crypto';
import type { Order, TerminalManner } from '@alnage/contract';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import type { TerminalAnswer } from '../../platform/devices/card-terminal';
import { ask } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';
import { CardPayments } from './card-payments';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterEach(() => manner('takes'));
afterAll(() => shop.close());

const manner = (wanted: TerminalManner) =>
  ask(shop.app, ['PUT', '/api/simulated/terminal'], { manner: wanted });
const failed = (error: unknown): void => expect(error).toBeUndefined();
const charge = (order: Order, what: Record<string, unknown> = {}) =>
  ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/card`], {
    ...{ id: randomUUID(), kind: 'payment', amountMinor: 2880, version: order.version, ...what },
  });
const now = async ({ id }: Order): Promise<Order> =>
  (await shop.app.inject(`/api/orders/${id}`)).json<Order>();
const settled = (order: Order): Promise<Order> =>
  vi.waitFor(async () => {
    const read = await now(order);
    expect(read.card?.state).not.toBe('asked');
    return read;
  }, 5000);

describe('a card payment', () => {
  test('is asked of the terminal, and is in the ledger once it took the card', async () => {
    const order = await take(shop.app);
    const { status, body } = await charge(order);
    expect(status).toBe(202);
    expect(body.card).toMatchObject({ state: 'asked', amountMinor: 2880 });
    const paid = await settled(order);
    expect(paid).toMatchObject({ paidMinor: 2880, balanceMinor: 0 });
    expect(paid.payments[0]).toMatchObject({ method: 'card', givenMinor: null });
    expect(paid.payments[0]!.reference).toMatch(/^simulated-/);
  });

  test.each([
    ['declines', 'declined'],
    ['cancels', 'cancelled'],
    ['unplugged', 'unplugged'],
  ] as const)(
    'where the terminal %s it leaves nothing behind, and can be tried again',
    async (how, state) => {
      const order = await take(shop.app);
      await manner(how);
      await charge(order);
      const after = await settled(order);
      expect(after).toMatchObject({ paidMinor: 0, payments: [], card: { amountMinor: 2880, state } });
      await manner('takes');
      expect((await charge(after)).status).toBe(202);
      expect((await settled(order)).paidMinor).toBe(2880);
    },
  );

  test('is booked once, however often it is asked with its id', async () => {
    const order = await take(shop.app);
    const id = randomUUID();
    const answers = await Promise.all([1, 2, 3].map(() => charge(order, { id })));
    expect(answers.map(({ status }) => status)).toEqual([202, 202, 202]);
    await settled(order);
    expect((await charge(order, { id })).body.payments).toHaveLength(1);
    expect((await now(order)).payments).toHaveLength(1);
    expect((await charge(await take(shop.app), { id })).body.code).toBe('already-done');
  });

  test('while the terminal waits nobody takes the same money another way; it is called off', async () => {
    const order = await take(shop.app);
    await manner('late');
    const { body: open } = await charge(order);
    const cash = { kind: 'payment', amountMinor: 2880, givenMinor: null, version: open.version };
    const { status, body } = await ask(shop.app, ['POST', `/api/orders/${order.id}/payments`], cash);
    expect([status, body.code]).toEqual([409, 'card-open']);
    await ask(shop.app, ['POST', `/api/orders/${order.id}/card/${open.card!.id}/cancel`]);
    expect((await settled(order)).paidMinor).toBe(0);
  });

  test('that is late is booked though nobody looks any more', async () => {
    const order = await take(shop.app);
    await manner('late');
    await charge(order);
    const paid = await vi.waitFor(async () => {
      const read = await now(order);
      expect(read.paidMinor).toBe(2880);
      return read;
    }, 8000);
    expect(paid.card).toBeNull();
  }, 10_000);

  test.each([
    [true, 2880],
    [false, 0],
  ])('that nobody answered for waits until somebody looked: taken %s', async (wasTaken, paidMinor) => {
    const order = await take(shop.app);
    await manner('silent');
    const { body } = await charge(order);
    const { id } = body.card!;
    const seen = () =>
      ask<Order>(shop.app, ['POST', `/api/orders/${order.id}/card/${id}/seen`], { wasTaken });
    // the terminal may still answer
    expect((await seen()).body.code).toBe('already-done');
    // as after a restart
    const { db, clock, terminal } = shop.app;
    await new CardPayments({ db, clock, terminal, log: failed }).resume();
    expect((await now(order)).card).toMatchObject({ state: 'unanswered' });
    const card = wasTaken ? null : { state: 'cancelled' };
    expect((await seen()).body).toMatchObject({ card, paidMinor });
    expect((await seen()).body.code).toBe('already-done');
    expect((await now(order)).payments).toHaveLength(wasTaken ? 1 : 0);
  });

  test('that comes through after all is booked, whatever somebody said of it', async () => {
    const order = await take(shop.app);
    let answer!: (value: TerminalAnswer) => void;
    const terminal = {
      transact: () => new Promise<TerminalAnswer>((resolve) => (answer = resolve)),
      cancel: () => undefined,
    };
    const { db, clock } = shop.app;
    const cards = new CardPayments({ db, clock, terminal, log: failed, waitMs: 20 });
    const id = randomUUID();
    await cards.ask(order.id, { id, kind: 'payment', amountMinor: 2880, version: 1 }, 'maj');
    await vi.waitFor(async () => expect((await now(order)).card?.state).toBe('unanswered'));
    await cards.seen({ orderId: order.id, id }, { wasTaken: false }, 'maj');
    answer({ kind: 'taken', reference: 'late-1' });
    await vi.waitFor(async () => expect((await now(order)).paidMinor).toBe(2880));
    expect((await now(order)).payments).toEqual([
      expect.objectContaining({ reference: 'late-1', by: 'maj' }),
    ]);
  });

  test.each<[string, Record<string, unknown>, number, string]>([
    ['more than is due', { amountMinor: 2881 }, 400, 'invalid-input'],
    ['more back than was paid', { kind: 'refund', amountMinor: 1 }, 400, 'invalid-input'],
    ['an order that changed', { version: 7 }, 409, 'order-changed'],
    ['no id', { id: 'one' }, 400, 'invalid-input'],
  ])('is not asked for %s', async (_name, what, status, code) => {
    const order = await take(shop.app);
    const answer = await charge(order, what);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(await now(order)).toEqual(order);
  });
});
