import type { PlanJob } from '@alnage/contract';
import { expect, inject, test, vi } from 'vitest';
import { asAdmin } from '../../../testing/as-admin';
import { ask } from '../../../testing/ask';
import { openApp } from '../../../testing/workshop-app';

test('connections that are cut while a plan is made end neither the server nor the job, and pages hear of it', async () => {
  const shop = await openApp({ doesJobs: true });
  const name = new URL(shop.url).pathname.slice(1);
  const cut = (): Promise<unknown> =>
    asAdmin(inject('databaseUrl'), (admin) =>
      admin.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [name]),
    );
  const heard = new Set<string>();
  const leave = shop.live.subscribe(({ topic }) => void heard.add(topic));
  const { body: job } = await ask<PlanJob>(shop.app, ['POST', '/api/plan/jobs'], {
    kind: 'plan',
    seconds: 3,
  });
  for (let times = 0; times < 8; times++) {
    await cut();
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  // another process, or this one, takes it up where it was lost
  await vi.waitFor(
    async () => {
      const response = await shop.app.inject('/api/plan/jobs/latest');
      expect(response.json<{ job: PlanJob }>().job).toMatchObject({ id: job.id, state: 'done' });
    },
    { timeout: 50_000, interval: 500 },
  );
  expect(heard).toContain('orders');
  leave();
  await shop.close();
}, 120_000);
