import { defineConfig } from 'vitest/config';

// two at once, for vitest would leave one of two processors idle
export default defineConfig({ test: { isolate: false, maxWorkers: 2, testTimeout: 30_000 } });
