// @ts-expect-error plain JavaScript, shared with the scripts
import { requireBuild } from '../tools/lib/build.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { startCluster } from '../tools/lib/postgres.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { startServer } from '../tools/lib/server.mjs';

interface Cluster {
  requireDatabase(name: string): string;
  dropDatabase(name: string): void;
  stop(): void;
}

export const DEMO_NOW = '2026-06-18T11:32:00+03:00';

/** A Monday morning for the workshop that is set up from nothing; its clock goes by UTC. */
export const EMPTY_NOW = '2026-03-02T07:00:00Z';

/** A fresh demo workshop and an empty one, on databases of their own; both end with the run. */
export default async function startWorkshop(): Promise<() => Promise<void>> {
  requireBuild();
  const cluster = (await startCluster('test')) as Cluster;
  const fresh = (name: string): string => {
    cluster.dropDatabase(name);
    return cluster.requireDatabase(name);
  };
  const demo = await startServer({
    DATABASE_URL: fresh('e2e_demo'),
    ALNAGE_PORT: '0',
    ALNAGE_NOW: DEMO_NOW,
    ALNAGE_PLAN_SECONDS: '2',
  });
  const empty = await startServer({
    DATABASE_URL: fresh('e2e_empty'),
    ALNAGE_PORT: '0',
    ALNAGE_DEMO: 'off',
    ALNAGE_NOW: EMPTY_NOW,
    ALNAGE_PLAN_SECONDS: '2',
  });
  process.env['ALNAGE_E2E_DEMO'] = demo.address;
  process.env['ALNAGE_E2E_EMPTY'] = empty.address;
  process.env['ALNAGE_E2E_RESTART_DB'] = fresh('e2e_restart');
  process.env['ALNAGE_E2E_BENCH_DB'] = fresh('e2e_bench');
  return async () => {
    await demo.stop();
    await empty.stop();
    cluster.stop();
  };
}
