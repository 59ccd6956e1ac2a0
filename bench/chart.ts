import { chromium } from '@playwright/test';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { requireBuild } from '../tools/lib/build.mjs';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { CHROMIUM_ARGUMENTS } from '../tools/lib/browser.mjs';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { requireChromium } from '../tools/lib/debian.mjs';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { startCluster } from '../tools/lib/postgres.mjs';
// @ts-expect-error the scripts are plain JavaScript, so that they run before anything is installed
import { startServer } from '../tools/lib/server.mjs';
import pg from 'pg';

/**
 * `npm run bench -- chart`: how long Chromium runs scripts to show a piece with 2,000 weighings – all of the page, and
 * the chart’s drawing of it alone – when another piece was shown before.
 */

const WEIGHINGS = 2000;
const ROUNDS = 7;

interface Cluster {
  requireDatabase(name: string): string;
  dropDatabase(name: string): void;
  stop(): void;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

async function addWeighings(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(
    `insert into weighing (piece_id, coat, size_class, weighed, pieces, rejects, at, estimate_grams, version)
     select 'salt-twist', 'first', '',
            jsonb_build_object('kind', 'run', 'startGrams', 3000, 'addedGrams', 0, 'leftGrams', 2100 - (i * 37) % 300),
            160, i % 5, timestamptz '2026-06-01' + i * interval '10 minutes', 5.5, 1
     from generate_series(1, $1) as i`,
    [WEIGHINGS],
  );
  await client.end();
}

async function measure(address: string): Promise<void> {
  const executablePath = (await requireChromium()) as string;
  const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGUMENTS as string[] });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
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
  await browser.close();
}

const cluster = (await startCluster('test')) as Cluster;
cluster.dropDatabase('bench');
requireBuild();
const url = cluster.requireDatabase('bench');
const server = (await startServer({
  DATABASE_URL: url,
  ALNAGE_PORT: '0',
  ALNAGE_NOW: '2026-06-18T11:32:00+03:00',
})) as { address: string; stop(): Promise<void> };
try {
  await addWeighings(url);
  await measure(server.address);
} finally {
  await server.stop();
  cluster.stop();
}
