import { inPage, onWorkshop, quantile, type BenchWorkshop } from './on-workshop';
import type { Page } from '@playwright/test';

/**
 * `npm run bench -- chart`: how long Chromium runs scripts to show a piece with 2,000 weighings – all of the page, and
 * the chart’s drawing of it alone – when another piece was shown before.
 */

const WEIGHINGS = 2000;
const ROUNDS = 7;

const median = (values: readonly number[]): number => quantile(values, 0.5);

function addWeighings({ sql }: BenchWorkshop): Promise<void> {
  return sql(
    `insert into weighing (piece_id, coat, size_class, weighed, pieces, rejects, at, estimate_grams, version)
     select 'salt-twist', 'first', '',
            jsonb_build_object('kind', 'run', 'startGrams', 3000, 'addedGrams', 0, 'leftGrams', 2100 - (i * 37) % 300),
            160, i % 5, timestamptz '2026-06-01' + i * interval '10 minutes', 5.5, 1
     from generate_series(1, $1) as i`,
    [WEIGHINGS],
  );
}

async function measure(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/pieces`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const scripting = async (): Promise<number> => {
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'ScriptDuration')!.value * 1000;
  };
  const all: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.getByRole('button', { name: /Foam bar/ }).click();
    await page.waitForTimeout(600);
    const before = await scripting();
    await page.getByRole('button', { name: /Salt twist/ }).click();
    await page.getByText(/20\d\d weighings as a table/).waitFor();
    await page.waitForTimeout(600);
    all.push((await scripting()) - before);
  }
  const drawn = await page.evaluate(() =>
    performance.getEntriesByName('weighing-chart').map(({ duration }) => duration),
  );
  console.log('| weighings | scripting in all, median | largest | drawing alone, median | largest |');
  console.log('| --- | --- | --- | --- | --- |');
  const large = drawn.filter((_, index) => index % 2 === 0).slice(1);
  const cells = [median(all), Math.max(...all), median(large), Math.max(...large)];
  console.log(`| ${WEIGHINGS} | ${cells.map((ms) => `${ms.toFixed(0)} ms`).join(' | ')} |`);
}

await onWorkshop(async (workshop) => {
  await addWeighings(workshop);
  await inPage((page) => measure(page, workshop.address));
});
