import type { TestProject } from 'vitest/node';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { startCluster } from '../../../../tools/lib/postgres.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** A real PostgreSQL for the tests: the project's own test cluster, or the server of ALNAGE_TEST_DATABASE. */
export default async function setup(project: TestProject): Promise<(() => void) | undefined> {
  const given = process.env['ALNAGE_TEST_DATABASE'];
  if (given) {
    project.provide('databaseUrl', given);
    return undefined;
  }
  const cluster = (await startCluster('test')) as { url(name: string): string; stop(): void };
  project.provide('databaseUrl', cluster.url('postgres'));
  return () => cluster.stop();
}
