import type { Page } from '@playwright/test';
import { beginOrder, expect, go, test } from './workshop';
import { PLACES } from './places';

test.use({ ownDemo: 'units' });

/** How somebody reads who is used to none of the units that all is stored in. */
const CUSTOMARY = {
  ...{ temperature: 'F', mass: 'oz', length: 'in' },
  ...{ clock: '12', date: 'month-first', weekBegins: 'sunday' },
};

/** What they would stumble over: metric units, a clock of 24 hours, the day before the month. */
const FOREIGN = [
  /°C/,
  /\d\s?(?:mm|cm|mm²|cm²|ml|kg|g|l|m)(?![\w%])/,
  /^(?:kg|g|mm|cm|cm²|mm²|m|ml|l|g\/ml)$/,
  /(?:a|per) kg\b/,
  /\b(?:[01]?\d|2[0-3]):[0-5]\d\b(?!:|\s?[ap]m)/,
  /\b(?:1[3-9]|2[0-3]) o’clock/,
  /\b\d{1,2} (?:Jan|Feb|Mar|Apr|May|June?|July?|Aug|Sep|Oct|Nov|Dec)/,
];

/** Words of the workshop's own, as somebody typed them, and measures that one chooses among. */
const OWN_WORDS = [
  'Paper cups 40 mm',
  'Market 18 June',
  'Sheet 12 June, bowl A',
  'Stir in soft butter and salt below 40 °C.',
  'Below 5 °C it cracks the coat: let it come to 18 °C before dipping.',
  'Keep cool, 12–16 °C.',
  'metric: a cup is 250 ml',
  'US: a cup is 236.6 ml',
  'Australian: a tablespoon is 20 ml',
];

/**
 * Every text of the page, also those that are only heard; units that an amount may be typed in are left out,
 * and what is written to customers, who do not choose units here.
 */
function textsOf(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const texts: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const { parentElement, data } = walk.currentNode as Text & { parentElement: Element };
      const isUnitChoice = parentElement.matches('option') && !/\d/.test(data);
      if (!isUnitChoice && !parentElement.closest('script, style, .as-sent')) texts.push(data.trim());
    }
    for (const each of Array.from(document.querySelectorAll('*')))
      for (const name of ['aria-label', 'placeholder', 'title', 'alt', 'aria-valuetext'])
        texts.push(each.getAttribute(name) ?? '');
    return texts.filter(Boolean);
  });
}

async function expectOwnUnits(page: Page): Promise<void> {
  const texts = await textsOf(page);
  expect(texts.length).toBeGreaterThan(20);
  const foreign = texts
    .filter((text) => !OWN_WORDS.includes(text))
    .filter((text) => FOREIGN.some((unit) => unit.test(text)));
  expect([...new Set(foreign)]).toEqual([]);
}

test.beforeEach(async ({ demo }) => {
  await demo.addInitScript((units) => localStorage.setItem('alnage.units', JSON.stringify(units)), CUSTOMARY);
});

test('every place is in the units of whoever reads it, and knows no others', async ({ demo }) => {
  test.slow();
  for (const path of [...PLACES, '/pieces/dusk-berry', '/workshop/moulds'])
    await test.step(path, async () => {
      await go(demo, path);
      await demo.waitForLoadState('networkidle');
      if (path !== '/workshop/units') await expectOwnUnits(demo);
    });
});

const ways: Record<string, (page: Page) => Promise<void>> = {
  'a new order with its slots': async (page) => {
    await go(page, '/orders');
    await beginOrder(page);
    await page.keyboard.type('12 dusk berry fri 3 pm for Varg');
    await page.getByRole('grid', { name: 'When it could be collected' }).waitFor();
  },
  'an order and what was done with it': async (page) => {
    await go(page, '/orders');
    await page.getByRole('row', { name: /M-0376/ }).click();
    await page.getByText('Who did what').click();
  },
  'the weighing of a piece': async (page) => {
    await go(page, '/pieces');
    await page.getByRole('button', { name: 'Weigh' }).click();
  },
  'the versions of the plan': async (page) => {
    await go(page, '/plan');
    await page.getByRole('button', { name: 'Versions' }).click();
  },
  'all batches as a table': async (page) => {
    await go(page, '/plan');
    await page.getByText('All batches as a table').click();
  },
  'a trial of the plan': async (page) => {
    await go(page, '/plan');
    await page.getByRole('button', { name: 'What if …' }).click();
  },
  'the bowl at the bench, weighed': async (page) => {
    await go(page, '/bench');
    await page.getByRole('button', { name: 'Weigh bowl' }).click();
  },
  'what went wrong at the bench': async (page) => {
    await go(page, '/bench');
    await page.getByRole('button', { name: 'Something went wrong' }).click();
  },
  'an order at the counter': async (page) => {
    await go(page, '/counter');
    await expect(page.getByRole('navigation', { name: 'Hours of the day' })).toContainText('2 pm');
    await page.getByRole('button', { name: 'On the shelf, M-0376' }).click();
  },
  'an item of the larder': async (page) => {
    await go(page, '/larder');
    await page.getByRole('button', { name: /^Dark 64/ }).click();
  },
  'a run of the ledger': async (page) => {
    await go(page, '/ledger');
    await page.getByRole('button', { name: '17-B-2' }).click();
  },
  'practice under way': async (page) => {
    await go(page, '/practice');
    await page.getByRole('button', { name: /^Begin/ }).click();
    await page.getByRole('button', { name: 'End the practice' }).waitFor();
  },
};

for (const [name, open] of Object.entries(ways))
  test(`${name} is in the units of whoever reads it`, async ({ demo }) => {
    await open(demo);
    await demo.waitForLoadState('networkidle');
    await expectOwnUnits(demo);
  });
