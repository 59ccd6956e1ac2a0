import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    name: 'server',
    include: ['src/**/*.test.ts'],
    globalSetup: ['src/testing/test-cluster.ts'],
    // one module graph a worker: most of a file's time was reading it anew; two, for the database takes the rest
    isolate: false,
    maxWorkers: 2,
    // a machine that is shared may be ten times as slow for a while: what ends at all is judged by what it says
    testTimeout: 180_000,
    hookTimeout: 180_000,
  },
});
