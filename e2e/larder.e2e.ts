import type { Locator, Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'larder' });

const address = (): string => process.env['ALNAGE_E2E_DEMO']!;

interface Larder {
  readonly lots: readonly { readonly item: { readonly id: string }; readonly amount: number }[];
  readonly needs: readonly {
    readonly item: { readonly id: string };
    readonly shortAmount: number;
    readonly boughtAmount: number;
  }[];
}

const larder = async (page: Page): Promise<Larder> =>
  (await (await page.request.get(`${address()}/api/larder`)).json()) as Larder;
const here = async (page: Page, id: string): Promise<number> =>
  (await larder(page)).lots.filter(({ item }) => item.id === id).reduce((sum, { amount }) => sum + amount, 0);
const need = async (page: Page, id: string) => (await larder(page)).needs.find(({ item }) => item.id === id)!;

/** Goes on by Tab until this has the keys. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  await target.waitFor();
  for (let i = 0; i < 90; i++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  await expect(target).toBeFocused();
}

async function typeInto(page: Page, target: Locator, text: string): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

async function textOf(pdf: Buffer): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: true }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, index) => {
      const { items } = await (await document.getPage(index + 1)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
  return pages.join(' ').replace(/\s+/g, ' ');
}

test('by keyboard: a recipe in cups, scaled to a pot, prepared until a lot is used up, the buying list printed', async ({
  demo,
}) => {
  await go(demo, '/pieces/recipes');
  await demo.keyboard.press('+');
  const editor = demo.getByRole('form', { name: 'New recipe' });
  await typeInto(demo, editor.getByLabel('Name'), 'Honey oat butter');
  const line = async (index: number, [amount, unit, of]: readonly [string, string, string]) => {
    await typeInto(demo, editor.getByLabel('So much').nth(index), amount);
    await tabTo(demo, editor.getByLabel('Unit').nth(index));
    await demo.keyboard.type(unit);
    await tabTo(demo, editor.getByLabel('Of', { exact: true }).nth(index));
    await demo.keyboard.type(of);
  };
  await line(0, ['2', 'cups', 'Hazelnut']);
  await expect(editor.getByText('530 g', { exact: true })).toBeVisible();
  await tabTo(demo, editor.getByRole('button', { name: 'Add an ingredient' }));
  await demo.keyboard.press('Enter');
  await line(1, ['1', 'cups', 'Honey']);
  // a cup of honey at 1.42 g/ml
  await expect(editor.getByText('355 g', { exact: true })).toBeVisible();
  await typeInto(demo, editor.getByLabel('One portion'), '13');
  await expectAccessible(demo);
  await demo.keyboard.press('Enter');
  await expect(demo.getByRole('heading', { level: 2, name: 'Honey oat butter' }).first()).toBeVisible();

  await typeInto(demo, demo.getByLabel('Pieces', { exact: true }), '300');
  await typeInto(demo, demo.getByLabel('A pot holds'), '2000');
  // 300 of 13 g with 3% left in the pot
  await expect(demo.getByRole('row', { name: /^in 3 pots of 1\.34 kg/ })).toBeVisible();

  await go(demo, '/pieces/foam-bar');
  await tabTo(demo, demo.getByLabel('Its centre is made by'));
  await demo.keyboard.type('Honey oat');
  await tabTo(demo, demo.getByRole('button', { name: 'Save the piece' }));
  await demo.keyboard.press('Enter');
  await expect(demo.getByText('Foam bar is saved')).toBeVisible();

  await go(demo, '/larder');
  await demo.keyboard.press('p');
  await expect(demo.getByRole('heading', { level: 1, name: 'Preparation' })).toBeVisible();
  await expect(demo.getByText('Honey oat butter').first()).toBeVisible();
  await expectAccessible(demo);
  const honey = await here(demo, 'honey');
  const made = demo.getByRole('button', { name: /^Made, .* batch/ });
  const toMake = await made.count();
  await tabTo(demo, made.first());
  await demo.keyboard.press('Enter');
  await expect(made).toHaveCount(toMake - 1);
  expect(await here(demo, 'honey')).toBeLessThan(honey);
  await expect(demo.getByText(/by version 1, out of 2 lots/).first()).toBeVisible();

  // what came out of the pot is told, and the next one is made by it
  const out = demo.getByRole('form', { name: /^What came out/ }).first();
  const reckoned = Number(/reckoned it is ([\d.]+) kg/.exec(await out.innerText())![1]) * 1000;
  await typeInto(demo, out.getByLabel('It weighs'), '5');
  await demo.keyboard.press('Enter');
  await expect(out.getByText(/^5 will not do: /)).toBeVisible();
  const pot = demo.getByText(/ in the pot, /).first();
  const before = await pot.innerText();
  await typeInto(demo, out.getByLabel('It weighs'), String(Math.round(reckoned * 0.9)));
  await demo.keyboard.press('Enter');
  await expect(
    demo.getByText(/came out, \d+ whole portions: \d+ fewer than the \d+ that are started/),
  ).toBeVisible();
  await expect(pot).not.toHaveText(before);
  await expectAccessible(demo);

  // one after the other, until the jar is empty
  const wasThere = demo.getByRole('button', { name: 'Yes, we had it' });
  for (let left = toMake - 2; left >= 0 && !(await wasThere.isVisible()); left--) {
    await tabTo(demo, made.first());
    await demo.keyboard.press('Enter');
    await expect(async () => {
      expect((await made.count()) === left || (await wasThere.isVisible())).toBe(true);
    }).toPass();
  }
  await expect(demo.getByText(/has no record of \d+ g honey, which this takes/)).toBeVisible();
  await expectAccessible(demo);
  await tabTo(demo, wasThere);
  await demo.keyboard.press('Enter');
  await expect(demo.getByText(/1 of it not recorded in the larder/)).toBeVisible();
  expect(await here(demo, 'honey')).toBe(0);
});

test('the market list is printed, and ticked off on a phone: what is bought comes in, and is taken back', async ({
  demo,
}) => {
  await go(demo, '/larder');
  await demo.keyboard.press('m');
  await expect(demo.getByRole('region', { name: 'Quay market' })).toBeVisible();
  const text = await textOf(await demo.pdf());
  expect(text).toContain('Market list');
  expect(text).toMatch(/\d+ × 25 pieces Strawberry/);
  // its head says whose it is and from when; what is pressed on the screen is not on paper
  expect(text).toMatch(/Skerry Dipworks.*Larder.*printed Thu 18/s);
  expect(text).not.toContain('Practice');
  expect(await (await demo.request.get(`${address()}/api/lists/buying`)).text()).toContain(
    'Strawberry,Quay market',
  );

  await demo.setViewportSize({ width: 390, height: 844 });
  const before = await need(demo, 'strawberry');
  const berries = demo
    .getByRole('region', { name: 'Quay market' })
    .getByRole('button', { name: /Strawberry/ });
  await berries.first().click();
  await expect(demo.getByRole('region', { name: 'Bought' })).toContainText('Strawberry');
  expect((await need(demo, 'strawberry')).shortAmount).toBeLessThan(before.shortAmount);
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Undo, Strawberry' }).click();
  await expect(demo.getByRole('region', { name: 'Bought' })).toBeHidden();
  expect(await need(demo, 'strawberry')).toEqual(before);
});

test('what a recipe would make of promised orders is told before it is saved', async ({ demo }) => {
  await go(demo, '/pieces/recipes/rye-ganache');
  await demo.getByRole('button', { name: 'Change' }).click();
  await demo.getByRole('button', { name: 'Add an ingredient' }).click();
  await demo.getByLabel('So much').nth(5).fill('50');
  await demo.getByLabel('Of', { exact: true }).nth(5).selectOption({ label: 'Hazelnut butter' });
  const told = demo.getByText('Rye truffle will declare nuts.');
  await expect(told).toBeVisible();
  await expect(demo.getByText(/It touches \d+ promised orders: M-/)).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Cancel' }).click();
  await expect(told).toBeHidden();
  await expect(demo.getByRole('heading', { level: 2, name: 'Rye malt ganache' }).first()).toBeVisible();
});

test('a caramel is boiled down and shared out by count; a piece tells what it is made of', async ({
  demo,
}) => {
  await go(demo, '/pieces/recipes/new');
  const editor = demo.getByRole('form', { name: 'New recipe' });
  await editor.getByLabel('Name').fill('Soft caramel');
  await editor.getByRole('button', { name: 'Add an ingredient' }).click();
  for (const [index, amount, of] of [
    [0, '300', 'Sugar'],
    [1, '150', 'Cream 35%'],
  ] as const) {
    await editor.getByLabel('So much').nth(index).fill(amount);
    await editor.getByLabel('Of', { exact: true }).nth(index).selectOption({ label: of });
  }
  await editor.getByLabel('It yields').selectOption({ label: 'what boiling leaves' });
  await editor.getByLabel('Boiled to').fill('118');
  await editor.getByLabel('Stays in the pot').fill('0');
  await editor.getByLabel('Shared out').selectOption({ label: 'by count' });
  await editor.getByLabel('It makes').fill('40');
  // 89 g of water came with the cream, of which what belongs to a syrup of 118 °C stays
  await expect(
    editor.getByText(/450 g go in, \d\d(\.\d)? g of water boil off, 4\d\d g are shared out/),
  ).toBeVisible();
  await expect(editor.getByText(/: 40 portions of 10\.\d g\./)).toBeVisible();
  await expectAccessible(demo);
  await editor.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(demo.getByRole('row', { name: /^boils off −/ })).toBeVisible();
  await demo.getByLabel('Scaled to').selectOption({ label: 'so many times' });
  await demo.getByRole('button', { name: '×3' }).click();
  await expect(demo.getByRole('row', { name: /^Sugar 300 g 900 g/ })).toBeVisible();

  await go(demo, '/pieces?piece=rye-truffle');
  const facts = demo.getByRole('table', { name: 'What it is made of' });
  await expect(facts.getByRole('row', { name: /^Energy \d+ kJ · \d+ kcal/ })).toBeVisible();
  await expect(
    demo.getByRole('list', { name: 'Ingredients, the heaviest first' }).getByRole('listitem').first(),
  ).toContainText('Dark 64');
  await expectAccessible(demo);
});
