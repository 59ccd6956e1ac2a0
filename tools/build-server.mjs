import { readdirSync } from 'node:fs';
import { build } from 'esbuild';
import { at } from './lib/paths.mjs';

const CORE = 'packages/core/src';
const CORE_PARTS = readdirSync(at(CORE), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map(({ name }) => name);

/** Bundles our own code of the server and of its threads into a file each; packages stay where npm put them. */
await build({
  entryPoints: {
    main: at('apps/server/src/main.ts'),
    'plan-worker': at('apps/server/src/week/planning/plan-work.ts'),
  },
  outdir: at('dist/server'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  packages: 'external',
  alias: {
    ...Object.fromEntries(CORE_PARTS.map((part) => [`@alnage/core/${part}`, at(CORE, part, 'index.ts')])),
    '@alnage/core': at(CORE, 'index.ts'),
    '@alnage/contract': at('packages/contract/src/index.ts'),
  },
  tsconfig: at('apps/server/tsconfig.json'),
  logLevel: 'warning',
});
