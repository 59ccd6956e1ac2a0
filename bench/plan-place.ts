import type { Page } from '@playwright/test';
import { bringIn, inPage, onWorkshop, quantile } from './on-workshop';

/**
 * `npm run bench -- plan-place`: from “Re-plan” to the first drawn plan, what-if answers in the page’s worker, and frame
 * times while the plan is zoomed, panned and a batch is dragged, with hundreds of batches on the screen.
 */

const MONDAY = '2026-06-15T06:00:00+03:00';
const DAYS = ['16', '17', '18', '19', '20'];
const SMALL_BATCH = 6;

/** So many small orders over five days. */
function listOf(orders: number): string {
  const things = [
    '12 Salt twist',
    '8 Oat ball',
    '8 Rye truffle',
    '12 Dusk berry',
    '6 Foam bar',
    '12 Ridge chip',
  ];
  const lines = Array.from({ length: orders }, (_, i) => {
    const day = DAYS[Math.floor((i * DAYS.length) / orders)]!;
    const time = `${String(10 + (i % (day === '20' ? 2 : 7))).padStart(2, '0')}:${i % 2 === 0 ? '00' : '30'}`;
    return `Customer ${i},2026-06-${day},${time},The shop,"${things[i % things.length]}",`;
  });
  return ['customer,day,time,pickup point,what,note', ...lines].join('\n');
}

/** Milliseconds from a click on a button until a text is on the page, by the page’s own clock. */
function fromClickTo(page: Page, button: string, text: string): Promise<number> {
  return page.evaluate(
    ([name, wanted]) =>
      new Promise<number>((resolve) => {
        const found = [...document.querySelectorAll('button')].find(
          (each) => each.textContent!.trim() === name,
        );
        const start = performance.now();
        const look = (): void => {
          if (document.body.textContent!.includes(wanted!)) resolve(performance.now() - start);
          else requestAnimationFrame(look);
        };
        found!.click();
        look();
      }),
    [button, text],
  );
}

async function planned(page: Page): Promise<void> {
  await page.getByText(/Planned: \d+ batches/).waitFor({ timeout: 60_000 });
}

/** All days of the season at once. */
async function showAll(page: Page): Promise<void> {
  const day = (name: RegExp) => page.getByRole('button', { name }).first();
  await day(/^Mon 15/).click();
  await day(/^Mon 22/).click({ modifiers: ['Shift'] });
  const [from, to] = [await day(/^Mon 15/).boundingBox(), await day(/^Mon 22/).boundingBox()];
  await page.mouse.move(from!.x + 20, from!.y + 20);
  await page.mouse.down();
  await page.mouse.move(to!.x + 20, to!.y + 20, { steps: 8 });
  await page.mouse.up();
}

/** Milliseconds between frames while something is done. */
async function frames(page: Page, act: () => Promise<void>): Promise<readonly number[]> {
  await page.evaluate(() => {
    const all: number[] = [];
    Object.assign(window, { benchFrames: all, benchOn: true });
    let last = performance.now();
    const note = (now: number): void => {
      all.push(now - last);
      last = now;
      if ((window as unknown as { benchOn: boolean }).benchOn) requestAnimationFrame(note);
    };
    requestAnimationFrame(note);
  });
  await act();
  return page.evaluate(() => {
    Object.assign(window, { benchOn: false });
    return (window as unknown as { benchFrames: number[] }).benchFrames;
  });
}

const cells = (times: readonly number[]): string =>
  [0.5, 0.95, 1].map((share) => `${quantile(times, share).toFixed(0)} ms`).join(' | ');

console.log('| orders | batches | first plan drawn | what if, three times | the plan after 4 s, unmet |');
console.log('| --- | --- | --- | --- | --- |');
for (const orders of [150, 500])
  await onWorkshop(
    async ({ address }) => {
      await bringIn(address, listOf(orders), true);
      await inPage(async (page) => {
        await page.goto(`${address}/plan`);
        await page.getByRole('button', { name: 'Re-plan' }).waitFor();
        const first = await fromClickTo(page, 'Re-plan', 'Drawn is the best so far');
        await planned(page);
        await page.keyboard.press('w');
        const answers: number[] = [];
        for (let i = 0; i < 3; i++) {
          await page.getByRole('button', { name: 'Try it' }).waitFor();
          answers.push(await fromClickTo(page, 'Try it', 'Nothing is changed yet'));
          await page.getByRole('button', { name: 'Leave it as it is' }).click();
        }
        const saved = (await (await fetch(`${address}/api/plan`)).json()) as {
          unmetPieces: number;
          plan: { batches: unknown[] };
        };
        const told = answers.map((ms) => `${(ms / 1000).toFixed(2)} s`).join(', ');
        console.log(
          `| ${orders} | ${saved.plan.batches.length} | ${(first / 1000).toFixed(2)} s | ${told} | ${saved.unmetPieces} |`,
        );
      });
    },
    { now: MONDAY, ALNAGE_PLAN_SECONDS: '4' },
  );

await onWorkshop(
  async ({ address, sql }) => {
    await sql('update piece set max_batch_pieces = $1', [SMALL_BATCH]);
    await bringIn(address, listOf(700), true);
    await inPage(async (page) => {
      await page.goto(`${address}/plan`);
      await page.getByRole('button', { name: 'Re-plan' }).click();
      await planned(page);
      await showAll(page);
      console.log(`\n${await page.locator('canvas').first().getAttribute('aria-label')}\n`);
      console.log('| while | frame, median | p95 | longest |');
      console.log('| --- | --- | --- | --- |');
      const board = (await page.locator('.board').boundingBox())!;
      const [x, y] = [board.x + board.width / 2, board.y + board.height / 2];
      await page.mouse.move(x, y);
      const zoom = await frames(page, async () => {
        await page.keyboard.down('Control');
        for (let i = 0; i < 80; i++) await page.mouse.wheel(0, i % 40 < 20 ? -60 : 60);
        await page.keyboard.up('Control');
      });
      console.log(`| zooming by the wheel | ${cells(zoom)} |`);
      const scroll = await frames(page, async () => {
        for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? 90 : -90);
      });
      console.log(`| scrolling | ${cells(scroll)} |`);
      const grip = page.getByRole('button', { name: 'Take the batch in hand' });
      for (let i = 0; i < 300 && !(await grip.isVisible()); i++) await page.keyboard.press('ArrowDown');
      const box = (await grip.boundingBox())!;
      await page.mouse.move(box.x + 22, box.y + 22);
      await page.mouse.down();
      await page.mouse.move(box.x + 10, box.y + 22, { steps: 4 });
      await page.getByText(/It can go here|Not here/).waitFor();
      const drag = await frames(page, async () => {
        for (let i = 0; i < 120; i++)
          await page.mouse.move(box.x + 22 + 200 * Math.sin(i / 20), box.y + 22 + (i % 40));
      });
      console.log(`| dragging a batch | ${cells(drag)} |`);
      await page.keyboard.press('Escape');
      await page.mouse.up();
    });
  },
  { now: MONDAY, ALNAGE_PLAN_SECONDS: '4' },
);
