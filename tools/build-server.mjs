import { build } from 'esbuild';
import { at } from './lib/paths.mjs';

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
    '@alnage/core': at('packages/core/src/index.ts'),
    '@alnage/contract': at('packages/contract/src/index.ts'),
  },
  tsconfig: at('apps/server/tsconfig.json'),
  logLevel: 'warning',
});
