import { requirePackages } from './lib/packages.mjs';
import { main } from './lib/say.mjs';

/** `npm run check`: everything that needs no browser. */
await main(async () => {
  await requirePackages();
  const { Steps } = await import('./lib/steps.mjs');
  const { runChecks } = await import('./lib/check-steps.mjs');
  const steps = new Steps();
  await runChecks(steps);
  steps.close();
});
