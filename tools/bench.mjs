import { existsSync } from 'node:fs';
import { at, root } from './lib/paths.mjs';
import { requirePackages } from './lib/packages.mjs';
import { runShown } from './lib/run.mjs';
import { main, Refusal } from './lib/say.mjs';

/** `npm run bench -- <scope>`: measurements, which are never tests. */
await main(async () => {
  const scope = process.argv[2] ?? '';
  const file = at('bench', `${scope}.ts`);
  if (!/^[a-z-]+$/.test(scope) || !existsSync(file))
    throw new Refusal(`There is no bench called "${scope}". Say: npm run bench -- planner`);
  await requirePackages();
  process.exitCode = await runShown(process.execPath, ['--import', 'tsx', file], { cwd: root });
});
