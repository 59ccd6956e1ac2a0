import { randomBytes } from 'node:crypto';
import type { Order, OrderChange, OrderDraft, Overruling, SavedPlan } from '@alnage/contract';
import { inject } from 'vitest';
import type { DataSource } from 'typeorm';
import { buildApp } from '../app';
import type { App } from '../platform/http/app-type';
import { dataSource } from '../store/database';
import { LiveChannel } from '../platform/database/live';
import { PlanService } from '../work/plan/versions/plan.service';
import { WorkshopClock } from '../platform/time/workshop-clock';
import { prepareDatabase } from '../prepare-database';
import { asAdmin } from './as-admin';

/** An application on a database of its own, for one test file. */
export interface WorkshopApp {
  readonly app: App;
  readonly db: DataSource;
  readonly url: string;
  readonly live: LiveChannel;
  close(): Promise<void>;
}

/** Key of the lock under which one file makes the demo that all others copy. */
const MAKING_TEMPLATE = 7_310_401;

const server = (): string => inject('databaseUrl');

function addressOf(database: string): string {
  const url = new URL(server());
  url.pathname = `/${database}`;
  return url.href;
}

/** Makes a database that nobody else uses, empty or as a copy of another one; `drop` takes it away. */
export async function ownDatabase(template = 'template1'): Promise<{ url: string; drop(): Promise<void> }> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await asAdmin(server(), (admin) => admin.query(`create database ${name} template ${template}`));
  return {
    url: addressOf(name),
    drop: async () => {
      await asAdmin(server(), (admin) => admin.query(`drop database if exists ${name} with (force)`));
    },
  };
}

/** The database of this run with the demo in it, to be copied: planning and writing it takes seconds each time. */
async function demoTemplate(): Promise<string> {
  const name = inject('demoTemplate');
  await asAdmin(server(), async (admin) => {
    await admin.query('select pg_advisory_lock($1)', [MAKING_TEMPLATE]);
    const { rowCount } = await admin.query('select 1 from pg_database where datname = $1', [name]);
    if (rowCount === 0) {
      await admin.query(`drop database if exists ${name}_new with (force)`);
      await admin.query(`create database ${name}_new`);
      const db = await dataSource(addressOf(`${name}_new`)).initialize();
      await prepareDatabase(db, { isDemoWanted: true, now: null }, () => undefined);
      await db.destroy();
      // under its name only once it is whole
      await admin.query(`alter database ${name}_new rename to ${name}`);
    }
  });
  return name;
}

export async function openApp(
  options: {
    isDemoWanted?: boolean;
    now?: Date | null;
    url?: string;
    doesJobs?: boolean;
    planSeconds?: number;
  } = {},
): Promise<WorkshopApp> {
  const { isDemoWanted = true, doesJobs = false, now = new Date('2026-06-18T11:32:00+03:00') } = options;
  const own = options.url ? null : await ownDatabase(isDemoWanted ? await demoTemplate() : undefined);
  const url = options.url ?? own!.url;
  const db = await dataSource(url).initialize();

  await prepareDatabase(db, { isDemoWanted, now }, () => undefined);
  const live = new LiveChannel(url);
  await live.open();
  const app = await buildApp({
    ...{ db, live, clock: await WorkshopClock.load(db), webFolder: null, doesJobs },
    ...(options.planSeconds !== undefined && { planSeconds: options.planSeconds }),
  });
  return {
    app,
    db,
    url,
    live,
    close: async () => {
      await app.close();
      await live.close();
      await db.destroy();
      await own?.drop();
    },
  };
}

/** Who takes an order whatever the kitchen says: most tests are not about that. */
export const OVERRULED: Overruling = { reason: 'Not what this is about', name: 'Runa' };

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
    despiteKitchen: OVERRULED,
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

/** Changes that a plan of a test is bettered by: enough for one that meets what can be met, and no more. */
const PLAN_STEPS = 1500;

/** Plans at once, without a job. */
export function makePlan(app: App): Promise<SavedPlan> {
  return new PlanService(app.db, app.clock).make({ steps: PLAN_STEPS });
}
