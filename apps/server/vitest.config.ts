import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const source = (path: string): string =>
  fileURLToPath(new URL(`../../packages/${path}/src/index.ts`, import.meta.url));

export default defineConfig({
  resolve: { alias: { '@alnage/core': source('core'), '@alnage/contract': source('contract') } },
  test: {
    name: 'server',
    include: ['src/**/*.test.ts'],
    globalSetup: ['src/testing/test-cluster.ts'],
    // one module graph a worker: most of a file's time was reading it anew; two, for the database takes the rest
    isolate: false,
    maxWorkers: 2,
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
