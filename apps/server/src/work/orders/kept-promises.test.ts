import type { Order, PlanJob, PromisedSlot, SavedPlan } from '@alnage/contract';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { PlanService } from '../plan/versions/plan.service';
import { ask } from '../../testing/ask';
import { draft, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp({ doesJobs: true })));
afterAll(() => shop.close());

/** Few, so that the plan is not a good one: what it meets is not luck. */
const STEPS = 60;
const planned = async (): Promise<SavedPlan> => (await shop.app.inject('/api/plan')).json<SavedPlan>();
const slotsFor = async (lines: { piece: string; pieces: number }[]): Promise<PromisedSlot[]> => {
  const wanted = { lines, boxes: [], pickupPoint: 'shop', order: null };
  return (await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], wanted)).body;
};
/** Until then the days are filled. */
const LAST = '2026-06-19T13:00';
/** Takes an order for the nth of the slots that are told; null where none is. */
const telephone = async (piece: string, pieces: number, nth: number): Promise<Order | null> => {
  const lines = [{ piece, pieces }];
  const told = (await slotsFor(lines)).filter(({ kind, at }) => kind !== 'no' && at <= LAST);
  if (told.length === 0) return null;
  const pickup = told[nth % told.length]!.at;
  const { status, body } = await ask<Order>(
    shop.app,
    ['POST', '/api/orders'],
    draft({ lines, pickup, despiteKitchen: null }),
  );
  expect(status, `${piece} ${pieces} for ${pickup}: ${JSON.stringify(body)}`).toBe(201);
  return body;
};

test('to the brim of a morning every slot that is told can be had, and no plan after it loses an order', async () => {
  const before = new Set((await planned()).plan.unmet.map(({ order }) => order));
  const taken: Order[] = [];
  let refusals = 0;
  for (let number = 0; number < 9; number++) {
    const piece = ['dusk-berry', 'frost-berry'][number % 2]!;
    const order = await telephone(piece, 120 + 30 * (number % 4), number * 7);
    if (order) taken.push(order);
    else refusals++;
    if (number % 3 < 2) continue;
    const { plan } = await new PlanService(shop.db, shop.app.clock).make({ steps: STEPS });
    expect(plan.unmet.filter(({ order }) => !before.has(order))).toEqual([]);
    const made = new Set(plan.batches.flatMap(({ serves }) => serves.map((serve) => serve.order)));
    for (const { id } of taken) expect(made).toContain(id);
  }
  expect(taken.length).toBeGreaterThan(3);
  expect(refusals, 'it was never full').toBeGreaterThan(0);
}, 120_000);

test('an order that is taken while a plan is made is met by the one after it', async () => {
  const { body: job } = await ask<PlanJob>(shop.app, ['POST', '/api/plan/jobs'], {
    kind: 'plan',
    seconds: 2,
  });
  const order = (await telephone('salt-twist', 12, 5))!;
  await vi.waitFor(
    async () => {
      const { job: now } = (await shop.app.inject('/api/plan/jobs/latest')).json<{ job: PlanJob }>();
      expect(now).toMatchObject({ id: job.id, state: 'done' });
    },
    { timeout: 30_000, interval: 100 },
  );
  const { plan } = await new PlanService(shop.db, shop.app.clock).make({ steps: STEPS });
  expect(plan.unmet.filter((line) => line.order === order.id)).toEqual([]);
}, 60_000);
