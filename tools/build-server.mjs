import { build } from 'esbuild';
import { at } from './lib/paths.mjs';

/** Bundles our own code of the server into one file; packages stay where npm put them. */
await build({
  entryPoints: [at('apps/server/src/main.ts')],
  outfile: at('dist/server/main.js'),
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
