import type { Page } from '@playwright/test';
// @ts-expect-error plain JavaScript, shared with the scripts
import { startServer } from '../tools/lib/server.mjs';
import { DEMO_NOW } from './start-workshop';
import { drawn, expect, expectAccessible, go, smallTargets, test, watch } from './workshop';

test.use({ ownDemo: 'bench' });

/** A workshop whose clock runs fast, so that a bowl is melted, seeded and dipped from within a minute. */
let server: { readonly address: string; stop(): Promise<void> };
const address = (): string => server.address;

interface Run {
  readonly code: string;
  readonly piece: string;
  readonly good: number;
  readonly pieces: number;
  readonly startGrams: number;
  readonly leftGrams: number;
  readonly amendments: readonly unknown[];
  readonly taught: { readonly afterGrams: number } | null;
}
interface BenchEvent {
  readonly work: string;
  readonly deed: { readonly kind: string; readonly pieces?: number };
}

const read = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(address() + path)).json()) as T;
const runs = (page: Page): Promise<Run[]> => read(page, '/api/runs');
const trays = async (page: Page): Promise<number[]> => {
  const { events } = await read<{ events: BenchEvent[] }>(page, '/api/bench');
  return events.flatMap(({ deed }) => (deed.kind === 'tray' ? [deed.pieces!] : []));
};

/** Steps of melts that are written down. */
const steps = async (page: Page): Promise<number> => {
  const { events } = await read<{ events: BenchEvent[] }>(page, '/api/bench');
  return events.filter(({ deed }) => deed.kind === 'step').length;
};

async function openBench(page: Page, bowl: string): Promise<void> {
  await go(page, '/bench', address());
  await page.getByRole('button', { name: bowl, exact: true }).click();
}

const big = (page: Page) => page.locator('button.tray');
const celsius = async (page: Page): Promise<number> =>
  Number((await page.getByTestId('celsius').innerText()).replace(/[^\d.]/g, '')) || 0;

/** Ends a step of the melt once the simulated bowl is where it is to be; where the probe says otherwise, not yet. */
async function endStep(page: Page, name: RegExp, isThere: (celsius: number) => boolean): Promise<void> {
  await expect(big(page)).toHaveText(name);
  const doubt = page.getByRole('alertdialog', { name: 'The probe says otherwise' });
  const isOver = async (): Promise<boolean> => !name.test(await big(page).innerText());
  await expect(async () => {
    if (await isOver()) return;
    expect(isThere(await celsius(page))).toBe(true);
    await page.keyboard.press(' ');
    await expect(doubt.or(big(page).filter({ hasNotText: name })).first()).toBeVisible();
    if (await doubt.isVisible()) await doubt.getByRole('button', { name: 'Not yet' }).click();
    expect(await isOver()).toBe(true);
  }).toPass({ timeout: 60_000 });
}

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  server = (await startServer({
    DATABASE_URL: process.env['ALNAGE_E2E_BENCH_DB'],
    ...{ ALNAGE_PORT: '0', ALNAGE_NOW: DEMO_NOW, ALNAGE_PLAN_SECONDS: '1', ALNAGE_SPEED: '60' },
  })) as typeof server;
});
test.afterAll(() => server.stop());

test('a melt is brought into temper by the guide, on the readings of the simulated probe', async ({
  demo,
}) => {
  test.setTimeout(240_000);
  const before = await steps(demo);
  await openBench(demo, 'Bowl A');
  await expect(demo.getByRole('heading', { level: 1 })).toHaveText(/^Prepare 3\.\d\d kg milk 38/);
  await expectAccessible(demo);
  await demo.keyboard.press(' ');
  // bowl A stands in a melter
  await expect(demo.getByRole('region', { name: 'How it is melted' })).toContainText('Set it to');
  await expectAccessible(demo);
  await endStep(demo, /It is melted/, (value) => value > 43);
  await expect(demo.getByRole('status').filter({ hasText: /of solid/ })).toBeVisible();
  await endStep(demo, /put in/, (value) => value > 0);
  // it is not smooth yet, and the probe says so
  await expect(big(demo)).toHaveText(/The seed is in/);
  await demo.keyboard.press(' ');
  await drawn(demo);
  const doubt = demo.getByRole('alertdialog', { name: 'The probe says otherwise' });
  if (await doubt.isVisible()) await doubt.getByRole('button', { name: 'Not yet' }).click();
  if (/The seed is in/.test(await big(demo).innerText()))
    await endStep(demo, /The seed is in/, (value) => value > 0 && value < 32);
  await endStep(demo, /The crystals are there/, (value) => value > 0 && value <= 27.8);
  await endStep(demo, /It is warm enough/, (value) => value >= 29.5);
  await endStep(demo, /Ready to dip/, (value) => value >= 29);
  await expect(demo.getByRole('heading', { level: 1 })).toHaveText('Ridge chip');
  // kept by the server, not on this page alone
  await expect.poll(() => steps(demo)).toBe(before + 5);
});

test('a run is dipped with the network cut in the middle, on two pages at once, and nothing is lost', async ({
  demo,
  context,
}) => {
  test.setTimeout(180_000);
  await openBench(demo, 'Bowl A');
  await expect(demo.getByRole('heading', { level: 1 })).toHaveText('Ridge chip');
  await demo.keyboard.press(' ');
  // nobody has written down that the chips are sorted
  const before = demo.getByRole('alertdialog', { name: 'Is the stage before done?' });
  await expect(before).toContainText('Is “Sort ridge chip” done?');
  await expectAccessible(demo);
  // at a bowl where nobody was chosen whoever says so says who it is
  await before.getByRole('button', { name: 'Runa: it is done' }).click();
  await demo.getByLabel('Coating in the bowl').fill('3000');
  await demo.getByRole('button', { name: 'Save the weight' }).click();
  await expect(demo.getByText('before: 3.00 kg')).toBeVisible();
  await demo.waitForTimeout(1000);
  await demo.keyboard.press(' ');
  await expect.poll(() => trays(demo)).toHaveLength(1);

  const other = await context.newPage();
  const faults = watch(other);
  await openBench(other, 'Bowl A');
  const first = (await trays(demo))[0]!;
  await expect(other.getByTestId('good')).toHaveText(new RegExp(`^${first} `));

  // ten minutes of the workshop’s clock without a network
  await context.setOffline(true);
  await demo.waitForTimeout(1000);
  await demo.keyboard.press(' ');
  await expect(demo.getByText(/1 deed saved on this device/)).toBeVisible();
  await demo.keyboard.press('r');
  await demo.getByRole('button', { name: 'broken', exact: true }).click();
  await expect(demo.getByText(/2 deeds saved on this device/)).toBeVisible();
  await demo.waitForTimeout(10_000);
  expect(
    await demo.evaluate(() => indexedDB.databases().then((all) => all.map(({ name }) => name))),
  ).toContain('alnage-bench');
  await context.setOffline(false);
  await expect(demo.getByText(/saved on this device/)).toHaveCount(0, { timeout: 20_000 });
  await expect.poll(() => trays(demo), { timeout: 20_000 }).toHaveLength(2);
  const down = (await trays(demo)).reduce((sum, pieces) => sum + pieces, 0);
  await expect(demo.getByTestId('good')).toHaveText(new RegExp(`^${down} `));
  await expect(other.getByTestId('good')).toHaveText(new RegExp(`^${down} `), { timeout: 20_000 });
  await expect(other.getByText(/1 rejected/)).toBeVisible();

  // what is done on the other page is seen on this one, and taken back
  await other.waitForTimeout(1000);
  await other.keyboard.press('r');
  await other.getByRole('button', { name: 'foot', exact: true }).click();
  await expect(demo.getByText(/2 rejected/)).toBeVisible({ timeout: 20_000 });
  await demo.getByRole('button', { name: 'Undo the last step' }).click();
  await expect(other.getByText(/1 rejected/)).toBeVisible({ timeout: 20_000 });
  expect(faults.filter((fault) => !/ERR_INTERNET_DISCONNECTED|net::/.test(fault))).toEqual([]);
  await other.close();
});

test('an upright tablet is worked by touch, with everything big enough for a gloved finger', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const page = await context.newPage();
  const faults = watch(page);
  await go(page, '/bench', address());
  await page.getByRole('button', { name: 'Bowl A', exact: true }).tap();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ridge chip');
  const before = (await trays(page)).length;
  const good = await page.getByTestId('good').innerText();
  await big(page).tap();
  await expect(page.getByTestId('good')).not.toHaveText(good);
  await expect.poll(async () => (await trays(page)).length, { timeout: 20_000 }).toBe(before + 1);
  await page.getByRole('button', { name: 'Undo the last step' }).tap();
  await expect(page.getByTestId('good')).toHaveText(good);
  expect(await smallTargets(page)).toEqual([]);
  // all places can be reached, and nothing lies beside the screen
  await expect(page.getByRole('navigation', { name: 'Places' }).getByRole('link').last()).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  expect(faults).toEqual([]);
  await context.close();
});

test('something that went wrong ends in what to do', async ({ demo }) => {
  await openBench(demo, 'Bowl A');
  await demo.getByRole('button', { name: 'Something went wrong' }).click();
  await demo.getByRole('button', { name: 'Thickens slowly' }).click();
  await demo.getByRole('button', { name: 'Yes' }).click();
  await expect(demo.getByText('Rewarm it for seconds')).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Note it', exact: true }).click();
  await expect(demo.getByRole('heading', { name: 'Bowl temperature' })).toBeVisible();
});

test('the run is weighed out and sealed in doubt; piece and plan learn from it once it is counted on purpose', async ({
  demo,
}) => {
  test.setTimeout(180_000);
  const milligrams = async (): Promise<number> => {
    const { problem } = await read<{
      problem: { products: { id: string; stages: { coating: { milligramsPerPiece: number } | null }[] }[] };
    }>(demo, '/api/plan');
    const chip = problem.products.find(({ id }) => id === 'ridge-chip')!;
    return chip.stages.find(({ coating }) => coating)!.coating!.milligramsPerPiece;
  };
  const before = (await runs(demo)).length;
  await openBench(demo, 'Bowl A');
  const wanted = /of (\d+)/.exec(await demo.getByTestId('good').innerText())![1];
  while (!/End the run/.test(await big(demo).innerText())) {
    await demo.keyboard.press(' ');
    await demo.waitForTimeout(1200);
  }
  await demo.keyboard.press(' ');
  await expect(demo.getByRole('heading', { name: 'Weigh it out, and seal the run' })).toBeVisible();
  await demo.getByRole('button', { name: 'Weigh bowl' }).last().click();
  await demo.getByLabel('Coating in the bowl').fill('1400');
  await demo.getByRole('button', { name: 'Save the weight' }).click();
  await demo.getByLabel(/to the larder/).fill('0');
  await demo.getByRole('button', { name: 'Seal the run' }).click();
  // 1,600 g on so few chips cannot well be
  await expect(demo.getByText(/where .* was expected/).first()).toBeVisible();
  await demo.getByRole('button', { name: 'It is right: seal the run' }).click();
  await expect.poll(async () => (await runs(demo)).length).toBe(before + 1);
  const sealed = (await runs(demo)).at(-1)!;
  expect(sealed).toMatchObject({
    piece: 'ridge-chip',
    good: Number(wanted),
    startGrams: 3000,
    leftGrams: 1400,
  });
  await expect(demo.getByRole('heading', { level: 1 })).toHaveText('Ridge chip');

  await go(demo, '/ledger', address());
  await demo.getByRole('button', { name: sealed.code, exact: true }).click();
  await expect(demo.getByText(/It was sealed in doubt, so nothing is learned from it/)).toBeVisible();
  await expectAccessible(demo);
  expect(sealed.taught).toBeNull();

  const unlearned = await milligrams();
  await go(demo, '/pieces?piece=ridge-chip', address());
  await demo
    .getByText(/^\d+ weighings? as a table/)
    .first()
    .click();
  await demo
    .getByRole('row', { name: /Doubtful when run/ })
    .getByRole('button')
    .click();
  await demo.getByRole('button', { name: 'Count it again' }).click();
  await expect(demo.getByRole('button', { name: 'Count it again' })).toHaveCount(0);
  await demo.request.post(`${address()}/api/plan/jobs`, { data: { kind: 'plan' } });
  const job = () => read<{ job: { state: string } }>(demo, '/api/plan/jobs/latest');
  await expect.poll(async () => (await job()).job.state, { timeout: 60_000 }).toBe('done');
  expect(await milligrams()).toBeGreaterThan(unlearned);
});

test('a sealed record is amended with a reason, and traced from a lot to its orders', async ({ demo }) => {
  const sealed = (await runs(demo)).at(-1)!;
  await go(demo, '/ledger', address());
  await demo.getByRole('button', { name: sealed.code, exact: true }).click();
  await demo.getByRole('button', { name: 'Amend', exact: true }).click();
  await demo.getByLabel('Left', { exact: true }).fill('2650');
  await demo.getByRole('button', { name: 'Note it' }).click();
  await expect(demo.getByRole('alert').first()).toBeVisible();
  await demo.getByLabel('What was wrong').fill('The scraper was in the bowl');
  await demo.getByRole('button', { name: 'Note it' }).click();
  await expect(demo.getByText(/Amended .*The scraper was in the bowl/)).toBeVisible();
  const after = (await runs(demo)).at(-1)!;
  expect(after.leftGrams).toBe(1400);
  expect(after.amendments).toHaveLength(1);
  const lot = demo.getByRole('list', { name: 'Lots that it took' }).getByRole('button').first();
  const code = await lot.innerText();
  await lot.click();
  await expect(demo.getByRole('status').filter({ hasText: `Lot ${code}` })).toContainText(
    /went into \d+ run/,
  );
  await go(demo, '/ledger/season', address());
  await expect(demo.getByRole('heading', { name: 'Ridge chip' })).toBeVisible();
});

test('a melt that seizes is mended from the bench, and nothing moves before somebody says yes', async ({
  demo,
}) => {
  test.setTimeout(120_000);
  const now = () => read<{ version: number; lost: string[]; shortages: unknown[] }>(demo, '/api/bench');
  const { version } = await now();
  await openBench(demo, 'Bowl B');
  await demo.getByRole('button', { name: 'Something went wrong' }).click();
  await demo.getByRole('button', { name: 'Thick and pasty all at once' }).click();
  await demo.getByRole('button', { name: 'Yes' }).click();
  await demo.getByRole('button', { name: 'Note it and mend the day' }).click();
  await expect.poll(async () => (await now()).lost).toHaveLength(1);
  await expect(demo.getByText(/lacks \d+/).first()).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Work out a mended plan' }).click();
  await expect(demo.getByText('Nothing has moved yet.')).toBeVisible({ timeout: 60_000 });
  expect((await now()).version).toBe(version);
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Yes, use it from now on' }).click();
  await expect(demo.getByText('Everybody now works by the mended plan.')).toBeVisible({ timeout: 45_000 });
  const after = await now();
  expect(after.version).toBeGreaterThan(version);
  expect(after.lost).toHaveLength(1);
});

test('a new hand practises on the simulated bowl, and is told what became of the coats', async ({ demo }) => {
  test.setTimeout(120_000);
  await go(demo, '/practice', address());
  await demo.keyboard.press(' ');
  await demo.getByLabel('Time goes').selectOption({ label: '60 times as fast' });
  const press = (name: string) => demo.getByRole('button', { name, exact: true }).click();
  await press('On the heat');
  const shows = async (): Promise<number> => celsius(demo);
  await expect.poll(shows, { timeout: 40_000 }).toBeGreaterThan(43);
  await press('Off the heat');
  await demo.keyboard.press(' ');
  await demo
    .getByRole('button', { name: /^Put in \d{3} g/ })
    .first()
    .click();
  await press('Put in 100 g of solid');
  await expect.poll(shows, { timeout: 60_000 }).toBeLessThan(31);
  await expectAccessible(demo);
  await press('End the practice');
  await expect(demo.getByRole('heading', { name: 'What became of the coats' })).toBeVisible();
  await expect(demo.getByText('0 of 0')).toBeVisible();

  // once more, without waiting for anything: it is told coat by coat
  await demo.getByRole('button', { name: /^Once more/ }).click();
  // pressing on without warming it: the probe is asked first, every time
  const doubts = demo.getByRole('alertdialog', { name: 'The probe says otherwise' });
  await expect.poll(shows, { timeout: 20_000 }).toBeGreaterThan(15);
  await big(demo).click();
  await expect(doubts).toContainText('After “Melt out” it is between');
  await expectAccessible(demo);
  await doubts.getByRole('button', { name: /^The probe is wrong/ }).click();
  for (let pressed = 0; pressed < 12 && !(await big(demo).innerText()).includes('Dip a berry'); pressed++) {
    await big(demo).click();
    await drawn(demo);
    const wrong = doubts.getByRole('button', { name: /^The probe is wrong/ });
    if (await wrong.isVisible()) await wrong.click();
    // the button is read again only once it says the next step: a press too many would dip a berry
    await drawn(demo);
  }
  await press('Dip ten');
  await press('End the practice');
  await expect(demo.getByRole('img', { name: /^Thickness of 10 coats/ })).toBeVisible();
  await expect(demo.getByText(/of 10$/)).toBeVisible();
  // it is kept, with those of the week
  const kept = demo.getByRole('list', { name: 'Saved practices' }).getByRole('listitem');
  await expect(kept).toHaveCount(3);
  await expect(kept.first()).toContainText('of 10 for sale');
  await expectAccessible(demo);
  await demo.reload();
  await expect(kept.first()).toContainText('of 10 for sale');
});
