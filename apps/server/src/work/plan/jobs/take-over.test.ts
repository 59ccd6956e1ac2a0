import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import type { PlanJob, SavedPlan } from '@alnage/contract';
import { expect, test, vi } from 'vitest';
import { openApp } from '../../../testing/workshop-app';

const OTHER = fileURLToPath(new URL('../../../testing/job-process.ts', import.meta.url));
/** Whose tsconfig says how decorators are read. */
const SERVER = fileURLToPath(new URL('../../../..', import.meta.url));

test('a job whose process is killed is taken up by another within 30 s, and goes on from the best so far', async () => {
  const shop = await openApp();
  const latest = async (): Promise<PlanJob> =>
    (await shop.app.inject('/api/plan/jobs/latest')).json<{ job: PlanJob }>().job;
  const other = spawn(process.execPath, ['--import', 'tsx', OTHER, shop.url], {
    cwd: SERVER,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = once(other, 'exit').then(() => 'ended');
  expect(await Promise.race([once(other.stdout, 'data').then(() => 'ready'), ended])).toBe('ready');
  await shop.app.inject({ method: 'POST', url: '/api/plan/jobs', payload: { kind: 'plan', seconds: 40 } });
  const begun = await vi.waitFor(
    async () => {
      const job = await latest();
      expect(job.best).not.toBeNull();
      return job;
    },
    { timeout: 30_000, interval: 100 },
  );
  expect(begun.state).toBe('running');
  other.kill('SIGKILL');
  await ended;
  const killedAt = performance.now();
  const heir = await openApp({ url: shop.url, now: null, doesJobs: true });
  const attempts = async (): Promise<number> =>
    (await shop.db.query<{ attempts: number }[]>('select attempts from plan_job'))[0]!.attempts;
  await vi.waitFor(async () => expect(await attempts()).toBe(2), { timeout: 40_000, interval: 200 });
  expect(performance.now() - killedAt).toBeLessThan(30_000);
  const { id } = await latest();
  await shop.app.inject({ method: 'POST', url: `/api/plan/jobs/${id}/stop`, payload: {} });
  await vi.waitFor(async () => expect(await latest()).toMatchObject({ id, state: 'done', version: 3 }), {
    timeout: 30_000,
    interval: 200,
  });
  const made = (await shop.app.inject('/api/plan')).json<SavedPlan>();
  expect(made.cost).toBeLessThanOrEqual(begun.best!.cost * (1 + 1e-9));
  await heir.close();
  await shop.close();
}, 300_000);

test('a job whose process ends in order is taken up by the next one at once', async () => {
  const first = await openApp({ doesJobs: true });
  const keeper = await openApp({ url: first.url, now: null });
  const latest = async (): Promise<PlanJob> =>
    (await keeper.app.inject('/api/plan/jobs/latest')).json<{ job: PlanJob }>().job;
  await keeper.app.inject({ method: 'POST', url: '/api/plan/jobs', payload: { kind: 'plan', seconds: 60 } });
  await vi.waitFor(async () => expect((await latest()).best).not.toBeNull(), { timeout: 30_000 });
  await first.app.close();
  expect(await latest()).toMatchObject({ state: 'queued', fault: null });
  const next = await openApp({ url: first.url, now: null, doesJobs: true });
  await vi.waitFor(async () => expect((await latest()).state).toBe('running'), {
    timeout: 8000,
    interval: 100,
  });
  await keeper.app.inject({ method: 'POST', url: `/api/plan/jobs/${(await latest()).id}/stop`, payload: {} });
  await vi.waitFor(async () => expect((await latest()).state).toBe('done'), { timeout: 20_000 });
  await next.close();
  await keeper.close();
  await first.close();
}, 300_000);
