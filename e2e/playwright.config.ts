import { defineConfig } from '@playwright/test';
// @ts-expect-error plain JavaScript, shared with the scripts
import { findChromium } from '../tools/lib/debian.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { CHROMIUM_ARGUMENTS } from '../tools/lib/browser.mjs';

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  globalSetup: './start-workshop.ts',
  outputDir: '../test-results',
  // each has a demo of its own; a third would wait for the two cores that CI has
  workers: 2,
  projects: [
    // the deeds of one file go in turn, for they are one workshop's; what is only looked at goes as it comes
    { name: 'deeds', testIgnore: 'places.e2e.ts' },
    { name: 'places', testMatch: 'places.e2e.ts', fullyParallel: true },
  ],
  retries: 0,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: process.env['ALNAGE_E2E_JSON']
    ? [['line'], ['json', { outputFile: process.env['ALNAGE_E2E_JSON'] }]]
    : [['line']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // the machine's zone is not the workshop's: nothing may depend on it
    timezoneId: 'America/New_York',
    launchOptions: { executablePath: findChromium() as string, args: CHROMIUM_ARGUMENTS as string[] },
    trace: 'off',
  },
});
