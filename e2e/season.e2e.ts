import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { PLACES } from './places';
import { beginOrder, expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'season' });

test('the season shows where it hurts, and a piece is closed for everybody at once', async ({
  demo,
  browser,
}) => {
  await go(demo, '/orders');
  await demo.keyboard.press('1');
  await expect(demo.getByRole('heading', { name: 'Midsummer 2026' })).toBeVisible();
  const loads = demo.getByRole('table', { name: 'Load against capacity by day, in percent' });
  await expect(loads.getByRole('row', { name: /Cool rack/ })).toContainText('%');
  await loads.getByRole('button', { name: /Fri 19/ }).click();
  await expect(demo.locator('al-margin')).toContainText(/The fullest slot is [\d:]+ at the shop/);
  await demo.keyboard.press('ArrowRight');
  await expect(demo.locator('al-margin h2').first()).toContainText('Saturday');
  await expect(demo.getByRole('img', { name: /pieces booked of/ })).toBeVisible();
  await demo.getByText('As a table').click();
  await expectAccessible(demo);

  const other = await browser.newPage();
  await go(other, '/orders');
  await demo.getByRole('button', { name: 'Close Sandwich round' }).click();
  await expect(demo.getByRole('button', { name: 'Open Sandwich round' })).toBeVisible();
  await beginOrder(other);
  await other.keyboard.type('4 sandwich round sat 11 for Q. Late');
  await expect(other.getByText(/No more sandwich round is promised: it was closed/).first()).toBeVisible();
  await other.close();
  await demo.getByRole('button', { name: 'Open Sandwich round' }).click();
  await expect(demo.getByRole('button', { name: 'Close Sandwich round' })).toBeVisible();
});

test('a season takes its holidays from the calendar of its country, and ends ordering by its cut-off', async ({
  demo,
}) => {
  await go(demo, '/workshop/seasons');
  await demo.getByRole('button', { name: 'New season' }).click();
  // the season that was shown until then has days with names of their own
  await expect(demo.getByLabel('Its name')).toHaveCount(0);
  await demo.getByLabel('Name', { exact: true }).fill('Winter 2026');
  await demo.getByLabel('Tickets begin with').fill('W');
  await demo.getByLabel('First day').fill('2026-12-20');
  await demo.getByLabel('Last day').fill('2026-12-28');
  await demo.getByRole('button', { name: '+ Christmas Eve, Thu 24 Dec' }).click();
  await expect(demo.getByLabel('The peak day')).toHaveValue('2026-12-24');
  const named = demo.getByLabel('Its name');
  const before = await named.count();
  await demo.getByRole('button', { name: 'Add a day' }).click();
  await expect(named).toHaveCount(before + 1);
  await named.last().fill('Harbour market');
  await demo.getByLabel('Compared with').selectOption('Midsummer 2026');
  await demo.getByRole('button', { name: 'Add a piece' }).click();
  await demo.getByLabel('Order by, day').fill('2026-12-22');
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Save the season' }).click();
  await expect(demo.getByText('Winter 2026 is saved')).toBeVisible();
  await demo.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await demo.getByRole('button', { name: 'Remove it' }).click();
  await expect(demo.getByRole('button', { name: /^Winter 2026/ })).toBeHidden();
});

test('people, the shop and its country are settings like all others', async ({ demo }) => {
  await go(demo, '/workshop/people');
  await demo.getByRole('button', { name: 'New person' }).click();
  await demo.getByLabel('Name').fill('Ilo');
  await demo.getByText('pack', { exact: true }).click();
  await demo.getByRole('button', { name: 'Add a day' }).click();
  await demo.getByRole('button', { name: 'Add an absence' }).click();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Save the person' }).click();
  await expect(demo.getByText('Ilo is saved')).toBeVisible();
  await demo.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await demo.getByRole('button', { name: 'Remove it' }).click();
  await expect(demo.getByRole('button', { name: /^Ilo/ })).toBeHidden();
  await go(demo, '/workshop/shop');
  await demo.getByLabel('Its currency').selectOption('SEK');
  await demo.getByRole('button', { name: 'Save the details' }).click();
  await expect(demo.getByText(/SEK will not do: there are \d+ orders by what it was/)).toBeVisible();
});

/** Presses what leads on to the next step of a workshop that is being set up. */
async function goOn(page: Page, step: string): Promise<void> {
  await page.getByRole('link', { name: `Go on: ${step}` }).click();
}

test('an empty workshop is led from nothing to its first promised order', async ({ demo }) => {
  const address = process.env['ALNAGE_E2E_EMPTY'];
  await go(demo, '/', address);
  await expect(demo.getByRole('heading', { name: 'Nothing is set up yet' })).toBeVisible();
  await expect(demo.getByRole('listitem')).toHaveCount(9);
  await expectAccessible(demo);
  await demo.getByRole('link', { name: 'Begin: The shop' }).click();
  await demo.getByLabel('Its name').fill('First Steps');
  await demo.getByRole('button', { name: 'Save the details' }).click();
  await goOn(demo, 'Coatings');
  await demo.getByRole('form', { name: 'New coating' }).getByLabel('Name').fill('House dark');
  await demo.getByRole('button', { name: 'Save the coating' }).click();
  await goOn(demo, 'Bowls');
  await demo.getByRole('form', { name: 'New bowl' }).getByLabel('Name').fill('Round bowl');
  await demo.getByRole('button', { name: 'Save the bowl' }).click();
  await goOn(demo, 'Zones');
  await demo.getByRole('form', { name: 'New zone' }).getByLabel('Name').fill('Cool shelf');
  await demo.getByRole('button', { name: 'Save the zone' }).click();
  await goOn(demo, 'People');
  await demo.getByRole('form', { name: 'New person' }).getByLabel('Name').fill('Ada');
  for (const skill of ['prep', 'temper', 'dip', 'pack']) await demo.getByText(skill, { exact: true }).click();
  for (let day = 0; day < 5; day++) await demo.getByRole('button', { name: 'Add a day' }).click();
  await demo.getByRole('button', { name: 'Save the person' }).click();
  await goOn(demo, 'A piece');
  await demo.getByRole('form', { name: 'New piece' }).getByLabel('Name').fill('First berry');
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByRole('img', { name: /First berry cut through/ })).toBeVisible();
  await goOn(demo, 'A pickup point');
  await demo.getByRole('form', { name: 'New pickup point' }).getByLabel('Name').fill('The door');
  await demo.getByRole('button', { name: 'Save the pickup point' }).click();
  await goOn(demo, 'A season');
  await demo.getByRole('form', { name: 'New season' }).getByLabel('Name').fill('March');
  await demo.getByLabel('First day').fill('2026-03-02');
  await demo.getByLabel('Last day').fill('2026-03-06');
  await demo.getByLabel('The peak day').fill('2026-03-06');
  await demo.getByRole('button', { name: 'Save the season' }).click();
  await goOn(demo, 'The first order');
  await beginOrder(demo);
  await demo.keyboard.type('12 first berry wed 15 for A. First');
  await expect(demo.getByRole('grid', { name: 'When it could be collected' })).toBeVisible();
  await demo.keyboard.press('Enter');
  await expect(demo.getByRole('row', { name: /A\. First/ })).toContainText('promised');
  await expect(demo.getByText('Setting up:')).toBeHidden();
});

test('what an unplanned workshop names as the next thing can be gone to', async ({ demo }) => {
  test.slow();
  const address = process.env['ALNAGE_E2E_EMPTY']!;
  const named = new Map<string, string>();
  for (const path of PLACES) {
    await go(demo, path, address);
    await demo.waitForLoadState('networkidle');
    const links = await demo
      .locator(':is(main, aside) a[href^="/"]:not([href^="/api"])')
      .evaluateAll((all) =>
        all.map((each) => [each.getAttribute('href')!, each.textContent.trim()] as const),
      );
    for (const [href, words] of links) named.set(href, words);
  }
  expect([...named.values()]).toContain('Plan the week');
  for (const [href, words] of named)
    await test.step(`${words}: ${href}`, async () => {
      await go(demo, href, address);
      await expect(demo.getByText(/There is no such/)).toBeHidden();
      expect(new URL(demo.url()).pathname).toBe(href.split('?')[0]);
    });
});

test('a whole workshop is taken out, and its file is what is published', async ({ demo, request }) => {
  await go(demo, '/workshop/out');
  const waiting = demo.waitForEvent('download');
  await demo.getByRole('link', { name: 'Export (JSON)' }).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe('workshop.alnage.json');
  const file = JSON.parse(await readFile((await download.path())!, 'utf8')) as { format: string };
  expect(file.format).toBe('alnage-workshop/1');
  const refused = await request.post(`${process.env['ALNAGE_E2E_DEMO']}/api/workshop-file`, { data: file });
  expect(refused.status()).toBe(409);
});
