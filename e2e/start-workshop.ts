// @ts-expect-error plain JavaScript, shared with the scripts
import { requireBuild } from '../tools/lib/build.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { startCluster } from '../tools/lib/postgres.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { startServer } from '../tools/lib/server.mjs';

export interface Cluster {
  requireDatabase(name: string): string;
  copyDatabase(from: string, name: string): string;
  dropDatabase(name: string): void;
  stop(): void;
}

export const DEMO_NOW = '2026-06-18T11:32:00+03:00';

/** A Monday morning for the workshop that is set up from nothing; its clock goes by UTC. */
export const EMPTY_NOW = '2026-03-02T07:00:00Z';

/** The demo as it ships, which each file of tests has a copy of: planning and writing it takes seconds. */
const TEMPLATE = 'e2e_template';
const COMMON = { ALNAGE_PORT: '0', ALNAGE_PLAN_SECONDS: '1' };

/** What all files share: the demo to be copied, and an empty workshop; all of it ends with the run. */
export default async function startWorkshop(): Promise<() => Promise<void>> {
  await requireBuild();
  const cluster = (await startCluster('test')) as Cluster;
  const fresh = (name: string): string => {
    cluster.dropDatabase(name);
    return cluster.requireDatabase(name);
  };
  const template = await startServer({ ...COMMON, DATABASE_URL: fresh(TEMPLATE), ALNAGE_NOW: DEMO_NOW });
  await template.stop();
  const empty = await startServer({
    ...{ ...COMMON, DATABASE_URL: fresh('e2e_empty') },
    ...{ ALNAGE_DEMO: 'off', ALNAGE_NOW: EMPTY_NOW },
  });
  process.env['ALNAGE_E2E_EMPTY'] = empty.address;
  process.env['ALNAGE_E2E_RESTART_DB'] = fresh('e2e_restart');
  process.env['ALNAGE_E2E_BENCH_DB'] = fresh('e2e_bench');
  return async () => {
    await empty.stop();
    cluster.stop();
  };
}

/** A demo workshop that nobody else uses, as it ships. */
export async function startDemo(name: string): Promise<{ address: string; stop(): Promise<void> }> {
  const cluster = (await startCluster('test')) as Cluster;
  cluster.dropDatabase(name);
  const database = cluster.copyDatabase(TEMPLATE, name);
  const server = (await startServer({ ...COMMON, DATABASE_URL: database, ALNAGE_NOW: DEMO_NOW })) as {
    readonly address: string;
    stop(): Promise<void>;
  };
  return {
    address: server.address,
    stop: async () => {
      await server.stop();
      cluster.dropDatabase(name);
    },
  };
}
