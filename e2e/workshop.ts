import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base, type Page } from '@playwright/test';
import { startDemo } from './start-workshop';

/** The workshop's page: whatever a test does, nothing leaves the machine and nothing is an error in the console. */
export const test = base.extend<{ demo: Page }, { ownDemo: string; workshop: string }>({
  // a file that says its name here has a demo of its own, so that what others did to theirs changes nothing
  ownDemo: ['', { option: true, scope: 'worker' }],
  workshop: [
    async ({ ownDemo: _ownDemo }, use, { workerIndex }) => {
      const demo = await startDemo(`e2e_demo_${workerIndex}`);
      process.env['ALNAGE_E2E_DEMO'] = demo.address;
      await use(demo.address);
      await demo.stop();
    },
    { scope: 'worker', auto: true },
  ],

  demo: async ({ page }, use) => {
    const faults = watch(page);
    await use(page);
    expect(faults).toEqual([]);
  },
});

export { expect };

/** Collects requests to elsewhere and errors in the console. */
export function watch(page: Page): string[] {
  const faults: string[] = [];
  page.on('request', (request) => {
    const { hostname, protocol } = new URL(request.url());
    if (!['data:', 'blob:'].includes(protocol) && hostname !== '127.0.0.1')
      faults.push(`request to ${request.url()}`);
  });
  page.on('console', (message) => {
    // the browser itself logs an answer of 400 or more, which some tests ask for on purpose
    const isAnswer =
      message.text().startsWith('Failed to load resource') && message.location().url.includes('/api/');
    // a test that cuts the network itself; what was being fetched then is asked for again
    const isCut = message.text().includes('net::ERR_INTERNET_DISCONNECTED');
    if (message.type() === 'error' && !isAnswer && !isCut) faults.push(`console: ${message.text()}`);
  });
  page.on('pageerror', (error) => faults.push(`error: ${error.message}`));
  return faults;
}

export async function go(page: Page, path: string, address = process.env['ALNAGE_E2E_DEMO']!): Promise<void> {
  await page.goto(address + path);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
}

/** What was pressed is on the screen: two frames later, as the page draws with the next one. */
export async function drawn(page: Page): Promise<void> {
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
}

/** Begins a new order by key, once the place that hears it is there and until its first field has the keys. */
export async function beginOrder(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1, name: 'Orders' })).toBeVisible();
  await page.keyboard.press('+');
  await expect(page.getByLabel('Say it in one line')).toBeFocused();
}

/** Buttons of the work that are too small for a finger, each with its size. */
export function smallTargets(page: Page): Promise<string[]> {
  return page.locator('main button:visible').evaluateAll((buttons) =>
    buttons.flatMap((button) => {
      const { width, height } = button.getBoundingClientRect();
      return Math.min(width, height) < 44 ? [`${button.textContent.trim()} ${width}×${height}`] : [];
    }),
  );
}

/** No finding of axe on the page as it stands, contrast at AA included. */
export async function expectAccessible(page: Page): Promise<void> {
  await expectNoFinding(page, (axe) =>
    axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice']),
  );
}

/** All words on the page can be read at AA, in the colours that it has now. */
export async function expectContrast(page: Page): Promise<void> {
  await expectNoFinding(page, (axe) => axe.withRules(['color-contrast']));
}

async function expectNoFinding(page: Page, rules: (axe: AxeBuilder) => AxeBuilder): Promise<void> {
  // what is half faded in has no contrast yet
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
  // a page without frames needs none of what axe does for them, which takes as long again
  expect(page.frames()).toHaveLength(1);
  // of what is right nothing is written down, which is half of the work
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await rules(axe).analyze();

  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
}
