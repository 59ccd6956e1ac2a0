import type { DeviceTaken, Workshop } from '@alnage/contract';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'keeping' });

const address = (): string => process.env['ALNAGE_E2E_DEMO']!;

/** A sensor in a zone, and what it says of the last minutes; the first said longest ago. */
async function sensorIn(page: Page, zone: string, celsius: readonly number[]): Promise<void> {
  const data = { name: `In the ${zone}, ours`, kind: 'climate', bowl: null, zone };
  const { token } = (await (
    await page.request.post(`${address()}/api/devices`, { data })
  ).json()) as DeviceTaken;
  const { now } = (await (await page.request.get(`${address()}/api/workshop`)).json()) as Workshop;
  const readings = celsius.map((value, index) => ({
    ...{ kind: 'celsius', value },
    at: new Date(Date.parse(now) - (celsius.length - 1 - index) * 300_000).toISOString(),
  }));
  const headers = { authorization: `Bearer ${token}` };
  const said = await page.request.post(`${address()}/api/readings`, { data: { readings }, headers });
  expect(said.status()).toBe(200);
}

test('a rack that warms is told with what lies there; what cannot be handed over is written off, and taken back', async ({
  demo,
}) => {
  // what nobody knows of: five minutes at 45 °C, an hour ago
  await sensorIn(demo, 'rack', [4, 4, 45, 45, ...Array.from({ length: 12 }, () => 22)]);
  // it is told wherever one is
  await go(demo, '/orders');
  await expect(demo.getByRole('alert').filter({ hasText: 'Cool rack' })).toContainText(
    /too warm since .*, up to 45 °C/,
  );
  await expectAccessible(demo);
  await go(demo, '/counter');
  await demo.getByRole('link', { name: 'Keeping' }).click();
  const rack = demo.getByRole('button', { name: /^Cool rack/ });
  await expect(rack).toContainText(/too warm since .*, up to 45 °C/);
  await rack.click();
  await expect(demo.getByRole('heading', { name: 'Cool rack, the last two days' })).toBeVisible();
  await expect(demo.getByText(/too warm, up to 45 °C$/).first()).toBeVisible();
  const first = demo
    .getByRole('article')
    .filter({ hasText: /It was at 45 °C/ })
    .first();
  const batch = demo.getByRole('article', { name: (await first.getAttribute('aria-label'))!, exact: true });
  await expect(batch).toContainText('judge it by hand, or write it off');
  await expectAccessible(demo);
  await batch.getByRole('button', { name: /^Write off/ }).click();
  await expect(batch.getByLabel('Why')).toHaveValue('45 °C in the cool rack');
  await expectAccessible(demo);
  await batch.getByRole('button', { name: 'Write them off' }).click();
  await expect(batch).toContainText('None of it is left.');
  // what orders lack by it is told where it is mended
  await demo.keyboard.press('6');
  await expect(demo.getByText(/too few|missing|lack/i).first()).toBeVisible();
  await demo.goBack();
  await demo.getByRole('button', { name: /^Undo: .* written off/ }).click();
  await expect(demo.getByText('None of it is left.')).toBeHidden();
});

test('what a cancelled order leaves is told, sold at its price, and taken back', async ({ demo }) => {
  await go(demo, '/orders');
  await demo.getByRole('searchbox', { name: 'Name or ticket' }).fill('Boatyard');
  await demo.getByText('Boatyard', { exact: true }).click();
  await demo.getByRole('button', { name: 'Cancel the order' }).click();
  await expect(demo.getByText('M-0391 is cancelled')).toBeVisible();
  await go(demo, '/counter/keeping');
  await expect(demo.getByText('128 pieces that nobody is to have')).toBeVisible();
  const twists = demo.getByRole('article').filter({ hasText: 'Nobody is to have 80 of them.' });
  await twists.getByRole('button', { name: /^Sell or give/ }).click();
  await expectAccessible(demo);
  await twists.getByLabel('How many').fill('20');
  await twists.getByRole('button', { name: 'Sell them' }).click();
  await expect(demo.getByText('108 pieces that nobody is to have')).toBeVisible();
  await expect(demo.getByRole('article').filter({ hasText: /20 pieces sold .* for €\d/ })).toBeVisible();
  await demo.getByRole('button', { name: /^Undo: 20 pieces sold/ }).click();
  await expect(demo.getByText('128 pieces that nobody is to have')).toBeVisible();
});

test('a zone’s log, the packing list and the labels of a day are printed', async ({ demo }) => {
  await go(demo, '/counter');
  await demo.getByRole('button', { name: /^Fri 19/ }).click();
  const print = demo.getByRole('link', { name: 'Print: Labels on sheets' });
  await expect(print).toHaveAttribute('href', /day=2026-06-19&sheet=a4-8/);
  await demo.getByLabel('Labels', { exact: true }).selectOption({ label: '14 on A4' });
  await expect(print).toHaveAttribute('href', /sheet=a4-14/);
  const labels = await demo.request.get(address() + (await print.getAttribute('href'))!);
  expect(labels.headers()['content-type']).toBe('application/pdf');
  const packing = demo.getByRole('link', { name: 'Print: Packing list' });
  await expect(packing).toHaveAttribute('href', /packing.pdf\?day=2026-06-19/);
  const list = await demo.request.get(address() + (await packing.getAttribute('href'))!);
  expect(list.headers()['content-type']).toBe('application/pdf');
  await demo
    .getByRole('button', { name: /^M-0\d+$/ })
    .first()
    .click();
  await expect(demo.getByRole('link', { name: 'Print: Labels on sheets' })).toHaveAttribute('href', /order=/);
  const log = await demo.request.get(`${address()}/api/zones/fridge/log.pdf`);
  expect(log.headers()['content-type']).toBe('application/pdf');
});
