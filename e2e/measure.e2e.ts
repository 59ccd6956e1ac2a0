import { expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'measure' });

const grams = (text: string | null): number => Number.parseFloat(text!) * (/kg/.test(text!) ? 1000 : 1);

test('a piece tells what to melt for so many, in which bowls, and refuses what cannot be', async ({
  demo,
}) => {
  await go(demo, '/pieces');
  await demo.getByLabel('Good pieces').fill('420');
  const melt = demo.getByRole('table', { name: 'What to melt of Dark 64' });
  const cell = async (name: RegExp): Promise<number> =>
    grams(await melt.getByRole('row', { name }).getByRole('cell').textContent());
  const parts = [/on the pieces/, /rejects/, /to spare/, /tail in the bowls/];
  const sum = (await Promise.all(parts.map(cell))).reduce((all, each) => all + each, 0);
  expect(Math.abs(sum - (await cell(/melt in all/)))).toBeLessThan(25);
  await demo.getByLabel('From which bowl').selectOption('Glass bowl');
  await expect(melt.getByRole('row', { name: /tail in the bowls, \d+ melts/ })).toBeVisible();
  await demo.getByLabel('Good pieces').fill('0');
  await expect(demo.getByText('Pieces 0 will not do: a whole number in 1..100000.')).toBeVisible();
  await demo.getByLabel('In Glass bowl').fill('50');
  await expect(demo.getByText('50 g in Glass bowl will not do: its tail alone is 90 g.')).toBeVisible();
});

test('a weighing is taken, moves the figure in another window, and is set aside again', async ({
  demo,
  browser,
}) => {
  const other = await browser.newPage();
  await go(demo, '/pieces?piece=oat-ball');
  await go(other, '/pieces?piece=oat-ball');
  const total = other.locator('.big .figure');
  const before = Number(await total.textContent());
  await demo.getByRole('button', { name: 'Weigh', exact: true }).click();
  await demo.getByLabel('In the bowl before').fill('3000');
  await demo.getByLabel('Left after').fill('3100');
  await demo.getByLabel('Pieces dipped').fill('100');
  await demo.getByRole('button', { name: 'Save the weighing' }).click();
  await expect(demo.getByText('Left 3.10 kg will not do: less than 3.00 kg, what was in it.')).toBeVisible();
  await expectAccessible(demo);
  await demo.getByLabel('Left after').fill('2300');
  await expect(demo.getByText('700 g on 100: 7.0 g a piece.')).toBeVisible();
  await demo.getByRole('button', { name: 'Save the weighing' }).click();
  // nobody would expect it, so it is asked about first
  await expect(demo.getByText(/7\.0 g a piece is not what is believed of it/)).toBeVisible();
  await demo.getByRole('button', { name: 'It is right: save it' }).click();
  await expect(demo.getByRole('form', { name: 'New weighing' })).toBeHidden();
  await expect(async () => expect(Number(await total.textContent())).toBeGreaterThan(before)).toPass();
  await demo.getByText(/weighings as a table/).click();
  await demo.getByRole('rowheader').getByRole('button').first().click();
  await demo.getByLabel('Why set it aside').fill('Ladle in the bowl');
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Set aside' }).click();
  await expect(demo.getByRole('button', { name: 'Count it again' })).toBeVisible();
  await expect(async () => expect(Number(await total.textContent())).toBe(before)).toPass();
  await other.close();
});

test('a new piece is described by its weight, drawn, kept and priced; a berry of 900 g is not', async ({
  demo,
}) => {
  await go(demo, '/pieces');
  await demo.getByRole('heading', { name: 'Pieces', exact: true }).click();
  await demo.keyboard.press('+');
  await expect(demo.getByRole('heading', { name: 'New piece' })).toBeVisible();
  await demo.getByLabel('Name').fill('Ember berry');
  await demo.getByLabel('One weighs').fill('900');
  await expect(demo.getByText('900 will not do: 5 to 60 g.')).toBeVisible();
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByLabel('One weighs')).toBeFocused();
  await expectAccessible(demo);
  await demo.getByLabel('One weighs').fill('24');
  await demo.getByLabel('Covered', { exact: true }).fill('130');
  await expect(demo.getByText('130 will not do: 1 to 100 %.')).toBeVisible();
  await demo.getByLabel('Covered', { exact: true }).fill('75');
  await expect(demo.getByRole('img', { name: /Ember berry cut through/ })).toBeVisible();
  await demo.getByLabel('Asked for one').fill('2.60');
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByRole('heading', { name: 'Ember berry' })).toBeVisible();
  await expect(demo.getByRole('table', { name: 'What one piece costs' })).toContainText('€2.60');
  await demo.getByRole('link', { name: 'Change' }).click();
  await demo.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await demo.getByRole('button', { name: 'Remove it' }).click();
  await expect(demo.getByRole('heading', { name: 'Pieces', exact: true })).toBeVisible();
  await expect(demo.getByRole('button', { name: /Ember berry/ })).toBeHidden();
});

test('a moulded cup is set up from nothing: capped by itself, filled and finished by recipes of its own', async ({
  demo,
}) => {
  await go(demo, '/pieces/new');
  await demo.getByLabel('Name').fill('Sloe cup');
  await demo.getByLabel('Family').selectOption({ label: 'filled cup' });
  await expect(demo.getByLabel('Made as')).toHaveValue('moulded');
  await demo.getByLabel('Cap', { exact: true }).fill('1.5');
  await demo.getByLabel('Capped with').selectOption({ label: 'White, by itself' });
  await expect(demo.getByRole('group', { name: /^3\. Cap/ })).toBeVisible();
  for (const [index, recipe, grams, stage] of [
    [0, 'Rye malt ganache', '6', 'Fill'],
    [1, 'Oat brittle', '1', 'Cap'],
  ] as const) {
    await demo.getByRole('button', { name: 'Add a recipe' }).click();
    await demo.getByLabel('By the recipe').nth(index).selectOption({ label: recipe });
    await demo.getByLabel('Of it, a piece').nth(index).fill(grams);
    await demo.getByLabel('Made in').nth(index).selectOption({ label: stage });
  }
  await expect(demo.getByText(/^Rolled all over, about/)).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByRole('heading', { name: 'Sloe cup' })).toBeVisible();
  // gluten comes in with the malt, milk with the cap
  await expect(demo.getByText('Contains gluten, milk and soya.')).toBeVisible();
  await expect(demo.getByText('Oat brittle, 1.0 g a piece, is made in “Cap”.')).toBeVisible();
  await expect(demo.getByText('cap, white')).toBeVisible();
  await demo.getByRole('link', { name: 'Change' }).click();
  await demo.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await demo.getByRole('button', { name: 'Remove it' }).click();
  await expect(demo.getByRole('button', { name: /Sloe cup/ })).toBeHidden();
});

test('two at the same coating: the second sees the first’s beside their own, and nothing is lost', async ({
  demo,
  browser,
}) => {
  const other = await browser.newPage();
  await go(demo, '/workshop/coatings');
  await go(other, '/workshop/coatings');
  for (const page of [demo, other]) await page.getByRole('button', { name: /^White/ }).click();
  await demo.getByLabel('Workable for').fill('200');
  await other.getByLabel('Workable for').fill('190');
  await demo.getByRole('button', { name: 'Save the coating' }).click();
  await expect(demo.getByText('White is saved')).toBeVisible();
  await other.getByRole('button', { name: 'Save the coating' }).click();
  const row = other.getByRole('table', { name: 'Theirs beside yours' }).getByRole('row').nth(1);
  await expect(row).toHaveText(/usable minutes\s*200\s*190/);
  await other.getByRole('button', { name: 'Save the coating' }).click();
  await expect(other.getByText('White is saved')).toBeVisible();
  await expect(other.getByLabel('Workable for')).toHaveValue('190');
  await other.close();
});

test('a piece is dipped in a range of its own, which the bench goes by; one that costs its temper is refused', async ({
  demo,
}) => {
  await go(demo, '/pieces/rye-truffle');
  await demo.getByLabel('dipped, poured or spooned in a range of its own').check();
  await demo.getByLabel('From', { exact: true }).fill('29');
  await demo.getByLabel('to', { exact: true }).fill('36');
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByText(/36 will not do.*25\.5/)).toBeVisible();
  await expectAccessible(demo);
  await demo.getByLabel('to', { exact: true }).fill('30.5');
  await expect(demo.getByText('and its coat is reckoned for a bowl at 31.5 °C')).toBeVisible();
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByText('Rye truffle is saved')).toBeVisible();
  await expect(demo.getByText('29 °C and 30.5 °C')).toBeVisible();
  // made ready at eleven for the truffles of the afternoon
  await go(demo, '/bench');
  await demo.getByRole('button', { name: 'Bowl B', exact: true }).click();
  await expect(demo.getByRole('img', { name: /; dip between 29 °C and 30\.5 °C$/ })).toBeVisible();
  await go(demo, '/pieces/rye-truffle');
  await demo.getByLabel('dipped, poured or spooned in a range of its own').uncheck();
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByText('Rye truffle is saved')).toBeVisible();
});

test('a bowl smaller than its tail is refused with its value; what is in use stays', async ({ demo }) => {
  await go(demo, '/workshop/bowls');
  await demo.getByLabel('Tail, if measured').fill('7000');
  await demo.getByRole('button', { name: 'Save the bowl' }).click();
  await expect(demo.getByText('A tail of 7.00 kg leaves nothing to dip of the 6.00 kg')).toBeVisible();
  await go(demo, '/workshop/coatings');
  await demo.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await demo.getByRole('button', { name: 'Remove it' }).click();
  await expect(demo.getByRole('alert')).toContainText('Dark 64 is still needed by Dusk berry');
});

test('units are everybody’s own: all is read in them, and what is stored does not drift', async ({
  demo,
}) => {
  await go(demo, '/workshop/units');
  await demo.getByLabel('Mass').selectOption('oz');
  await demo.getByLabel('Temperature').selectOption('F');
  await demo.getByLabel('Length').selectOption('in');
  await demo.getByLabel('Clock').selectOption('12');
  await expect(demo.locator('.time')).toHaveText(/^Thu 18, 11:\d\d am$/);
  await go(demo, '/pieces');
  await expect(demo.locator('.big')).toContainText('oz');
  await expect(demo.locator('al-margin')).toContainText('88.7 °F');
  await demo.getByRole('link', { name: 'Change' }).click();
  await expect(demo.getByLabel('One weighs').first()).toHaveValue('0.6349');
  const saved = demo.waitForRequest((request) => request.method() === 'PUT');
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  const { form } = (await saved).postDataJSON() as { form: { centreGrams: number; bowlCelsius: number } };
  expect(form).toMatchObject({ centreGrams: 18, bowlCelsius: 31.5 });
});
