import { checkPlan, readProblem } from '@alnage/core';
import type { Order, SavedPlan } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { WorkshopClock } from '../../platform/time/workshop-clock';
import { ordersOf } from '../../testing/ask';
import { draft, makePlan, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const newest = async (): Promise<SavedPlan> => (await shop.app.inject('/api/plan')).json<SavedPlan>();
const cancel = (order: Order) =>
  shop.app.inject({
    method: 'POST',
    url: `/api/orders/${order.id}/move`,
    payload: { to: 'cancelled', version: order.version, despiteKitchen: null },
  });

/** Every plan that leaves the server is sound by the core's own checker, on a problem that its reader takes. */
function expectSound(saved: SavedPlan): void {
  expect(readProblem(saved.problem)).toEqual(saved.problem);
  const report = checkPlan(saved.problem, saved.plan);
  expect(report.violations).toEqual([]);
  expect(report.cost).toBeCloseTo(saved.cost, 6);
  expect(report.unmetPieces).toBe(saved.unmetPieces);
}

describe('the demo’s plan', () => {
  test('was made on Monday, is sound, and meets every order', async () => {
    const saved = await newest();
    expectSound(saved);
    expect(saved).toMatchObject({
      version: 2,
      madeAt: '2026-06-15T04:00:00.000Z',
      isStale: false,
      unmetPieces: 0,
    });
    expect(saved.totalPieces).toBeGreaterThan(3000);
  });

  test('names the orders that the list has', async () => {
    const saved = await newest();
    const ids = new Set((await ordersOf(shop.app)).map((order) => order.id));
    for (const batch of saved.plan.batches)
      for (const serve of batch.serves) expect(ids).toContain(serve.order);
  });
});

describe('planning on Thursday', () => {
  test('keeps what is started, plans nothing into the past, and counts the version up', async () => {
    const before = await newest();
    const saved = await makePlan(shop.app);
    expectSound(saved);
    expect(saved.version).toBe(before.version + 1);
    const now = saved.problem.now!;
    const started = before.plan.batches.filter((batch) => batch.stages[0]!.start < now);
    expect(started.length).toBeGreaterThan(3);
    for (const { id, product, pieces } of started)
      expect(saved.plan.batches).toContainEqual(expect.objectContaining({ id, product, pieces }));
  });

  test('takes in a new order, after the plan was called stale for it', async () => {
    const order = await take(shop.app, { lines: [{ piece: 'salt-twist', pieces: 24 }] });
    // it is not in the plan, so the plan does not meet it
    expect(await newest()).toMatchObject({
      isStale: true,
      unplanned: [{ order: order.id, product: 'salt-twist', pieces: 24 }],
      unplannedTickets: [order.ticket],
    });
    const saved = await makePlan(shop.app);
    expectSound(saved);
    expect(saved).toMatchObject({ isStale: false, unplanned: [], unplannedTickets: [] });
    const served = saved.plan.batches
      .flatMap((batch) => batch.serves)
      .filter((serve) => serve.order === order.id);
    expect(served.reduce((sum, serve) => sum + serve.pieces, 0)).toBe(24);
  });

  test('says of an order that comes too late what stands in its way', async () => {
    const order = await take(shop.app, {
      pickup: '2026-06-18T12:00',
      lines: [{ piece: 'rye-truffle', pieces: 8 }],
    });
    const saved = await makePlan(shop.app);
    expectSound(saved);
    expect(saved.reasons).toEqual([
      {
        order: order.id,
        product: 'rye-truffle',
        pieces: 8,
        blocker: expect.objectContaining({ kind: 'time' }) as object,
      },
    ]);
    await cancel(order);
    expect((await makePlan(shop.app)).unmetPieces).toBe(0);
  });

  test('goes on from a later hour, with spare pieces for an order that was cancelled after its batch began', async () => {
    const saved = await newest();
    const orders = await ordersOf(shop.app);
    // the last of its product: no other order can take what is begun for it
    const startOf = (each: SavedPlan['plan']['batches'][number]): number => each.stages[0]!.start;
    const batch = saved.plan.batches.find(
      (each) =>
        startOf(each) > saved.problem.now! &&
        saved.plan.batches.every(
          (other) => other.product !== each.product || startOf(other) <= startOf(each),
        ),
    )!;
    const order = orders.find(({ id }) => batch.serves.some((serve) => serve.order === id))!;
    const later = new Date(Date.parse(saved.horizonStart) + (batch.stages[0]!.start + 2) * 60_000);
    await WorkshopClock.set(shop.db, later);
    const evening = await openApp({ url: shop.url, now: null });
    await cancel(order);
    const next = await makePlan(evening.app);
    expectSound(next);
    const spares = next.problem.orders.filter(({ id }) => id.startsWith('spare:') && id.endsWith(order.id));
    expect(spares.length).toBeGreaterThan(0);
    const again = await makePlan(evening.app);
    expectSound(again);
    expect(again.problem.orders.filter(({ id }) => id.startsWith('spare:'))).toEqual(
      next.problem.orders.filter(({ id }) => id.startsWith('spare:')),
    );
    await evening.close();
  });

  test('asked for twice at once makes two versions, one on the other', async () => {
    const [a, b] = await Promise.all([makePlan(shop.app), makePlan(shop.app)]);
    expect(Math.abs(a.version - b.version)).toBe(1);
    expectSound(a);
    expectSound(b);
  });
});

test('before anything is planned there is no plan, and that is told as such', async () => {
  const fresh = await openApp();
  await fresh.db.query('delete from plan');
  const response = await fresh.app.inject('/api/plan');
  expect(response.json()).toMatchObject({ code: 'no-plan', status: 404 });
  const first = await makePlan(fresh.app);
  expectSound(first);
  expect(first.problem.fixed).toBeUndefined();
  await fresh.close();
});

describe('an empty workshop', () => {
  test('says that there is nothing to plan or to order yet', async () => {
    const empty = await openApp({ isDemoWanted: false, now: null });
    for (const response of [
      await empty.app.inject('/api/plan'),
      await empty.app.inject({ method: 'POST', url: '/api/plan/jobs', payload: { kind: 'plan' } }),
      await empty.app.inject({ method: 'POST', url: '/api/orders', payload: draft() }),
    ])
      expect(response.json()).toMatchObject({ code: 'nothing-set-up', status: 409 });
    expect((await empty.app.inject('/api/workshop')).json()).toMatchObject({
      season: null,
      coatings: [],
      isDemo: false,
    });
    expect((await empty.app.inject('/api/pieces')).json()).toEqual([]);
    await empty.close();
  });
});
