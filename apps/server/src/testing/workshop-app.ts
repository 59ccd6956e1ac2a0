import { randomBytes } from 'node:crypto';
import type { Order, OrderChange, OrderDraft, SavedPlan } from '@alnage/contract';
import pg from 'pg';
import { inject } from 'vitest';
import type { DataSource } from 'typeorm';
import { buildApp } from '../app';
import type { App } from '../app-type';
import { dataSource } from '../plugins/database';
import { LiveChannel } from '../plugins/live';
import { PlanService } from '../plan/plan.service';
import { WorkshopClock } from '../plugins/workshop-clock';
import { prepareDatabase } from '../prepare-database';

/** An application on a database of its own, for one test file. */
export interface WorkshopApp {
  readonly app: App;
  readonly db: DataSource;
  readonly url: string;
  close(): Promise<void>;
}

async function asAdmin(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: inject('databaseUrl') });
  await client.connect();
  await client.query(sql);
  await client.end();
}

/** Makes a database that nobody else uses; `drop` takes it away. */
export async function ownDatabase(): Promise<{ url: string; drop(): Promise<void> }> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await asAdmin(`create database ${name}`);
  const url = new URL(inject('databaseUrl'));
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => asAdmin(`drop database if exists ${name} with (force)`) };
}

export async function openApp(
  options: { isDemoWanted?: boolean; now?: Date | null; url?: string; doesJobs?: boolean } = {},
): Promise<WorkshopApp> {
  const own = options.url ? null : await ownDatabase();
  const url = options.url ?? own!.url;
  const db = await dataSource(url).initialize();
  const { isDemoWanted = true, doesJobs = false, now = new Date('2026-06-18T11:32:00+03:00') } = options;
  await prepareDatabase(db, { isDemoWanted, now }, () => undefined);
  const live = new LiveChannel(url);
  await live.open();
  const app = await buildApp({ db, live, clock: await WorkshopClock.load(db), webFolder: null, doesJobs });
  return {
    app,
    db,
    url,
    close: async () => {
      await app.close();
      await live.close();
      await db.destroy();
      await own?.drop();
    },
  };
}

/** A sound order for Friday afternoon, with what the test wants otherwise. */
export function draft(change: Partial<OrderDraft> = {}): OrderDraft {
  return {
    customer: 'I. Varg',
    lines: [{ piece: 'dusk-berry', pieces: 12 }],
    boxes: [],
    pickup: '2026-06-19T15:00',
    pickupPoint: 'shop',
    note: '',
    state: 'promised',
    despiteKitchen: true,
    ...change,
  };
}

/** The same as a change to an order of which that version was seen. */
export function change(version: number, what: Partial<OrderDraft> = {}): OrderChange {
  const { state: _state, ...rest } = draft(what);
  return { ...rest, version };
}

export async function take(app: App, change: Partial<OrderDraft> = {}): Promise<Order> {
  return (await app.inject({ method: 'POST', url: '/api/orders', payload: draft(change) })).json<Order>();
}

/** Plans at once, without a job. */
export function makePlan(app: App): Promise<SavedPlan> {
  return new PlanService(app.db, app.clock).make();
}
