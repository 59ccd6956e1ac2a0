import type { Page } from '@playwright/test';
import { expect, expectAccessible, go, smallTargets, test, watch } from './workshop';

test.use({ ownDemo: 'shown' });

test('digits go from place to place; only what is built is there', async ({ demo }) => {
  await go(demo, '/');
  const places = demo.getByRole('navigation', { name: 'Places' }).getByRole('link');
  await expect(places).toHaveText([
    ...['Season', 'Orders', 'Pieces', 'Larder', 'Plan', 'Bench', 'Counter', 'Ledger', 'Practice'],
  ]);
  for (const [digit, path] of [
    ['1', 'season'],
    ['3', 'pieces'],
    ['4', 'larder'],
    ['5', 'plan'],
    ['6', 'bench'],
    ['7', 'counter'],
    ['8', 'ledger'],
    ['9', 'practice'],
    ['2', 'orders'],
  ] as const) {
    await demo.keyboard.press(digit);
    await expect(demo).toHaveURL(new RegExp(`/${path}$`));
  }
});

test('a piece shows what it carries, and its parts add up', async ({ demo }) => {
  await go(demo, '/pieces');
  await demo.getByRole('button', { name: /Frost berry/ }).click();
  const parts = await demo
    .getByRole('table', { name: 'Where the coating sits' })
    .getByRole('cell')
    .allTextContents();
  const sum = parts.reduce((total, text) => total + Number.parseFloat(text), 0);
  const total = Number.parseFloat((await demo.locator('.big .figure').textContent())!);
  expect(Math.abs(sum - total)).toBeLessThan(0.07);
  expect(parts).toHaveLength(5);
  await expect(demo.getByRole('img', { name: /Frost berry cut through: 32 mm/ })).toBeVisible();
  await demo.keyboard.press('ArrowDown');
  await expect(demo.locator('al-margin').getByRole('heading', { name: 'Salt twist' })).toBeVisible();
});

test('the plan tells why a run is there', async ({ demo }) => {
  await go(demo, '/plan');
  await demo.getByRole('button', { name: /^Fri 19/ }).click();
  await expect(demo.getByRole('heading', { name: 'Friday’s dipping' })).toBeVisible();
  const margin = demo.locator('al-margin');
  // the keys are heard once the plan is there
  await expect(async () => {
    await demo.keyboard.press('ArrowDown');
    await expect(margin.getByText('Why here')).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect(margin.getByText(/^The first of it leaves /)).toBeVisible();
  await expect(margin.getByText('Every order is met.')).toBeVisible();
  await demo.getByText('All batches as a table').click();
  await expect(demo.getByRole('row', { name: /frost berry/ }).first()).toBeVisible();
  await demo.keyboard.press('.');
  await expect(margin.getByRole('complementary')).toBeFocused();
});

test('what cannot be met is listed with its reason, and what would meet it is found by planning', async ({
  demo,
  request,
}) => {
  const address = process.env['ALNAGE_E2E_DEMO']!;
  const draft = {
    customer: 'Too Soon',
    lines: [{ piece: 'rye-truffle', pieces: 8 }],
    boxes: [],
    pickup: '2026-06-18T13:00',
    pickupPoint: 'shop',
    note: '',
    state: 'promised',
    despiteKitchen: { reason: 'Try-out', name: 'Runa' },
  };
  const order = (await (await request.post(`${address}/api/orders`, { data: draft })).json()) as {
    id: string;
    version: number;
    ticket: string;
  };
  await go(demo, '/plan');
  await demo.getByRole('button', { name: 'Re-plan' }).click();
  // a plan made anew takes what the machine takes
  await expect(demo.getByText(/\d+ lines? cannot be met/)).toBeVisible({ timeout: 45_000 });
  await expect(demo.locator('al-margin')).toContainText(`${order.ticket}: 8 rye truffle`);
  await expect(demo.locator('al-margin')).toContainText('and cannot before');
  // another line may be open as well: the button that comes right after this one
  const line = demo.locator('al-margin p', { hasText: `${order.ticket}: 8 rye truffle` });
  await line.locator('xpath=following-sibling::div[1]').getByRole('button').click();
  const ways = demo.getByRole('list', { name: `What would meet ${order.ticket}: 8 rye truffle` });
  await expect(ways.getByRole('listitem').first()).toHaveText(/^Collected .* instead; .* moves?\.$/, {
    timeout: 40_000,
  });
  await request.post(`${address}/api/orders/${order.id}/move`, {
    data: { to: 'cancelled', version: order.version, despiteKitchen: null },
  });
  await expect(demo.getByText('Orders or the workshop changed since this plan was made')).toBeVisible();
  await demo.getByRole('button', { name: 'Re-plan' }).click();
  await expect(demo.locator('al-margin')).not.toContainText(`${order.ticket}: 8 rye truffle`, {
    timeout: 45_000,
  });
});

test('what is ticked is seen, in light and dark', async ({ demo }) => {
  await go(demo, '/workshop/customers?record=e-halla');
  const nuts = demo.getByRole('checkbox', { name: 'nuts' });
  await expect(nuts).toBeChecked();
  for (const colorScheme of ['light', 'dark'] as const) {
    await demo.emulateMedia({ colorScheme });
    const [tick, paper] = await nuts.evaluate((box) => {
      const mark = box.parentElement!.querySelector('.mdc-checkbox__checkmark')!;
      return [mark, box.closest('.card')!].map((each) => {
        const { color, backgroundColor } = getComputedStyle(each);
        const [r, g, b] = (each === mark ? color : backgroundColor).match(/\d+/g)!.map(Number);
        return (0.3 * r! + 0.6 * g! + 0.1 * b!) / 255;
      });
    });
    expect(Math.abs(tick! - paper!)).toBeGreaterThan(0.3);
  }
});

test('the counter is worked on a telephone, by touch', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  const faults = watch(page);
  await go(page, '/counter');
  const step = page.getByRole('button', { name: 'On the shelf, M-0377' });
  await step.tap();
  const question = page.getByRole('alertdialog', { name: 'Before M-0377 goes on' });
  await expect(question).toBeVisible();
  await expectAccessible(page);
  expect(await smallTargets(page)).toEqual([]);
  await question.getByRole('button', { name: 'Not yet' }).tap();
  await expect(question).toBeHidden();
  await expect(step).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect(faults).toEqual([]);
  await context.close();
});

test('in the system’s own colours only the place that one is at is underlined', async ({ demo }) => {
  await demo.emulateMedia({ forcedColors: 'active' });
  await go(demo, '/orders');
  const lines = await demo
    .getByRole('navigation', { name: 'Places' })
    .getByRole('link')
    .evaluateAll((all) =>
      all.map((each) => [each.textContent.trim(), getComputedStyle(each).borderBottomColor] as const),
    );
  const [, here] = lines.find(([name]) => name === 'Orders')!;
  expect(lines.filter(([, line]) => line === here).map(([name]) => name)).toEqual(['Orders']);
});

test('the counter ticks off, the other window sees it, and it can be undone', async ({ demo, browser }) => {
  const other = await browser.newPage();
  await go(demo, '/counter');
  await go(other, '/counter');
  await demo.getByRole('button', { name: 'On the shelf, M-0376' }).click();
  // nobody wrote down at the bench that it is packed: that is asked about
  const question = (page: Page) => page.getByRole('alertdialog', { name: 'Before M-0376 goes on' });
  await expect(question(demo)).toContainText(/^The bench says: .*(not begun|under way|not packed)/);
  await expectAccessible(demo);
  await question(demo).getByRole('button', { name: 'It is made: on the shelf' }).click();
  await expect(other.getByRole('button', { name: 'Hand over, M-0376' })).toBeVisible();
  await other.getByRole('button', { name: 'Hand over, M-0376' }).click();
  await expect(question(other)).toContainText(/Contains .*\. €.* to pay\./);
  await question(other).getByRole('button', { name: 'Hand it over all the same' }).click();
  await expect(demo.getByRole('button', { name: 'Hand over, M-0376' })).toBeHidden();
  await expect(demo.getByText(/to collect · 3 collected/)).toBeVisible();
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(demo.getByRole('button', { name: 'Hand over, M-0376' })).toBeVisible();
  await demo.getByLabel('Name, ticket or telephone').fill('dunmore');
  await expect(demo.getByRole('listitem').filter({ hasText: 'M-0377' })).toBeVisible();
  await expect(demo.getByRole('listitem').filter({ hasText: 'M-0376' })).toBeHidden();
  await other.close();
});

for (const isTouch of [false, true])
  test(`a press does what was under the ${isTouch ? 'finger' : 'mouse'}, though the page moves meanwhile`, async ({
    browser,
  }) => {
    const page = await browser.newPage({ hasTouch: isTouch });
    await go(page, '/orders');
    const button = page.getByRole('button', { name: 'New order' });
    const { x, y, width, height } = (await button.boundingBox())!;
    const at = { x: x + width / 2, y: y + height / 2 };
    const hand = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchEnd') =>
      hand.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchStart' ? [at] : [] });
    await page.mouse.move(at.x, at.y);
    await (isTouch ? touch('touchStart') : page.mouse.down());
    await page
      .locator('main')
      .evaluate((main) =>
        main.prepend(Object.assign(document.createElement('p'), { style: 'height: 300px' })),
      );
    await expect.poll(async () => (await button.boundingBox())!.y).toBeGreaterThan(y + 200);
    await (isTouch ? touch('touchEnd') : page.mouse.up());
    await expect(page.getByRole('form', { name: 'New order' })).toBeVisible();
    await page.close();
  });
