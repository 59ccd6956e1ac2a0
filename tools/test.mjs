import { requireBuild } from './lib/build.mjs';
import { requireChromium } from './lib/debian.mjs';
import { runChecks } from './lib/check-steps.mjs';
import { requirePackages } from './lib/packages.mjs';
import { at } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';
import { playwrightCounts, Steps } from './lib/steps.mjs';

/** `npm test`: installs what it needs, checks everything, then uses the real interface as a person would. */
await main(async () => {
  await requirePackages();
  await requireChromium();
  const steps = new Steps();
  await runChecks(steps);
  try {
    await requireBuild();
    await steps.command('size of the first screen', [process.execPath, at('tools/first-screen-size.mjs')]);
    const report = at('.alnage', 'e2e.json');
    await steps.tests(
      'the real interface',
      [process.execPath, at('node_modules/@playwright/test/cli.js'), 'test', '-c', 'e2e'],
      { report, count: playwrightCounts, env: { ALNAGE_E2E_JSON: report } },
    );
  } catch (error) {
    steps.failed++;
    say(`FAILED build:\n${error.message}`);
  }
  steps.close();
});
