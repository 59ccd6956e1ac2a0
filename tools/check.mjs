import { requirePackages } from './lib/packages.mjs';
import { main } from './lib/say.mjs';

/**
 * `npm run check`: everything that needs no browser. Tests that passed on the same sources are not run again unless asked with
 * `npm run check -- --all`.
 */
await main(async () => {
  await requirePackages();
  const { Steps } = await import('./lib/steps.mjs');
  const { runChecks } = await import('./lib/check-steps.mjs');
  const steps = new Steps({ remembers: !process.argv.includes('--all') });
  await runChecks(steps);
  steps.close();
});
