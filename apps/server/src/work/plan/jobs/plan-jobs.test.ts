import type { PlanJob, SavedPlan } from '@alnage/contract';
import { checkPlan } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { openApp, take, type WorkshopApp } from '../../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp({ doesJobs: true })));
afterAll(() => shop.close());

const post = (url: string, payload: object = {}) => shop.app.inject({ method: 'POST', url, payload });
const latest = async (): Promise<PlanJob> =>
  (await shop.app.inject('/api/plan/jobs/latest')).json<{ job: PlanJob }>().job;
const newest = async (): Promise<SavedPlan> => (await shop.app.inject('/api/plan')).json<SavedPlan>();
const ended = (): Promise<PlanJob> =>
  vi.waitFor(
    async () => {
      const job = await latest();
      expect(['done', 'failed']).toContain(job.state);
      return job;
    },
    { timeout: 50_000, interval: 100 },
  );

describe('a plan that is asked for', () => {
  test('is made beside the server, told of while it becomes better, and kept as the next version', async () => {
    const before = await newest();
    const asked = await post('/api/plan/jobs', { kind: 'plan', seconds: 3 });
    expect(asked.statusCode).toBe(202);
    expect(asked.json()).toMatchObject({ kind: 'plan', state: 'queued', seconds: 3, best: null });
    const heard: number[] = [];
    await vi.waitFor(
      async () => {
        const { best } = await latest();
        if (best) heard.push(best.cost);
        expect(best).not.toBeNull();
      },
      { timeout: 20_000, interval: 50 },
    );
    const job = await ended();
    expect(job).toMatchObject({ state: 'done', version: before.version + 1, progress: 1, fault: null });
    const made = await newest();
    expect(made).toMatchObject({ version: job.version, origin: 'planned', basedOn: before.version });
    expect(made).toMatchObject({ isPublished: false, publishedAt: null });
    expect(checkPlan(made.problem, made.plan)).toMatchObject({ ok: true, cost: made.cost });
    expect(made.cost).toBeLessThanOrEqual(heard[0]! * (1 + 1e-9));
  });

  test('ends when it is told to, and keeps the best so far', async () => {
    const start = performance.now();
    const { id } = (await post('/api/plan/jobs', { kind: 'plan', seconds: 120 })).json<PlanJob>();
    await vi.waitFor(async () => expect((await latest()).best).not.toBeNull(), { timeout: 20_000 });
    expect((await post('/api/plan/jobs', { kind: 'plan' })).json()).toMatchObject({ code: 'plan-running' });
    expect((await post(`/api/plan/jobs/${id}/stop`)).json()).toMatchObject({ isStopping: true });
    const job = await ended();
    expect(job).toMatchObject({ id, state: 'done' });
    expect(performance.now() - start).toBeLessThan(60_000);
    expect((await newest()).version).toBe(job.version);
  });

  test('mends what an order more has made stale, and moves little', async () => {
    await take(shop.app, { lines: [{ piece: 'salt-twist', pieces: 12 }] });
    const before = await newest();
    expect(before.isStale).toBe(true);
    await post('/api/plan/jobs', { kind: 'repair', seconds: 1 });
    expect(await ended()).toMatchObject({ state: 'done' });
    const after = await newest();
    expect(after).toMatchObject({ origin: 'repaired', isStale: false, basedOn: before.version });
    const same = before.plan.batches.filter((batch) =>
      after.plan.batches.some((other) => JSON.stringify(other.stages) === JSON.stringify(batch.stages)),
    );
    expect(same.length).toBeGreaterThan(before.plan.batches.length * 0.8);
  });

  test('goes back to a version as it was', async () => {
    const [, , old] = (await shop.app.inject('/api/plan/versions')).json<{ version: number }[]>();
    const then = (await shop.app.inject(`/api/plan/versions/${old!.version}`)).json<SavedPlan>();
    await post('/api/plan/jobs', { kind: 'restore', version: old!.version });
    expect(await ended()).toMatchObject({ state: 'done' });
    const now = await newest();
    expect(now).toMatchObject({ origin: 'restored', basedOn: old!.version });
    const tasks = ({ plan }: SavedPlan) =>
      plan.batches.map(({ product, stages }) => ({
        product,
        stages: stages.map(({ melt: _, ...task }) => task),
      }));
    for (const batch of tasks(then)) expect(tasks(now)).toContainEqual(batch);
  });

  test.each<[string, object, object]>([
    ['no such kind', { kind: 'guess' }, { code: 'invalid-input' }],
    ['no seconds at all', { kind: 'plan', seconds: 0 }, { code: 'invalid-input' }],
    ['no such version', { kind: 'restore', version: 999 }, { code: 'plan-not-found' }],
    ['no version', { kind: 'restore' }, { code: 'plan-not-found' }],
  ])('is refused: %s', async (_, payload, problem) =>
    expect((await post('/api/plan/jobs', payload)).json()).toMatchObject(problem),
  );

  test('cannot be stopped where there is none', async () =>
    expect((await post('/api/plan/jobs/00000000-0000-4000-8000-000000000000/stop')).json()).toMatchObject({
      code: 'not-found',
    }));
});
