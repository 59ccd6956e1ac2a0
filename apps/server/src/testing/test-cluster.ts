import { randomBytes } from 'node:crypto';
import type { TestProject } from 'vitest/node';
import { asAdmin } from './as-admin';

// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { startCluster } from '../../../../tools/lib/postgres.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
    /** Name of the database of this run that holds the demo, made by whoever wants it first. */
    demoTemplate: string;
  }
}

/** A real PostgreSQL for the tests: the project's own test cluster, or the server of ALNAGE_TEST_DATABASE. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const given = process.env['ALNAGE_TEST_DATABASE'];
  const cluster = given
    ? null
    : ((await startCluster('test')) as { url(name: string): string; stop(): void });
  const url = given ?? cluster!.url('postgres');
  const demoTemplate = `test_demo_${randomBytes(6).toString('hex')}`;
  project.provide('databaseUrl', url);
  project.provide('demoTemplate', demoTemplate);
  return async () => {
    await asAdmin(url, async (admin) => {
      for (const name of [demoTemplate, `${demoTemplate}_new`])
        await admin.query(`drop database if exists ${name} with (force)`);
    });

    cluster?.stop();
  };
}
