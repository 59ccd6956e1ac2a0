import { requireBuild } from './lib/build.mjs';
import { CHROMIUM_ARGUMENTS } from './lib/browser.mjs';
import { requireChromium } from './lib/debian.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, say } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';
import { pathToFileURL } from 'node:url';
await main(async () => {
  const { chromium } = await import('@playwright/test');
  const executablePath = await requireChromium();
  const cluster = await startCluster('test');
  cluster.dropDatabase('look');
  requireBuild();
  const server = await startServer({ DATABASE_URL: cluster.requireDatabase('look'), ALNAGE_PORT: '0', ALNAGE_NOW: '2026-06-18T11:32:00+03:00', ...(process.env.EMPTY ? { ALNAGE_DEMO: 'off' } : {}) });
  const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGUMENTS });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: +(process.env.H ?? 800) } });
    page.on('console', (m) => { if (m.type() === 'error') say('console: ' + m.text()); });
    page.on('pageerror', (e) => say('pageerror: ' + e.message));
    const { default: steps } = await import(pathToFileURL(process.argv[2]).href);
    await steps(page, server.address, async (name) => { await page.evaluate(() => document.fonts.ready); await page.waitForTimeout(400); await page.screenshot({ path: `/tmp/shots/${name}.png` }); say(name); });
  } finally { await browser.close(); await server.stop(); cluster.stop(); }
});
