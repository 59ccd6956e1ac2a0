import { readFile } from 'node:fs/promises';
import { beginOrder, expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'orders' });

test('an order is taken by keyboard alone, found, and planned', async ({ demo }) => {
  await go(demo, '/orders');
  await beginOrder(demo);
  await demo.keyboard.press('Tab');
  await expect(demo.getByLabel('Who')).toBeFocused();
  await demo.keyboard.type('A. Fresh Pair of Hands');
  await demo.keyboard.press('Tab');
  await demo.keyboard.type('Fri');
  await demo.keyboard.press('Tab');
  await demo.keyboard.type('16.30');
  // the pickup point, the telephone, and what must never be in it stay as they are
  for (let fields = 0; fields < 3; fields++) await demo.keyboard.press('Tab');
  await demo.keyboard.press('Tab');
  await demo.keyboard.press('Control+a');
  await demo.keyboard.type('18');
  await demo.keyboard.press('Tab');
  await demo.keyboard.type('Dusk');
  await demo.keyboard.press('Tab');
  await demo.getByLabel('Note').press('Enter');
  const row = demo.getByRole('row', { name: /A\. Fresh Pair of Hands/ });
  await expect(row).toContainText('Fri 19, 16:30');
  await expect(row).toContainText('18 dusk berry');
  await expect(row).toContainText('not planned');

  await demo.keyboard.press('5');
  await expect(demo.getByText('Orders or the workshop changed since this plan was made')).toBeVisible();
  await demo.keyboard.press('p');
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  await expect(demo.getByText('Orders or the workshop changed since this plan was made')).toBeHidden();
  await demo.keyboard.press('2');
  await expect(demo.getByRole('heading', { level: 1, name: 'Orders' })).toBeVisible();
  await demo.keyboard.press('/');
  await demo.keyboard.type('fresh pair');
  await expect(row).toContainText(/planned|tight/);
});

test('an order is said in one line; what is not understood is put right first', async ({ demo }) => {
  await go(demo, '/orders');
  await beginOrder(demo);
  await demo.keyboard.type('2 dozen berries, 1 twist bag sat 11.30 at the quay for O. Telle');
  const said = demo.getByRole('list', { name: 'Understood' });
  await expect(said).toContainText('2 dozen berries: 12 dusk berry and 12 frost berry');
  await expect(said).toContainText('1 twist bag: 20 salt twist');
  await demo.keyboard.press('Control+a');
  await demo.keyboard.type('6 berries, 1 twist bag sat 11.30 at the quay for O. Telle');
  await expect(demo.getByText('“6 berries” may be')).toBeVisible();
  await expectAccessible(demo);
  await demo.keyboard.press('Enter');
  await expect(demo.getByRole('form', { name: 'New order' })).toBeVisible();
  await demo.getByRole('button', { name: '6 dusk berry' }).click();
  await expect(demo.getByLabel('Say it in one line')).toBeFocused();
  await expect(demo.getByLabel('Who')).toHaveValue('O. Telle');
  await demo.keyboard.press('Enter');
  const row = demo.getByRole('row', { name: /O\. Telle/ });
  await expect(row).toContainText('Sat 20, 11:30');
  await expect(row).toContainText('6 dusk berry');
  await expect(row).toContainText('1 twist bag');
});

test('a vague order takes no more than seventy keys, its question included', async ({ demo }) => {
  await go(demo, '/orders');
  await beginOrder(demo);
  let keys = 1;
  const press = async (key: string): Promise<void> => {
    keys += 1;
    await demo.keyboard.press(key);
  };
  for (const letter of '6 berries sat 11.30 for K. Vague tel 050 0177') await press(letter);
  await press('Enter');
  await expect(demo.getByText('“6 berries” may be')).toBeVisible();
  // the focus is on what it may be: two boxes, then the berry
  await expect(demo.getByRole('button', { name: '6 six berries' })).toBeFocused();
  for (let boxes = 0; boxes < 2; boxes++) await press('Tab');
  await expect(demo.getByRole('button', { name: '6 dusk berry' })).toBeFocused();
  await press('Enter');
  await expect(demo.getByLabel('Say it in one line')).toBeFocused();
  await press('Enter');
  await expect(demo.getByRole('row', { name: /K\. Vague/ })).toContainText('6 dusk berry');
  expect(keys).toBeLessThanOrEqual(70);
  await expect(demo.getByRole('complementary', { name: 'Margin' })).toContainText('050 0177');
});

test('the grid tells when an order can be collected, why not, and takes the slot', async ({ demo }) => {
  await go(demo, '/orders');
  await demo.getByRole('button', { name: 'New order' }).click();
  await demo.getByLabel('Say it in one line').fill('12 rye truffle thu 13 for N. Oon');
  const take = demo.getByRole('button', { name: 'Take the order' });
  const before = await take.boundingBox();
  await demo.getByRole('button', { name: 'Thu 18, 13:00: not possible' }).click();
  await expect(
    demo.getByText(
      /^Thu 18, 13:00 does not fit beside what is planned; a new plan may find room\. Rye truffle: .* Nearest possible: /,
    ),
  ).toBeVisible();
  await expect(demo.getByLabel('Time')).toHaveValue('13:00');
  await expectAccessible(demo);
  await demo.getByRole('button', { name: /^Sat 20, 11:00: (open|tight)$/ }).click();
  await expect(demo.getByLabel('Time')).toHaveValue('11:00');
  await expect(demo.getByText(/^Sat 20, 11:00 is possible: the oldest piece is /)).toBeVisible();
  const runs = demo.getByRole('list', { name: 'How it would be made' }).getByRole('listitem');
  await expect(runs.first()).toContainText(
    /^\s*\d+ rye truffle: cook .* by .*; roll .*; first coat .* from .* dark 64 in .*; pack .*\.\s*$/,
  );
  const pieces = (await runs.allInnerTexts()).map((text) => parseInt(text, 10));
  expect(pieces.reduce((sum, each) => sum + each)).toBe(12);
  await expect(demo.getByText(/more such orders? fits? this slot\.$/)).toBeVisible();
  // what is told meanwhile moves nothing under the finger
  expect(await take.boundingBox()).toEqual(before);
  await take.click();
  await expect(demo.getByRole('row', { name: /N\. Oon/ })).toContainText('Sat 20, 11:00');
});

test('two who want the last place of a slot: one gets it, the other the nearest', async ({
  demo,
  browser,
}) => {
  const other = await browser.newPage();
  await go(demo, '/workshop/points');
  await demo.getByRole('button', { name: /^Stall on the quay/ }).click();
  await demo.getByLabel('It hands over').fill('1');
  await demo.getByRole('button', { name: 'Save the pickup point' }).click();
  await expect(demo.getByText('Stall on the quay is saved')).toBeVisible();
  for (const [page, who] of [
    [demo, 'A. First'],
    [other, 'B. Second'],
  ] as const) {
    await go(page, '/orders');
    await beginOrder(page);
    await page.getByLabel('Say it in one line').fill(`4 salt twist sat 9 at the quay for ${who}`);
    await expect(page.getByLabel('Who')).toHaveValue(who);
  }
  await Promise.all(
    [demo, other].map((page) => page.getByRole('button', { name: 'Take the order' }).click()),
  );
  const taken = demo.getByRole('row', { name: /A\. First|B\. Second/ });
  await expect(taken).toHaveCount(1);
  const isFirst = (await taken.innerText()).includes('A. First');
  const refused = isFirst ? other : demo;
  await expect(
    refused.getByText(/This slot hands over no more, not 1\. Nearest possible: /).first(),
  ).toBeVisible({ timeout: 25_000 });
  await refused.getByRole('button', { name: /^Take Sat 20/ }).click();
  await expect(refused.getByText(/This slot hands over no more/)).toHaveCount(0);
  await refused.getByRole('button', { name: 'Take the order' }).click();
  await expect(taken).toHaveCount(2);
  await go(demo, '/workshop/points');
  await demo.getByRole('button', { name: /^Stall on the quay/ }).click();
  await demo.getByLabel('It hands over').fill('10');
  await demo.getByRole('button', { name: 'Save the pickup point' }).click();
  await expect(demo.getByText('Stall on the quay is saved')).toBeVisible();
  await other.close();
});

test('a box is filled as one likes; a slot is closed, and what waits is promised once it opens', async ({
  demo,
}) => {
  await go(demo, '/orders');
  await demo.getByRole('button', { name: 'New order' }).click();
  await demo.getByLabel('Who').fill('P. Mixed');
  await demo.getByLabel('Of what').selectOption('box:mixed-12');
  await expect(demo.getByText('In each mixed dozen: 12 of 12')).toBeVisible();
  await demo.getByLabel('Sandwich round').fill('0');
  await expect(demo.getByText('In each mixed dozen: 10 of 12')).toBeVisible();
  await demo.getByRole('button', { name: 'Fill evenly' }).click();
  await expect(demo.getByText('In each mixed dozen: 12 of 12')).toBeVisible();
  await expect(demo.getByText('comes to €24.90')).toBeVisible();
  await demo.getByRole('button', { name: /^Sun 21, 12:00/ }).click();
  await demo.getByRole('button', { name: 'Take no more orders for this slot' }).click();
  await expect(demo.getByText('Sun 21, 12:00 is not possible. The slot takes no more orders.')).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await expect(demo.getByText(/This slot takes no more orders\. Nearest possible: /).first()).toBeVisible();
  await demo.getByRole('button', { name: 'Put it on the waiting list' }).click();
  const row = demo.getByRole('row', { name: /P\. Mixed/ });
  await expect(row).toContainText('on the waiting list');
  await expect(row).toContainText('1 mixed dozen of 4 rye truffle, 4 oat ball and 4 foam bar');
  await demo.getByRole('button', { name: 'Promise it' }).click();
  await expect(demo.getByText(/This slot takes no more orders/)).toBeVisible();
  const closing = { at: '2026-06-21T12:00', isClosed: false };
  await demo.request.put(`${process.env['ALNAGE_E2E_DEMO']!}/api/points/shop/slots`, { data: closing });
  await expect(
    demo.getByText('There is now room for P. Mixed, Sun 21, 12:00, from the waiting list.'),
  ).toBeVisible();
  await demo.getByRole('button', { name: 'Promise it' }).first().click();
  await expect(row).toContainText('promised');
  await demo.getByRole('button', { name: 'Take payment' }).click();
  await demo.getByRole('button', { name: 'Ask the terminal' }).click();
  await expect(demo.getByText('€24.90 of €24.90, all of it')).toBeVisible();
  await demo.getByText('Who did what').click();
  await expect(demo.getByText('state: on the waiting list → promised')).toBeVisible();
  await expectAccessible(demo);
});

test('an allergy stops an order by one Enter, until somebody says why; the counter tells who it was', async ({
  demo,
}) => {
  await go(demo, '/orders');
  await beginOrder(demo);
  await demo.keyboard.type('6 oat ball fri 16.30 for E. Halla');
  await demo.keyboard.press('Enter');
  const question = demo.getByRole('alertdialog', { name: 'Stop: this is not for E. Halla' });
  await expect(question).toContainText('Oat ball contains nuts, which E. Halla must never have.');
  await expect(question.getByLabel('Why it is right')).toBeFocused();
  await expectAccessible(demo);
  await question.getByRole('button', { name: 'Take it knowingly' }).click();
  await expect(question.getByText('Say why.')).toBeVisible();
  await question.getByLabel('Why it is right').fill('For the neighbours');
  await question.getByLabel('Your name').fill('Runa');
  await question.getByRole('button', { name: 'Take it knowingly' }).click();
  await expect(demo.getByRole('row', { name: /E\. Halla Fri 19, 16:30 6 oat ball/ })).toBeVisible();
  await expect(demo.locator('al-margin')).toContainText('Taken knowingly.');
  await go(demo, '/counter');
  await demo.getByRole('button', { name: /^Fri 19/ }).click();
  const row = demo.getByRole('listitem').filter({ hasText: /E\. Halla.*6 oat ball/ });
  await expect(row).toContainText('Has nuts in spite of the customer’s allergy: For the neighbours (Runa)');
});

test('an order goes by post where it takes the way; the counter has it on the day that it leaves', async ({
  demo,
}) => {
  await go(demo, '/orders');
  await beginOrder(demo);
  await demo.getByLabel('Say it in one line').fill('12 rye truffle mon 12 for F. Away');
  await demo.getByLabel('Collected at').selectOption({ label: 'By post' });
  await expect(demo.getByText('It arrives then, and leaves the shop 2 d before.')).toBeVisible();
  await demo.getByRole('button', { name: 'Mon 22, 12:00: not possible' }).click();
  await expect(
    demo.getByText(/The parcel is 25\.5 °C warm on Sun 21 Jun, and rye truffle takes 18 °C at most/),
  ).toBeVisible();
  await expectAccessible(demo);
  await demo.getByLabel('Of what').first().selectOption('salt-twist');
  await demo.getByRole('button', { name: /^Mon 22, 12:00: (open|tight)$/ }).click();
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await demo.getByRole('row', { name: /F\. Away/ }).click();
  await expect(demo.getByText('Sat 20, 12:00 · By post, arrives Mon 22, 12:00')).toBeVisible();
  await expect(demo.getByText(/^Its parcel weighs about \d+ g, packing and all\.$/)).toBeVisible();
  await go(demo, '/counter');
  await demo.getByRole('button', { name: /^Sat 20/ }).click();
  await expect(demo.getByText('F. Away')).toBeVisible();
});

test('a list goes out as CSV and comes in again, once', async ({ demo }) => {
  await go(demo, '/workshop/out');
  const [download] = await Promise.all([
    demo.waitForEvent('download'),
    demo.getByRole('link', { name: 'Orders (CSV)' }).click(),
  ]);
  const csv = await readFile(await download.path(), 'utf8');
  const [head] = csv.split('\r\n');
  const line =
    'X,R. Turn,promised,2026-06-20,13:30,The shop,"1 Truffle box, 2 Salt twist",10,0,0,0,EUR,050 0777,egg,=not run,';
  const file = { name: 'orders.csv', mimeType: 'text/csv', buffer: Buffer.from(`${head}\r\n${line}\r\n`) };
  await demo.getByLabel('List of orders').setInputFiles(file);
  await expect(demo.getByText('1 line: 1 to import, 0 already there, 0 with faults')).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Import 1 order' }).click();
  await expect(demo.getByText('1 order imported.')).toBeVisible();
  await demo.getByLabel('List of orders').setInputFiles(file);
  await expect(demo.getByText('1 line: 0 to import, 1 already there, 0 with faults')).toBeVisible();
  await go(demo, '/orders');
  await demo.getByLabel('Name or ticket').fill('r. turn');
  await expect(demo.getByRole('row', { name: /R\. Turn/ })).toContainText('1 truffle box, 2 salt twist');
});

test('what cannot be is said at its field, and nothing is stored', async ({ demo }) => {
  await go(demo, '/orders');
  await expect(demo.getByRole('row', { name: /M-0366/ })).toBeVisible();
  const rows = await demo.getByRole('row').count();
  await demo.getByRole('button', { name: 'New order' }).click();
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await expect(demo.getByText('Give a name.')).toBeVisible();
  await expect(demo.getByText('Give a time, such as 15:00.')).toBeVisible();
  await expect(demo.getByText('Choose a piece or a box.')).toBeVisible();

  await demo.getByLabel('Who').fill('x'.repeat(10_000));
  await demo.getByLabel('How many').fill('1.5');
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await expect(demo.getByText('Too long: 120 characters are the most.')).toBeVisible();
  await expect(demo.getByText('1.5 will not do: a whole number, 1 to 5000.')).toBeVisible();

  await demo.getByLabel('Who').fill('Too Late');
  await demo.getByLabel('How many').fill('12');
  await demo.getByLabel('Of what').selectOption('oat-ball');
  await demo.getByLabel('Time').fill('9');
  await demo.getByRole('button', { name: 'Take the order' }).click();
  await expect(demo.getByText(/^That is in the past: it is 2026-06-18 /)).toBeVisible();
  await expect(demo.getByLabel('Who')).toHaveValue('Too Late');
  await demo.keyboard.press('Escape');
  await expect(demo.getByRole('row')).toHaveCount(rows);
});

test('an order is changed and cancelled, and the cancelling undone', async ({ demo }) => {
  await go(demo, '/orders');
  const ticket = demo.getByRole('button', { name: 'M-0383', exact: true });
  await ticket.click();
  await expect(ticket).toHaveAttribute('aria-current', 'true');
  await demo.keyboard.press('Enter');
  await expect(demo.getByRole('heading', { name: 'Change M-0383' })).toBeVisible();
  await demo.getByLabel('Note').fill('Ring the bell');
  await demo.getByRole('button', { name: 'Save the change' }).click();
  await expect(demo.locator('al-margin').getByText('Ring the bell')).toBeVisible();
  await demo.getByRole('button', { name: 'Cancel the order' }).click();
  const row = demo.getByRole('row', { name: /M-0383/ });
  await expect(row).toContainText('cancelled');
  await demo.getByRole('button', { name: 'Undo' }).click();
  await expect(row).toContainText('promised');
});

test('the second of two who change an order is shown what the first made of it', async ({
  demo,
  browser,
}) => {
  const other = await browser.newPage();
  await go(demo, '/orders');
  await go(other, '/orders');
  for (const page of [demo, other]) {
    await page.getByRole('button', { name: 'M-0389', exact: true }).click();
    await page.getByRole('button', { name: 'Change', exact: true }).click();
  }
  await other.getByLabel('Note').fill('Theirs first');
  await other.getByLabel('Who').fill('C. Teir and sister');
  await other.getByRole('button', { name: 'Save the change' }).click();
  await expect(demo.getByRole('row', { name: /C\. Teir and sister/ })).toBeVisible();
  await demo.getByLabel('Note').fill('Mine');
  await demo.getByRole('button', { name: 'Save the change' }).click();
  await expect(demo.getByText(/Theirs: *C\. Teir and sister/)).toBeVisible();
  await expect(demo.getByLabel('Note')).toHaveValue('Mine');
  await demo.getByRole('button', { name: 'Save the change' }).click();
  await expect(other.getByRole('row', { name: /M-0389/ })).toContainText('C. Teir');
  await other.close();
});

test('picking a day on the ruler leaves its orders, by mouse and by arrow keys', async ({ demo }) => {
  await go(demo, '/orders');
  await demo.getByRole('button', { name: /^Sun 21/ }).click();
  await expect(demo.getByRole('row', { name: /V\. Storm/ })).toBeVisible();
  await expect(demo.getByRole('row', { name: /Village hall/ })).toBeHidden();
  await demo.keyboard.press('ArrowRight');
  await expect(demo.getByRole('row', { name: /A\. Mäkelä/ })).toBeVisible();
  await expect(demo.getByRole('row', { name: /V\. Storm/ })).toBeHidden();
  await demo.getByRole('button', { name: /^Mon 15/ }).click();
  await expect(demo.getByText('No order matches.')).toBeVisible();
  await demo.keyboard.press('Escape');
  await expect(demo.getByRole('row').nth(40)).toBeVisible();
  const box = async (day: RegExp) => (await demo.getByRole('button', { name: day }).boundingBox())!;
  const [friday, sunday] = [await box(/^Fri 19/), await box(/^Sun 21/)];
  await demo.mouse.move(friday.x + 20, friday.y + 30);
  await demo.mouse.down();
  await demo.mouse.move(sunday.x + 20, sunday.y + 30, { steps: 12 });
  await demo.mouse.up();
  const days = demo.getByRole('region', { name: 'Days of the season' });
  await expect(days.getByRole('button', { pressed: true })).toHaveCount(3);
});
