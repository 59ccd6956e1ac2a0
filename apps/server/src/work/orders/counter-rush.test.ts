import { randomUUID } from 'node:crypto';
import type { CounterDeed, CounterDeedDraft, CounterTaken, Order } from '@alnage/contract';
import { accountOf, allParts, countParts, partsLeft, Random } from '@alnage/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

const ORDERS = 6;
const SCREENS = 3;
const DEEDS = 25;

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

/** What somebody at a screen does next, rightly or not. */
function anyDeed(random: Random, { totalMinor, lines }: Order): CounterDeed {
  const amountMinor = 1 + random.below(totalMinor);
  const some = lines.map(({ pieces }) => random.below(pieces + 1));
  const all: readonly CounterDeed[] = [
    { kind: 'shelve' },
    { kind: 'hand-over', collectedBy: '', parts: null },
    { kind: 'hand-over', collectedBy: 'a neighbour', parts: { boxes: [], lines: some } },
    { kind: 'take-back' },
    { kind: 'keep', until: '2026-06-19T18:00' },
    { kind: 'not-collected' },
    { kind: 'cash', amountMinor, givenMinor: amountMinor + random.below(3) * 500 },
  ];
  return all[random.below(all.length)]!;
}

const send = async (deeds: readonly CounterDeedDraft[]): Promise<CounterTaken['taken']> =>
  (await ask<CounterTaken>(shop.app, ['POST', '/api/counter/deeds'], { deeds })).body.taken;
const now = async ({ id }: Order): Promise<Order> =>
  (await shop.app.inject(`/api/orders/${id}`)).json<Order>();

/** What must be so of an order whatever was pressed. */
function expectSound(order: Order): void {
  const given = order.handOvers.reduce((sum, each) => sum + countParts(each), 0);
  const left = countParts(partsLeft(order, order.handOvers));
  // nothing goes out twice, and nothing is lost
  expect(given + left).toBe(countParts(allParts(order)));
  expect(order.state === 'handed-over').toBe(left === 0);
  if (order.state === 'promised') expect(given).toBe(0);
  expect(order).toMatchObject(accountOf(order.totalMinor, order.payments));
  expect(order.balanceMinor).toBeGreaterThanOrEqual(0);
  if (order.keptUntil !== null) expect(order.state).toBe('ready');
}

test('three screens at one counter: nothing goes out twice, no money is taken twice, every deed once', async () => {
  const random = new Random(11);
  const orders: Order[] = [];
  for (let i = 0; i < ORDERS; i++) orders.push(await take(shop.app, { customer: `Guest ${i}` }));
  const answers = new Map<string, string>();
  const screen = async (): Promise<void> => {
    for (let i = 0; i < DEEDS; i++) {
      const order = orders[random.below(orders.length)]!;
      const at = shop.app.clock.now().getTime();
      const isDone = random.below(4) === 0;
      const deed = anyDeed(random, order);
      const draft = { id: randomUUID(), order: order.id, at, by: null, isDone, despiteAllergy: null, deed };
      // an answer that is lost is asked for again
      const [first] = await send([draft]);
      const [again] = random.below(3) === 0 && first!.refusal === null ? await send([draft]) : [first];
      expect(again!.refusal).toEqual(first!.refusal);
      answers.set(draft.id, first!.refusal?.code ?? 'taken');
      expectSound(first!.order!);
    }
  };
  await Promise.all(Array.from({ length: SCREENS }, screen));
  for (const order of orders) expectSound(await now(order));
  const taken = [...answers.values()].filter((each) => each === 'taken').length;
  expect(taken).toBeGreaterThan(ORDERS);
  expect(taken).toBeLessThan(SCREENS * DEEDS);
  const [{ count }] = await shop.db.query<[{ count: string }]>('select count(*) from counter_deed');
  expect(Number(count)).toBe(taken);
}, 60_000);
