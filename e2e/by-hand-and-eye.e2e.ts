import { beginOrder, expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'by-hand-and-eye' });

test('an ingredient goes in by feel: in the recipe, and at the pot with where to begin today', async ({
  demo,
}) => {
  await go(demo, '/pieces/recipes/oat-hazel');
  await demo.getByRole('button', { name: 'Change', exact: true }).click();
  await demo.getByLabel('up to, by feel').nth(2).fill('0.5');
  await demo.getByRole('button', { name: 'Save the recipe' }).click();
  // less than what it begins with is said at its field
  await expect(
    demo.getByText('The most, by feel, 0.5 will not do: above 1, where it begins.').first(),
  ).toBeVisible();
  await demo.getByLabel('up to, by feel').nth(2).fill('1.5');
  await demo.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(demo.getByText(/1 cup to 1½ cups|1 to 1½ cups/).first()).toBeVisible();

  await go(demo, '/larder/preparation');
  const pot = demo.getByRole('article', { name: /^Oat and hazelnut butter/ }).first();
  const advice = pot.getByRole('group', { name: /^By feel/ });
  await expect(advice).toContainText(/begin with [\d.]+ k?g of icing sugar/);
  const holds = await advice.textContent();
  await advice.getByLabel('A ball of it').selectOption({ label: 'sticks' });
  await expect(advice).not.toHaveText(holds!);
  await expectAccessible(demo);
});

test('a forecast is read for the way by post, and what is too warm then is not promised', async ({
  demo,
}) => {
  await go(demo, '/workshop/points');
  await demo
    .getByRole('button', { name: /By post/ })
    .first()
    .click();
  await demo.getByLabel('A forecast, as CSV').setInputFiles({
    ...{ name: 'forecast.csv', mimeType: 'text/csv' },
    buffer: Buffer.from('date,celsius\n2026-06-20,31\n2026-06-21,31\n'),
  });
  await expect(demo.getByText('2 days taken from the forecast.')).toBeVisible();
  await demo.getByRole('button', { name: 'Save the pickup point' }).click();
  await go(demo, '/orders');
  await beginOrder(demo);
  await demo.getByLabel('Say it in one line').fill('12 salt twist mon 12 for F. Away');
  await demo.getByLabel('Collected at').selectOption({ label: 'By post' });
  await demo.getByRole('button', { name: 'Mon 22, 12:00: not possible' }).click();
  await expect(
    demo.getByText(/The parcel is 31 °C warm on .* 2[01] Jun, and salt twist takes/),
  ).toBeVisible();
});

test('fat out of the larder is stirred in, told by weight and spoon, declared and needed', async ({
  demo,
}) => {
  await go(demo, '/workshop/coatings');
  await demo.getByRole('button', { name: /Milk/ }).first().click();
  await demo.getByLabel('Fat stirred in').fill('5');
  await demo.getByLabel('out of the larder').selectOption({ label: 'Butter' });
  await expect(demo.getByText(/^5% is 50 g of fat in 950 g: \d+(\.5)? tsp\./)).toBeVisible();
  const wanted = async (): Promise<number> => {
    const { needs } = await (await demo.request.get(`${process.env['ALNAGE_E2E_DEMO']!}/api/larder`)).json();
    return needs.find(({ item }: { item: { id: string } }) => item.id === 'butter')?.neededAmount ?? 0;
  };
  const before = await wanted();
  await demo.getByRole('button', { name: 'Save the coating' }).click();
  await expect.poll(wanted).toBeGreaterThan(before);
});

test('a spoon at the bench is read back into how a coating flows', async ({ demo }) => {
  await go(demo, '/bench');
  await demo.getByText('How does it run?').click();
  await demo.getByLabel('It took').fill('60');
  await expect(demo.getByText(/It runs \d+\.\d times as thick as it is reckoned/)).toBeVisible();
  await demo.getByLabel('It took').fill('0');
  await expect(demo.getByText(/^0 will not do/)).toBeVisible();
});
