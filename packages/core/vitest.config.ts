import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { name: 'core', include: ['src/**/*.test.ts'], isolate: false, maxWorkers: 2, testTimeout: 180_000 },
});
