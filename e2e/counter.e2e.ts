import type { DeviceTaken, MessageView, Order, OrderPage, Workshop } from '@alnage/contract';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, go, smallTargets, test } from './workshop';

test.use({ ownDemo: 'counter', viewport: { width: 390, height: 844 }, hasTouch: true });
test.describe.configure({ mode: 'serial' });

const address = (): string => process.env['ALNAGE_E2E_DEMO']!;
const DAY = '2026-06-18';
const PICKUPS = 60;

async function ordersOfDay(page: Page): Promise<Order[]> {
  const answer = await page.request.get(`${address()}/api/orders?from=${DAY}&to=${DAY}&limit=2000`);
  return ((await answer.json()) as OrderPage).orders;
}

/** Sixty more who come this afternoon; all of it stands on the shelf. */
async function fillTheShelf(page: Page): Promise<string[]> {
  const { request } = page;
  const points = (await (await request.get(`${address()}/api/workshop`)).json()).pickupPoints as {
    id: string;
    version: number;
    closedSlots: unknown;
  }[];
  const { id, version, closedSlots: _closed, ...shop } = points.find((each) => each.id === 'shop')!;
  const opened = await request.put(`${address()}/api/points/${id}`, {
    data: { ...shop, slotBoxes: null, version },
  });
  expect(opened.ok(), await opened.text()).toBe(true);
  const tickets: string[] = [];
  const ids: string[] = [];
  for (let i = 0; i < PICKUPS; i++) {
    const hour = 14 + (i % 4);
    const taken = await request.post(`${address()}/api/orders`, {
      data: {
        ...{ customer: `Guest ${i + 1}`, lines: [{ piece: 'foam-bar', pieces: 10 }], boxes: [], note: '' },
        ...{ pickup: `${DAY}T${hour}:${i % 2 === 0 ? '00' : '30'}`, pickupPoint: 'shop', state: 'promised' },
        despiteKitchen: { reason: 'A full afternoon', name: 'Runa' },
      },
    });
    expect(taken.status(), await taken.text()).toBe(201);
    const order = (await taken.json()) as Order;
    tickets.push(order.ticket);
    ids.push(order.id);
  }
  const at = Date.parse('2026-06-18T08:00:00Z');
  const deeds = ids.map((order) => ({
    ...{ id: crypto.randomUUID(), order, at, by: null, isDone: false, despiteAllergy: null },
    deed: { kind: 'shelve' },
  }));
  const shelved = await request.post(`${address()}/api/counter/deeds`, { data: { deeds } });
  expect(shelved.ok(), await shelved.text()).toBe(true);
  return tickets;
}

const terminal = (page: Page, manner: string) =>
  page.request.put(`${address()}/api/simulated/terminal`, { data: { manner } });

/** Scans a ticket, as a scanner does: it types and presses Enter. */
async function scan(page: Page, ticket: string): Promise<void> {
  await page.getByLabel('Name, ticket or telephone').fill(ticket);
  await page.keyboard.press('Enter');
  await expect(row(page, ticket)).toHaveClass(/chosen/);
}

/** The order’s own row, not where it is told to lack something. */
const row = (page: Page, ticket: string) => page.locator('li[id^="order-"]').filter({ hasText: ticket });

let tickets: string[] = [];

test('a rush by telephone: paid in cash and by card, in part, late, at another hour, not collected', async ({
  demo,
}) => {
  test.slow();
  tickets = await fillTheShelf(demo);
  const [cash, card, part, late, later, gone] = tickets as [string, string, string, string, string, string];
  await go(demo, '/counter');
  await expect(demo.getByText(/6\d to collect · 2 collected/)).toBeVisible();
  // cash, with its change
  await scan(demo, cash);
  await row(demo, cash)
    .getByRole('button', { name: /^Take €/ })
    .click();
  await row(demo, cash).getByLabel('By').selectOption('cash');
  await row(demo, cash).getByLabel('Customer gives').fill('100');
  await expect(row(demo, cash).getByText(/^Change: €/)).toBeVisible();
  expect(await smallTargets(demo)).toEqual([]);
  await expectAccessible(demo);
  await row(demo, cash).getByRole('button', { name: 'Take it' }).click();
  await expect(row(demo, cash).getByText('to pay')).toBeHidden();
  await row(demo, cash)
    .getByRole('button', { name: `Hand over, ${cash}` })
    .click();
  await expect(row(demo, cash)).toContainText('✓ collected');
  // a card that is declined, a terminal without its plug, then one that takes it
  await scan(demo, card);
  await terminal(demo, 'declines');
  await row(demo, card)
    .getByRole('button', { name: /^Take €/ })
    .click();
  await row(demo, card).getByRole('button', { name: 'Ask the terminal' }).click();
  await expect(row(demo, card).getByText('The card was declined: nothing was taken.')).toBeVisible();
  await terminal(demo, 'unplugged');
  await row(demo, card).getByRole('button', { name: 'Ask the terminal' }).click();
  await expect(row(demo, card).getByText('The card terminal is not connected')).toBeVisible();
  await expectAccessible(demo);
  await terminal(demo, 'late');
  await row(demo, card).getByRole('button', { name: 'Ask the terminal' }).click();
  await expect(row(demo, card).getByText('The terminal waits for the card:')).toBeVisible();
  await row(demo, card).getByRole('button', { name: 'Call it off' }).click();
  await expect(row(demo, card).getByText('The card payment was called off')).toBeVisible();
  await row(demo, card).getByRole('button', { name: 'Ask the terminal' }).click();
  await expect(row(demo, card).getByText('to pay')).toBeHidden();
  await terminal(demo, 'takes');
  // a part of it, to whom, and back again
  await scan(demo, part);
  await row(demo, part).getByRole('button', { name: 'In part, or to whom' }).click();
  await row(demo, part).getByLabel('Collected by').fill('her neighbour');
  await row(demo, part).getByLabel('Foam bar').fill('4');
  await expectAccessible(demo);
  await row(demo, part).getByRole('button', { name: 'Hand over these' }).click();
  await row(demo, part).getByRole('button', { name: 'Hand it over all the same' }).click();
  await expect(row(demo, part)).toContainText('4 of 10 pieces collected');
  await row(demo, part).getByRole('button', { name: 'Not handed over after all' }).click();
  await expect(row(demo, part)).not.toContainText('pieces collected');
  // late, at another hour, not collected and back
  await scan(demo, late);
  await row(demo, late)
    .getByRole('button', { name: /^Late: keep until/ })
    .click();
  await expect(row(demo, late)).toContainText('kept until');
  await scan(demo, later);
  await row(demo, later).getByRole('button', { name: 'Another time' }).click();
  await row(demo, later).getByRole('textbox', { name: 'Time' }).fill('23:00');
  await row(demo, later).getByRole('button', { name: 'Move it there' }).click();
  await expect(row(demo, later).getByText('The shop is shut then.')).toBeVisible();
  await row(demo, later).getByRole('textbox', { name: 'Time' }).fill('17:30');
  await row(demo, later).getByRole('button', { name: 'Move it there' }).click();
  await expect(row(demo, later).locator('.when')).toContainText('17:30');
  await scan(demo, gone);
  await row(demo, gone).getByRole('button', { name: 'Not collected' }).click();
  await expect(row(demo, gone)).toContainText('Nothing was paid for it.');
  await row(demo, gone).getByRole('button', { name: 'It was not collected' }).click();
  await expect(row(demo, gone).locator('.ready')).toContainText('not collected');
  await row(demo, gone).getByRole('button', { name: 'Back on the shelf' }).click();
  await expect(row(demo, gone).locator('.ready')).toContainText('on the shelf');
});

test('ten minutes without network: what is done is kept, sent once, and nothing goes out twice', async ({
  demo,
  context,
}) => {
  const [one, two, twice] = tickets.slice(10) as [string, string, string];
  const handOver = async (ticket: string): Promise<void> => {
    await scan(demo, ticket);
    await row(demo, ticket)
      .getByRole('button', { name: `Hand over, ${ticket}` })
      .click();
    await row(demo, ticket).getByRole('button', { name: 'Hand it over all the same' }).click();
    await expect(row(demo, ticket)).toContainText('✓ collected');
  };
  await go(demo, '/counter');
  await expect(row(demo, one)).toBeVisible();
  await context.setOffline(true);
  await handOver(one);
  await scan(demo, two);
  await row(demo, two)
    .getByRole('button', { name: /^Take €/ })
    .click();
  await row(demo, two).getByLabel('By').selectOption('cash');
  await row(demo, two).getByRole('button', { name: 'Take it' }).click();
  await expect(row(demo, two).getByText('to pay')).toBeHidden();
  await handOver(twice);
  await expect(demo.getByText(/3 deeds saved on this device until the network is back/)).toBeVisible();
  await expectAccessible(demo);
  // meanwhile somebody else hands one of them over
  const other = (await ordersOfDay(demo)).find(({ ticket }) => ticket === twice)!;
  const moved = await demo.request.post(`${address()}/api/orders/${other.id}/move`, {
    data: { to: 'handed-over', version: other.version, despiteKitchen: null },
  });
  expect(moved.ok()).toBe(true);
  await context.setOffline(false);
  await expect(demo.getByText(/deeds? saved on this device/)).toBeHidden();
  const refused = demo.getByRole('alert').filter({ hasText: 'Not taken.' });
  await expect(refused).toContainText(`${twice}: handed over, `);
  await expect(refused).toContainText('The order has moved on meanwhile');
  const now = new Map((await ordersOfDay(demo)).map((order) => [order.ticket, order]));
  expect(now.get(one)).toMatchObject({ state: 'handed-over' });
  expect(now.get(one)!.handOvers).toHaveLength(1);
  expect(now.get(two)).toMatchObject({ state: 'ready', balanceMinor: 0 });
  expect(now.get(two)!.payments).toHaveLength(1);
  expect(now.get(twice)!.handOvers).toHaveLength(1);
  await refused.getByRole('button', { name: 'Dismiss' }).click();
  await expect(refused).toBeHidden();
});

test('in the middle of it something lacks and is swapped, the cool rack warms, and a batch is stopped', async ({
  demo,
}) => {
  test.slow();
  const { request } = demo;
  const orderOf = async (ticket: string): Promise<Order> =>
    (await ordersOfDay(demo)).find((each) => each.ticket === ticket)!;
  // an hour at 45 °C in the cool rack, which nobody saw: what lay there is nothing for anybody
  const sensor = { name: 'In the rack, ours', kind: 'climate', bowl: null, zone: 'rack' };
  const { token } = (await (
    await request.post(`${address()}/api/devices`, { data: sensor })
  ).json()) as DeviceTaken;
  const { now } = (await (await request.get(`${address()}/api/workshop`)).json()) as Workshop;
  const readings = Array.from({ length: 13 }, (_, index) => ({
    ...{ kind: 'celsius', value: 45 },
    at: new Date(Date.parse(now) - (12 - index) * 300_000).toISOString(),
  }));
  const headers = { authorization: `Bearer ${token}` };
  expect((await request.post(`${address()}/api/readings`, { data: { readings }, headers })).ok()).toBe(true);
  // the boatyard calls off what is made for it; by the shop’s rule that may stand for what lacks
  const boatyard = await orderOf('M-0391');
  const move = { to: 'cancelled', version: boatyard.version, despiteKitchen: null };
  expect((await request.post(`${address()}/api/orders/${boatyard.id}/move`, { data: move })).ok()).toBe(true);
  const { rules } = (await (await request.get(`${address()}/api/workshop`)).json()) as Workshop;
  const swaps = { among: 'any', priceShare: 0.42 };
  expect((await request.put(`${address()}/api/rules`, { data: { ...rules, swaps } })).ok()).toBe(true);
  const wanted = {
    ...{ customer: 'Ode', phone: '040 555 0136', lines: [{ piece: 'malt-ball', pieces: 20 }], boxes: [] },
    ...{ note: '', pickup: `${DAY}T17:00`, pickupPoint: 'shop', state: 'promised' },
    despiteKitchen: { reason: 'She rang late', name: 'Runa' },
  };
  const taken = await request.post(`${address()}/api/orders`, { data: wanted });
  const { id, ticket } = (await taken.json()) as Order;
  await go(demo, '/counter');
  const short = demo.getByRole('region', { name: 'Orders that lack something' });
  await expect(short).toContainText(`${ticket} Ode, Thu 18, 17:00: 20 malt ball lack`);
  expect(await smallTargets(demo)).toEqual([]);
  await expectAccessible(demo);
  await short.getByRole('button', { name: `Swap in ${ticket}: 20 sandwich round instead` }).click();
  await expect(short.getByText(ticket)).toBeHidden();
  await scan(demo, ticket);
  await expect(row(demo, ticket)).toContainText('Tell them: 20 sandwich round in place of malt ball.');
  await expect(row(demo, ticket).locator('.ready')).toContainText('made');
  const told = (await (await request.get(`${address()}/api/messages?order=${id}`)).json()) as MessageView[];
  expect(told.filter(({ kind }) => kind === 'swapped')).toHaveLength(1);
  await go(demo, '/counter');
  await scan(demo, 'M-0370');
  await expect(row(demo, 'M-0370').locator('.ready')).toContainText('too old');
  await expect(short).toContainText(/M-0370 .* what there is will be too old/);
  // and what is stopped goes nowhere
  const stop = { origin: { zone: 'shelf' }, reason: 'A screw is missing', name: 'Runa', isPractice: false };
  const stopped = await request.post(`${address()}/api/stops`, { data: stop });
  expect(stopped.ok(), await stopped.text()).toBe(true);
  await expect(demo.getByRole('alert').filter({ hasText: 'Stopped A screw is missing' })).toBeVisible();
  await scan(demo, 'M-0400');
  await expect(row(demo, 'M-0400').locator('.ready')).toContainText('stopped');
  await expectAccessible(demo);
});

test('the till adds up to what was taken, and the day is closed', async ({ demo }) => {
  const paid = (await ordersOfDay(demo)).flatMap(({ payments }) => payments);
  const today = paid.filter(({ at }) => at.startsWith(DAY));
  const sum = (method: string): number =>
    today.filter((each) => each.method === method).reduce((total, { amountMinor }) => total + amountMinor, 0);
  const euro = (minor: number): string => `€${(minor / 100).toFixed(2)}`;
  await go(demo, '/counter/till');
  await expect(demo.getByRole('row', { name: `Cash for orders ${euro(sum('cash'))}` })).toBeVisible();
  await expect(demo.getByRole('row', { name: `Cards for orders ${euro(sum('card'))}` })).toBeVisible();
  await demo.getByLabel('Lay in it in the morning').fill('50');
  const must = euro(5000 + sum('cash'));
  await expect(demo.getByText(must, { exact: true })).toBeVisible();
  await demo.getByLabel('Counted').fill(must.slice(1));
  await expect(demo.getByText('It is right.')).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Close the day' }).click();
  await expect(demo.getByText(/^Closed Thu 18, 11:\d\d.*It is right\./)).toBeVisible();
});
