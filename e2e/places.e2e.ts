import { expect, expectAccessible, expectContrast, go, test } from './workshop';

const PLACES = [
  '/season',
  '/orders',
  '/pieces',
  '/pieces/new',
  '/pieces/recipes',
  '/pieces/recipes/new',
  '/pieces/sums',
  '/larder',
  '/larder/market',
  '/larder/preparation',
  '/plan',
  '/bench',
  '/counter',
  '/ledger',
  '/ledger/season',
  '/practice',
  '/workshop/coatings',
  '/workshop/bowls',
  '/workshop/zones',
  '/workshop/shop',
  '/workshop/people',
  '/workshop/seasons',
  '/workshop/rules',
  '/workshop/supplies',
  '/workshop/boxes',
  '/workshop/points',
  '/workshop/customers',
  '/workshop/devices',
  '/workshop/out',
  '/workshop/units',
];

for (const path of PLACES)
  test(`${path} is accessible on a desk, by day and in the evening, and on a phone, no wider than it`, async ({
    demo,
  }) => {
    await go(demo, path);
    await expectAccessible(demo);
    // nothing but colours is of the evening
    await demo.evaluate(() => (document.documentElement.dataset['theme'] = 'evening'));
    await expectContrast(demo);
    await demo.evaluate(() => delete document.documentElement.dataset['theme']);

    await demo.setViewportSize({ width: 390, height: 844 });
    const widths = (): Promise<number[]> =>
      demo.evaluate(() => [
        document.documentElement.scrollWidth,
        document.querySelector('.place, .sheet')!.scrollWidth,
      ]);
    await expect.poll(async () => Math.max(...(await widths()))).toBeLessThanOrEqual(390);
    const here = demo.getByRole('navigation', { name: 'Places' }).locator('[aria-current=page]');
    if ((await here.count()) > 0) await expect(here).toBeInViewport({ ratio: 0.9 });
    await expectAccessible(demo);
  });

test('the composer and the keys are accessible too', async ({ demo }) => {
  await go(demo, '/orders');
  await demo.getByRole('button', { name: 'New order' }).click();
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await expectAccessible(demo);
  // on a phone the grid of slots scrolls by itself, and every button holds its words
  await demo.getByLabel('Say it in one line').fill('12 dusk berry sat 10.30 for Varg');
  await demo.getByRole('grid', { name: 'When it could be collected' }).waitFor();
  await demo.setViewportSize({ width: 390, height: 844 });
  const wide = (): Promise<number> => demo.evaluate(() => document.documentElement.scrollWidth);
  await expect.poll(wide).toBeLessThanOrEqual(390);
  const burst = await demo
    .locator('form button')
    .evaluateAll((all) =>
      all.filter((each) => each.scrollHeight > each.clientHeight + 1).map((each) => each.textContent),
    );
  expect(burst).toEqual([]);
  await demo.setViewportSize({ width: 1280, height: 800 });
  await demo.keyboard.press('Escape');
  await demo.getByRole('heading', { name: 'Orders' }).click();
  await demo.keyboard.press('?');
  await expect(demo.getByRole('dialog').getByText('Go to Counter')).toBeVisible();
  await expectAccessible(demo);
});
