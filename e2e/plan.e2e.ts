import { clockStageIndex, heldAt, openPlaces, placeIn, type Planned } from '@alnage/core';
import type { Page } from '@playwright/test';
import ICAL from 'ical.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'plan' });

const address = (): string => process.env['ALNAGE_E2E_DEMO']!;
const margin = (page: Page) => page.locator('al-margin');
const grip = (page: Page) => page.getByRole('button', { name: 'Take the batch in hand' });

interface Saved extends Planned {
  readonly version: number;
  readonly pins: readonly string[];
  readonly isPublished: boolean;
  readonly horizonStart: string;
}

const planNow = async (page: Page): Promise<Saved> =>
  (await (await page.request.get(`${address()}/api/plan`)).json()) as Saved;

/** Chooses the next batch on the screen that can be taken in hand. */
async function chooseNext(page: Page): Promise<string> {
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press('ArrowDown');
    await page.waitForTimeout(50);
    if (await grip(page).isVisible()) break;
  }
  await expect(grip(page)).toBeVisible();
  const text = (await margin(page)
    .getByText(/batch \S+ ·/)
    .textContent())!;
  return /batch (\S+) /.exec(text)![1]!;
}

/** A way along a lane with less room than this may be full a minute later: the clock runs on. */
const LEAST_PLACES = 4;
/** Minutes of the demo’s days, which begin with its Monday and go by its own clock. */
const DAYS = { 'Fri 19': [4 * 1440, 5 * 1440], 'Sat 20': [5 * 1440, 6 * 1440] } as const;

/** Chooses the batch of the next two days with most room in its lane within two hours; and tells which way that is. */
async function chooseRoomy(page: Page, ways = [1, -1]): Promise<{ batch: string; way: number }> {
  const saved = await planNow(page);
  const choices = Object.entries(DAYS).flatMap(([day, [from, to]]) =>
    saved.plan.batches
      .filter(({ stages }) => stages[0]!.start >= from && stages.at(-1)!.end < to)
      .flatMap(({ id }) => ways.map((way) => ({ day, batch: id, way, room: roomOf(saved, id, way) }))),
  );
  const best = choices.sort((a, b) => b.room - a.room)[0]!;
  expect(best.room).toBeGreaterThanOrEqual(LEAST_PLACES);
  await page.getByRole('button', { name: new RegExp(`^${best.day}`) }).click();
  for (let tries = 0; tries < 60; tries++) if ((await chooseNext(page)) === best.batch) return best;
  throw new Error(`batch ${best.batch} is not among those of ${best.day}`);
}

/** Places five minutes apart along its lane that a batch could go to within two hours, later (1) or earlier (-1). */
function roomOf(saved: Saved, batchId: string, way: number): number {
  const batch = saved.plan.batches.find(({ id }) => id === batchId)!;
  const product = saved.problem.products.find(({ id }) => id === batch.product)!;
  const stage = product.stages[clockStageIndex(product)]!.id;
  const { end, melter, person } = placeIn(batch, stage, saved.plan.melts);
  const ask = { batch: batchId, stage, from: end - 120, to: end + 120, step: 5 };
  // as the page and the server judge it: with what is begun by now and what is pinned held fast
  const { problem } = heldAt(saved, saved.problem.now! + 1, { pins: saved.pins, locks: [] });
  const lane = openPlaces({ problem, plan: saved.plan }, ask).find((each) =>
    melter === undefined ? each.person === person : each.melter === melter,
  );
  const ends = (lane?.open ?? []).flatMap(([first, last]) =>
    Array.from({ length: (last - first) / 5 + 1 }, (_, i) => first + 5 * i),
  );
  return ends.filter((each) => (each - end) * way > 0).length;
}

/** Drags the chosen batch along its lane, to the right or to the left, until it is told that it can go there. */
async function dragToOpen(page: Page, way: number): Promise<void> {
  const box = (await grip(page).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 6 * way, y, { steps: 3 });
  await expect(margin(page).getByText(/^In hand: /)).toBeVisible();
  await expect(margin(page).getByText(/It can go here|Not here/)).toBeVisible({ timeout: 30_000 });
  // five minutes are hardly three pixels of a day
  for (let by = 1; by < 300; by++) {
    await page.mouse.move(x + by * way, y);
    await page.evaluate(() => new Promise(requestAnimationFrame));
    const told = await margin(page).innerText();
    if (told.includes('It can go here.') && /min (earlier|later)/.test(told)) return;
  }
  throw new Error('nowhere along its lane the batch can go');
}

test('a plan is seen to become better, is stopped, and is published', async ({ demo }) => {
  await go(demo, '/plan');
  const before = await planNow(demo);
  await demo.request.post(`${address()}/api/plan/jobs`, { data: { kind: 'plan', seconds: 60 } });
  await expect(demo.getByText('Shown is the best so far')).toBeVisible();
  await expect(demo.getByText(/pieces .* old at pickup, .* melted and not dipped/)).toBeVisible();
  await expectAccessible(demo);
  await demo.getByRole('button', { name: 'Stop, keep the best' }).click();
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  expect((await planNow(demo)).version).toBe(before.version + 1);
  await expect(demo.getByText(`Version ${before.version + 1} is not published`)).toBeVisible();
  await demo.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(demo.getByText(`Version ${before.version + 1} is published`)).toBeVisible();
  await expect(demo.getByText('is not published')).toBeHidden();
});

test('a batch is dragged to a place that lights up, and stays there in the next plan', async ({ demo }) => {
  await go(demo, '/plan');
  const before = await planNow(demo);
  const { batch, way } = await chooseRoomy(demo);
  await dragToOpen(demo, way);
  await demo.mouse.up();
  await expect(demo.getByText(`Batch ${batch} is moved and pinned`)).toBeVisible();
  const moved = await planNow(demo);
  expect(moved.pins).toContain(batch);
  const tasks = (saved: Saved) => saved.plan.batches.find(({ id }) => id === batch)!.stages;
  expect(tasks(moved)).not.toEqual(tasks(before));

  await demo.keyboard.press('p');
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  const planned = await planNow(demo);
  expect(planned.version).toBe(moved.version + 1);
  expect(planned.pins).toContain(batch);
  // the bench has taught other paces since the demo was planned: what does not fit round the dip any more moves, it does not
  const dip = (saved: Saved) => {
    const { product, stages } = saved.plan.batches.find(({ id }) => id === batch)!;
    const { person, end } =
      stages[clockStageIndex(saved.problem.products.find(({ id }) => id === product)!)]!;
    return { person, end };
  };
  expect(dip(planned)).toEqual(dip(moved));
  await demo.request.post(`${address()}/api/plan/holds`, {
    data: { version: planned.version, hold: { batch }, isHeld: false },
  });
});

test('all of it by keyboard: carried, refused with the rule and the nearest place, put there, undone', async ({
  demo,
}) => {
  await go(demo, '/plan');
  // a place that is nearer to the night than its own
  const { batch } = await chooseRoomy(demo, [-1]);
  await demo.keyboard.press('m');
  await expect(margin(demo).getByText(/^In hand: /)).toBeVisible();
  await expect(margin(demo).getByText(/It can go here|Not here/)).toBeVisible();
  // into the night, when nobody is there
  const refused = margin(demo).getByText(/^Not here: /);
  for (let i = 0; i < 10 || (i < 40 && !(await refused.isVisible())); i++) {
    await demo.keyboard.press('Shift+ArrowLeft');
    await demo.waitForTimeout(100);
  }
  await expect(refused).toBeVisible();
  await demo.keyboard.press('Enter');
  await expect(margin(demo).getByText('It stays where it was')).toBeVisible();
  await expect(margin(demo).getByText(/^It cannot go there: /)).toBeVisible();
  // tried place by place: seconds on a machine that does other things
  await expect(margin(demo).getByText(/^Nearest free: .*(earlier|later)/)).toBeVisible({ timeout: 30_000 });
  await expectAccessible(demo);
  await margin(demo).getByRole('button', { name: 'Put it there' }).click();
  const notice = demo.getByText(`Batch ${batch} is moved and pinned`);
  await expect(notice).toBeVisible();
  const moved = await planNow(demo);
  await demo.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await planNow(demo)).version).toBe(moved.version + 1);
  expect((await planNow(demo)).pins).not.toContain(batch);
});

test('of two who drag the same batch the second is told, and sees what the first did', async ({
  demo,
  browser,
}) => {
  await go(demo, '/plan');
  const { version, plan } = await planNow(demo);
  // the other window still shows the version before: its event is on the way
  const other = await browser.newPage();
  await go(other, '/plan');
  await other.route('**/api/events', (route) => route.abort());
  // where it lies already is room for it, however full the week; what has begun is not moved
  const latest = plan.batches.toSorted((a, b) => b.stages[0]!.start - a.stages[0]!.start)[0]!;
  const { stage, end } = latest.stages.at(-1)!;
  const moved = () =>
    demo.request.post(`${address()}/api/plan/edits`, {
      data: { version, edit: { kind: 'move', batch: latest.id, to: { stage, end }, mayMoveOthers: false } },
    });
  const first = await moved();
  expect(first.status(), await first.text()).toBe(201);
  const second = await moved();
  expect(await second.json()).toMatchObject({ code: 'plan-changed', params: { version: version + 1 } });
  await expect(demo.getByText(`Version ${version + 1} is not published`)).toBeVisible();
  await demo.keyboard.press('v');
  const versions = demo.getByRole('region', { name: 'Versions of the plan' });
  await versions.getByRole('button', { name: 'Compare' }).first().click();
  await expect(versions.getByRole('columnheader', { name: `version ${version}` })).toBeVisible();
  await expect(versions.getByRole('row', { name: /^Work/ })).toBeVisible();
  await expect(demo.getByText(`Shown: Version ${version}.`)).toBeVisible();
  await expectAccessible(demo);
  await versions.getByRole('button', { name: 'Go back' }).first().click();
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  expect((await planNow(demo)).version).toBe(version + 2);
  await other.close();
});

test('a what-if with one more bowl tells what it would come to and leaves all as it was; with a yes it is done', async ({
  demo,
}) => {
  await go(demo, '/plan');
  const { version } = await planNow(demo);
  await demo.keyboard.press('w');
  const panel = demo.getByRole('region', { name: 'What if' });
  await panel.getByLabel('What', { exact: true }).selectOption('One more bowl');
  await panel.getByRole('button', { name: 'Try it' }).click();
  await expect(panel.getByText('one more bowl like Bowl A')).toBeVisible();
  await expect(panel.getByRole('row', { name: /^Melted and not dipped/ })).toContainText(/[\d,]+/);
  await expect(demo.getByText('Shown: What if.')).toBeVisible();
  await expectAccessible(demo);
  await panel.getByRole('button', { name: 'Discard' }).click();
  await expect(demo.getByText('Shown: What if.')).toBeHidden();
  expect((await planNow(demo)).version).toBe(version);

  await panel.getByLabel('What', { exact: true }).selectOption('Trays, more or fewer');
  await panel.getByLabel('More trays').fill('2');
  await panel.getByRole('button', { name: 'Try it' }).click();
  await panel.getByRole('button', { name: 'Do it, and mend the plan' }).click();
  await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  const workshop = (await (await demo.request.get(`${address()}/api/workshop`)).json()) as {
    zones: { id: string; trays: number }[];
  };
  expect(workshop.zones.find(({ id }) => id === 'fridge')!.trays).toBe(50);
  expect((await planNow(demo)).version).toBe(version + 1);
});

test('the season finds out what would help, and hands it over to be tried', async ({ demo }) => {
  await go(demo, '/season');
  await margin(demo).getByRole('button', { name: 'Find out' }).click();
  await expect(margin(demo).getByText(/Each was tried by planning|None of these helps/)).toBeVisible({
    timeout: 60_000,
  });
  const tried = margin(demo).getByRole('link', { name: /^Try: / });
  if ((await tried.count()) === 0) return;
  await tried.first().click();
  await expect(demo.getByRole('region', { name: 'What if' })).toBeVisible();
  await expect(demo.getByText('Shown: What if.')).toBeVisible();
});

test('the run sheet is a PDF that says what the plan says, and the calendar follows what is published', async ({
  demo,
}) => {
  await go(demo, '/plan');
  await demo.getByRole('button', { name: /^Fri 19/ }).click();
  await demo.getByText('Hands, bowls and run sheets').click();
  const link = demo.getByRole('link', { name: 'Run sheet of Runa' });
  const sheet = await demo.request.get(address() + (await link.getAttribute('href'))!);
  expect(sheet.headers()['content-type']).toBe('application/pdf');
  const pdf = await getDocument({ data: new Uint8Array(await sheet.body()) }).promise;
  const { items } = await (await pdf.getPage(1)).getTextContent();
  const text = items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ')
    .replace(/\s+/g, ' ');
  expect(text).toContain('Runa');
  expect(text).toContain('Friday 19 June');

  const { token } = (await (await demo.request.post(`${address()}/api/feed`)).json()) as { token: string };
  const events = async (): Promise<number[]> => {
    const feed = await (await demo.request.get(`${address()}/api/feeds/${token}/kitchen`)).text();
    const calendar = new ICAL.Component(ICAL.parse(feed) as unknown[]);
    return calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each).sequence);
  };
  const draft = await planNow(demo);
  if (draft.isPublished) {
    await demo.keyboard.press('p');
    await expect(demo.getByText(/Planned: \d+ batches/)).toBeVisible();
  }
  const { version } = await planNow(demo);
  expect(new Set(await events()).has(version)).toBe(false);
  await demo.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(demo.getByText(`Version ${version} is published`)).toBeVisible();
  expect(new Set(await events())).toEqual(new Set([version]));
  await demo.request.delete(`${address()}/api/feed`);
});
