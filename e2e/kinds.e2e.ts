import type { Page } from '@playwright/test';
import { beginOrder, expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'kinds' });

interface Kind {
  readonly name: string;
  readonly family: string;
  /** What its family makes it as. */
  readonly made: string;
  /** What is done with it beyond its name. */
  describe(demo: Page): Promise<void>;
  /** Its first stage, as the editor names it. */
  readonly stage: RegExp;
  /** What its page says of it. */
  readonly tells: readonly (string | RegExp)[];
}

const KINDS: readonly Kind[] = [
  {
    ...{ name: 'Sea salt knot', family: 'knotted pretzel', made: 'dipped', stage: /^1\. Dip/ },
    async describe(demo) {
      await demo.getByLabel('One weighs').fill('8');
      await expect(
        demo.getByText(/^So it is strand 9(\.\d)? mm, knot across 6\d(\.\d)? mm\.$/),
      ).toBeVisible();
    },
    tells: [/its strand cut across; the knot is 6\d/, 'fork, tapped and scraped'],
  },
  {
    ...{ name: 'Seed bark', family: 'bark or slab, broken or cut', made: 'slab', stage: /^1\. Pour/ },
    async describe(demo) {
      await demo.getByLabel('It gives').fill('30');
      await demo.getByLabel('Strewn or enclosed, a piece').fill('3');
    },
    // 300 × 200 × 5 mm × 1.27 g/cm³ are 381 g, over thirty
    tells: ['12.7', 'poured on a tray', '300 mm by 200 mm, in 30 pieces', /poured 5 mm thick, broken/],
  },
  {
    ...{
      name: 'Joined round',
      family: 'cast whole, in a mould',
      made: 'cast',
      stage: /^1\. Spoon into moulds/,
    },
    async describe(demo) {
      await demo.getByLabel('A cavity holds').fill('10');
      await demo.getByLabel('A piece is').selectOption({ label: 'two halves, joined' });
      await demo.getByLabel('Inclusions, a piece').fill('5.5');
    },
    tells: ['19.1', 'spooned into moulds', 'two cavities of 10 ml', 'two halves, round its inclusions'],
  },
  {
    ...{ name: 'Marshmallow cluster', family: 'cluster', made: 'cluster', stage: /^1\. Mix and scoop/ },
    async describe(demo) {
      await demo.getByLabel('Coating of it').fill('60');
      await demo.getByLabel('By a scoop').selectOption({ label: 'No. 40, 24 ml' });
      await expect(demo.getByLabel('A portion weighs')).toHaveValue('28.3');
      await demo.getByRole('button', { name: 'With soft inclusions' }).click();
      await expect(demo.getByLabel('to', { exact: true })).toHaveValue('30');
    },
    tells: ['17.0', /between 27\.5 °C and 30 °C|27\.5 °C and 30 °C/, 'a portion of 28.3 g'],
  },
];

for (const kind of KINDS)
  test(`a ${kind.family} is set up from nothing`, async ({ demo }) => {
    await go(demo, '/pieces/new');
    await demo.getByLabel('Name').fill(kind.name);
    await demo.getByLabel('Family').selectOption({ label: kind.family });
    await expect(demo.getByLabel('Made as')).toHaveValue(kind.made);
    await kind.describe(demo);
    await expect(demo.getByRole('group', { name: kind.stage })).toBeVisible();
    await expectAccessible(demo);
    await demo.getByRole('button', { name: 'Save the piece' }).click();
    await expect(demo.getByRole('heading', { name: kind.name })).toBeVisible();
    for (const text of kind.tells) await expect(demo.getByText(text).first()).toBeVisible();
  });

test('a truffle that stays bare is rolled in a recipe of its own, asks for no coating, and is ordered and planned', async ({
  demo,
}) => {
  await go(demo, '/pieces/new');
  await demo.getByLabel('Name').fill('Dusted truffle');
  await demo.getByLabel('Family').selectOption({ label: 'truffle, cut or rolled' });
  await demo.getByLabel('Made as').selectOption({ label: 'no coat: rolled, dusted or bare' });
  await expect(demo.getByLabel('Coating', { exact: true })).toBeHidden();
  await expect(demo.getByRole('group', { name: /^1\. Make and roll/ })).toBeVisible();
  await demo.getByRole('button', { name: 'Add a recipe' }).click();
  await demo.getByLabel('By the recipe').selectOption({ label: 'Oat brittle' });
  await demo.getByLabel('Of it, a piece').fill('1.5');
  await demo.getByLabel('Made in').selectOption({ label: 'Make and roll' });
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByRole('heading', { name: 'Dusted truffle' })).toBeVisible();
  await expect(demo.getByText('no coat').first()).toBeVisible();
  await expect(demo.getByText('Oat brittle, 1.5 g a piece, is made in “Make and roll”.')).toBeVisible();

  await demo.keyboard.press('2');
  await beginOrder(demo);
  await demo.keyboard.type('18 dusted truffle sat 11.30 for B. Bare');
  await expect(demo.getByLabel('Who')).toHaveValue('B. Bare');
  await demo.keyboard.press('Enter');
  const row = demo.getByRole('row', { name: /B\. Bare/ });
  await expect(row).toContainText('18 dusted truffle');
  await demo.keyboard.press('5');
  await demo.keyboard.press('p');
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  await demo.keyboard.press('2');
  await expect(row).toContainText(/planned|tight/);
});

test('half of a pot is for another topping: made, measured and taken back for both at once', async ({
  demo,
}) => {
  await go(demo, '/larder/preparation');
  const pot = demo.getByRole('article', { name: /Oat and hazelnut butter, batch b\d+ and b\d+/ });
  await expect(pot).toContainText('27 malt ball, of them 24 to be good');
  await expect(pot).toContainText('27 oat ball, of them 24 to be good');
  await expect(pot).toContainText('One pot for 2 batches');
  await pot.getByRole('button', { name: /^Made/ }).click();
  await expect(pot).toContainText('✓ made');
  await pot.getByLabel('or it is').fill('50');
  await pot.getByRole('button', { name: 'Save' }).click();
  await expect(pot).toContainText('50 pieces came out: 4 fewer than the 54 that are started.');
  await expectAccessible(demo);
  await pot.getByRole('button', { name: /^Not made/ }).click();
  await expect(pot).toContainText('One pot for 2 batches');
});

test('another topping of a piece is all that it is but its name and its finish', async ({ demo }) => {
  await go(demo, '/pieces?piece=oat-ball');
  await demo.getByRole('link', { name: 'Another topping' }).click();
  await expect(demo.getByText('Another topping of Oat ball')).toBeVisible();
  await demo.getByLabel('Name').fill('Seeded ball');
  await demo.getByLabel('Finish, in words').fill('Sesame, while wet');
  await demo.getByLabel('sesame').check();
  await demo.getByRole('button', { name: 'Save the piece' }).click();
  await expect(demo.getByRole('heading', { name: 'Seeded ball' })).toBeVisible();
  await expect(demo.getByText(/^Contains .*sesame/)).toBeVisible();
  await expect(demo.getByText('Its centre is made by Oat and hazelnut butter.')).toBeVisible();
});
