import { chromium, type Page } from '@playwright/test';
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

interface Cluster {
  requireDatabase(name: string): string;
  dropDatabase(name: string): void;
  stop(): void;
}

/** A demo workshop that is served from a database of its own. */
export interface BenchWorkshop {
  readonly address: string;
  /** The server's process. */
  readonly pid: number;
  /** Runs a statement on its database. */
  sql(text: string, values?: readonly unknown[]): Promise<void>;
}

/** Runs a measurement on a fresh demo workshop, which ends with it. */
export async function onWorkshop(
  measure: (workshop: BenchWorkshop) => Promise<void>,
  { now = '2026-06-18T11:32:00+03:00', ...env }: Readonly<Record<string, string>> = {},
): Promise<void> {
  const cluster = (await startCluster('test')) as Cluster;
  cluster.dropDatabase('bench');
  await requireBuild();
  const url = cluster.requireDatabase('bench');
  const server = (await startServer({ DATABASE_URL: url, ALNAGE_PORT: '0', ALNAGE_NOW: now, ...env })) as {
    address: string;
    pid: number;
    stop(): Promise<void>;
  };
  const sql = async (text: string, values: readonly unknown[] = []): Promise<void> => {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    await client.query(text, [...values]);
    await client.end();
  };
  try {
    await measure({ address: server.address, pid: server.pid, sql });
  } finally {
    await server.stop();
    cluster.stop();
  }
}

/** Runs a measurement in a page of Chromium without a monitor. */
export async function inPage(measure: (page: Page) => Promise<void>): Promise<void> {
  const executablePath = (await requireChromium()) as string;
  const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGUMENTS as string[] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // what is compiled on the way names its functions by this, which a page does not know
    await page.addInitScript('globalThis.__name = (named) => named');
    await measure(page);
  } finally {
    await browser.close();
  }
}

/** Brings a list of orders into a workshop, or only looks at it. */
export async function bringIn(address: string, text: string, isWanted: boolean): Promise<unknown> {
  const response = await fetch(`${address}/api/imports/orders`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text, mapping: null, isWanted }),
  });
  if (!response.ok) throw new Error(await response.text());
  return response.json();
}

/** The value that a share of the values is not above. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.max(0, Math.ceil(sorted.length * share) - 1)]!;
}
