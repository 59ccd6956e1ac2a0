import { mkdirSync } from 'node:fs';
import { requireBuild } from './lib/build.mjs';
import { CHROMIUM_ARGUMENTS } from './lib/browser.mjs';
import { requireChromium } from './lib/debian.mjs';
import { requirePackages } from './lib/packages.mjs';
import { at } from './lib/paths.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, say } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

/** `npm run shots`: one picture of each place from fresh demo data, into docs/screenshots or the folder named. */

const SHOTS = [
  {
    name: 'season',
    path: '/season',
    prepare: (page) =>
      page
        .getByRole('button', { name: /^Fri 19/ })
        .last()
        .click(),
  },
  {
    name: 'orders',
    path: '/orders',
    prepare: (page) => page.getByRole('button', { name: 'M-0373' }).click(),
  },
  {
    name: 'orders-new',
    path: '/orders',
    prepare: async (page) => {
      await page.getByRole('button', { name: 'New order' }).click();
      await page.getByLabel('Say it in one line').fill('1 truffle box, 6 dusk berry sat 10.30 for Varg');
      await page.getByRole('grid', { name: 'When it could be collected' }).waitFor();
      await scrollTo(page, 260);
    },
  },
  { name: 'pieces', path: '/pieces', prepare: async () => {} },
  { name: 'pieces-weighings', path: '/pieces?piece=salt-twist', prepare: (page) => scrollTo(page, 380) },
  {
    name: 'pieces-new',
    path: '/pieces/new',
    prepare: (page) => page.getByLabel('Name').fill('Ember berry'),
  },
  {
    name: 'recipes',
    path: '/pieces/recipes/oat-hazel',
    prepare: async (page) => {
      await page.getByLabel('Pieces', { exact: true }).fill('240');
      await page.getByLabel('A pot holds').fill('2000');
    },
  },
  {
    name: 'larder',
    path: '/larder',
    prepare: (page) => page.getByRole('button', { name: /^Dark 64/ }).click(),
  },
  {
    name: 'preparation',
    path: '/larder/preparation',
    prepare: (page) => page.getByRole('heading', { name: 'Thu 18, Runa' }).waitFor(),
  },
  { name: 'workshop', path: '/workshop/bowls', prepare: (page) => page.getByText('Bowl B').click() },
  {
    name: 'customers',
    path: '/workshop/customers',
    prepare: (page) => page.getByRole('button', { name: /^O\. Lind/ }).click(),
  },
  {
    name: 'plan',
    path: '/plan',
    prepare: chooseMovable,
  },
  {
    name: 'plan-by-hand',
    path: '/plan',
    prepare: async (page) => {
      await chooseMovable(page);
      await page.keyboard.press('m');
      await page.getByText(/It can go here|Not here/).waitFor();
      for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowLeft');
    },
  },
  {
    name: 'counter',
    path: '/counter',
    prepare: (page) => page.getByRole('button', { name: 'M-0400', exact: true }).click(),
  },
  {
    name: 'ledger',
    path: '/ledger',
    prepare: (page) => page.getByRole('table', { name: 'Sealed runs' }).waitFor(),
  },
  { name: 'practice', path: '/practice', prepare: practise },
  { name: 'bench-mend', path: '/bench', prepare: mendTheDay },
];

/** The bench, on a workshop whose clock runs fast: one goes on where the one before ended. */
const BENCH_SHOTS = [
  {
    name: 'bench-melt',
    path: '/bench',
    prepare: async (page) => {
      await page.getByRole('button', { name: 'Bowl A', exact: true }).click();
      await page.getByText('Begin: on the heat').waitFor();
      await page.keyboard.press(' ');
      await page.getByText('Take it off the heat', { exact: true }).waitFor({ timeout: 60_000 });
      await page.keyboard.press(' ');
      await page.waitForTimeout(2500);
    },
  },
  {
    name: 'bench',
    path: '/bench',
    prepare: async (page) => {
      const told = (text) => page.getByText(text, { exact: true }).first().waitFor({ timeout: 60_000 });
      await page
        .getByRole('button', { name: /put in/ })
        .first()
        .waitFor();
      await page.keyboard.press(' ');
      await told('The seed has brought it down');
      await page.keyboard.press(' ');
      await told('Keep it here a minute, stirring');
      await page.keyboard.press(' ');
      await told('It is in its window');
      await page.keyboard.press(' ');
      await page.waitForTimeout(1500);
      await page.keyboard.press(' ');
      await page.getByRole('heading', { level: 1, name: 'Ridge chip' }).waitFor();
      await page.keyboard.press(' ');
      await page.getByRole('button', { name: 'Runa: it is done' }).click();
      await page.getByLabel('Coating in the bowl').fill('3010');
      await page.getByRole('button', { name: 'Save the weight' }).click();
      await page.waitForTimeout(8000);
      await page.keyboard.press(' ');
      await page.waitForTimeout(4000);
    },
  },
];

/** Melts out and seeds a practice bowl, and stirs it down. */
async function practise(page) {
  const press = (name) => page.getByRole('button', { name, exact: true }).click();
  const untilCelsius = (low, high) =>
    page.waitForFunction(
      ([least, most]) => {
        const shown = parseFloat(document.querySelector('[data-testid=celsius]')?.textContent ?? '');
        return shown >= least && shown <= most;
      },
      [low, high],
      { timeout: 60_000 },
    );
  await page.keyboard.press(' ');
  await page.getByLabel('Time goes').selectOption({ label: '60 times as fast' });
  await press('On the heat');
  await untilCelsius(44, 60);
  await press('Off the heat');
  for (let step = 0; step < 2; step++) {
    await page.keyboard.press(' ');
    await page.waitForTimeout(400);
  }
  await untilCelsius(20, 29.2);
}

/** Loses a melt, and has the day mended. */
async function mendTheDay(page) {
  const press = (name) => page.getByRole('button', { name, exact: true }).click();
  await press('Something went wrong');
  await press('Thick and pasty all at once');
  await press('Yes');
  await press('Note it and mend the day');
  await press('Work out a mended plan');
  await page.getByText('Nothing has moved yet.').waitFor({ timeout: 60_000 });
  // the picture is of the mending, not of what was just done
  await press('Put the slip away');
}

/** Goes from batch to batch of Friday until one can be taken in hand. */
async function chooseMovable(page) {
  await page
    .getByRole('button', { name: /^Fri 19/ })
    .first()
    .click();
  const grip = page.getByRole('button', { name: 'Take the batch in hand' });
  for (let i = 0; i < 40 && !(await grip.isVisible()); i++) {
    await page.keyboard.press('ArrowDown');
    await page.waitForTimeout(60);
  }
}
const scrollTo = (page, top) => page.locator('main').evaluate((main, y) => main.scrollTo(0, y), top);
const SIZE = { width: 1280, height: 800 };

/** Takes pictures from fresh demo data. */
async function takeShots(browser, cluster, { shots, folder, env }) {
  cluster.dropDatabase('shots');
  const server = await startServer({
    DATABASE_URL: cluster.requireDatabase('shots'),
    ALNAGE_PORT: '0',
    ALNAGE_NOW: '2026-06-18T11:32:00+03:00',
    ...env,
  });
  try {
    const page = await browser.newPage({ viewport: SIZE });
    for (const shot of shots) {
      await page.goto(server.address + shot.path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await page.waitForLoadState('load');
      await shot.prepare(page);
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(400);
      await page.screenshot({ path: `${folder}/${shot.name}.png` });
      say(`${shot.name}.png`);
    }
    await page.close();
  } finally {
    await server.stop();
  }
}

await main(async () => {
  await requirePackages();
  const { chromium } = await import('@playwright/test');
  const executablePath = await requireChromium();
  const folder = process.argv[2] ?? at('docs/screenshots');
  mkdirSync(folder, { recursive: true });
  const cluster = await startCluster('test');
  await requireBuild();
  const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGUMENTS });
  try {
    await takeShots(browser, cluster, { shots: SHOTS, folder, env: {} });
    await takeShots(browser, cluster, { shots: BENCH_SHOTS, folder, env: { ALNAGE_SPEED: '60' } });
  } finally {
    await browser.close();
    cluster.stop();
  }
});
