import { expect, expectAccessible, expectContrast, go, test } from './workshop';
import type { Page } from '@playwright/test';
import { PLACES } from './places';

/** How wide the page and its place are, whatever the screen. */
function widest(page: Page): Promise<number> {
  return page.evaluate(() =>
    Math.max(document.documentElement.scrollWidth, document.querySelector('.place, .sheet')!.scrollWidth),
  );
}

/** What is chosen somewhere and cannot be read for want of room. */
function cutChoices(page: Page): Promise<string[]> {
  return page.locator('al-line select:visible').evaluateAll((all) =>
    (all as HTMLSelectElement[]).flatMap((each) => {
      const pen = document.createElement('canvas').getContext('2d')!;
      const style = getComputedStyle(each);
      pen.font = style.font;
      const text = each.selectedOptions[0]?.text ?? '';
      const room = each.clientWidth - parseFloat(style.paddingRight);
      return pen.measureText(text).width > room + 1 ? [text] : [];
    }),
  );
}

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

    // a desk at 200%, then a telephone
    for (const [width, height] of [
      [640, 400],
      [390, 844],
    ] as const) {
      await demo.setViewportSize({ width, height });
      await expect.poll(() => widest(demo)).toBeLessThanOrEqual(width);
      expect(await cutChoices(demo)).toEqual([]);
    }
    const here = demo.getByRole('navigation', { name: 'Places' }).locator('[aria-current=page]');
    if ((await here.count()) > 0) await expect(here).toBeInViewport({ ratio: 0.9 });
    await expectAccessible(demo);
  });

test('on a telephone header and ruler fold, with today and the place in sight', async ({ demo }) => {
  await demo.setViewportSize({ width: 390, height: 844 });
  await go(demo, '/practice');
  const heading = (await demo.getByRole('heading', { level: 1 }).boundingBox())!;
  expect(heading.y).toBeLessThan(120);
  await expect(demo.getByRole('link', { name: 'Practice' })).toBeInViewport({ ratio: 0.9 });
  await expect(demo.getByRole('button', { name: /^Thu 18/ })).toBeInViewport({ ratio: 0.9 });
  await demo.getByRole('button', { name: 'Unfold the ruler' }).click();
  await expect(demo.getByRole('button', { name: 'Fold the ruler' })).toBeVisible();
  expect((await demo.getByRole('heading', { level: 1 }).boundingBox())!.y).toBeGreaterThan(heading.y + 20);
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
