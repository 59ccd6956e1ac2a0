import { describe, expect, test } from 'vitest';
import { MIGRATIONS } from './store/migrations';
import { dataSource } from './store/database';
import { WorkshopClock } from './platform/time/workshop-clock';
import { prepareDatabase } from './prepare-database';
import { ordersOf } from './testing/ask';
import { openApp, ownDatabase, take } from './testing/workshop-app';

describe('the database', () => {
  test('after its migrations has the tables of the entities, to the column', async () => {
    const own = await ownDatabase();
    const db = await dataSource(own.url).initialize();
    await db.runMigrations();
    const drift = await db.driver.createSchemaBuilder().log();
    expect(drift.upQueries.map((query) => query.query)).toEqual([]);
    for (const _migration of MIGRATIONS) await db.undoLastMigration();
    expect(await db.query(`select tablename from pg_tables where schemaname = 'public'`)).toEqual([
      { tablename: 'migrations' },
    ]);
    await db.destroy();
    await own.drop();
  });

  test('is filled once, however many processes start on it at once', async () => {
    const own = await ownDatabase();
    const sources = await Promise.all([1, 2, 3].map(() => dataSource(own.url).initialize()));
    const wanted = { isDemoWanted: true, now: null };
    await Promise.all(sources.map((db) => prepareDatabase(db, wanted, () => undefined)));
    expect(await sources[0]!.query('select count(*)::int as n from workshop')).toEqual([{ n: 1 }]);
    expect(await sources[0]!.query('select count(*)::int as n from customer_order')).toEqual([{ n: 80 }]);
    await Promise.all(sources.map((db) => db.destroy()));
    await own.drop();
  });

  test('keeps its orders and its clock over a restart', async () => {
    const own = await ownDatabase();
    const first = await openApp({ url: own.url });
    const order = await take(first.app);
    const stoppedAt = first.app.clock.now().getTime();
    await first.close();
    const second = await openApp({ url: own.url, now: null });
    const orders = await ordersOf(second.app);
    expect(orders).toContainEqual(order);
    const gap = second.app.clock.now().getTime() - stoppedAt;
    expect(gap).toBeGreaterThanOrEqual(0);
    expect(gap).toBeLessThan(30_000);
    await second.close();
    await own.drop();
  });

  test('of a workshop without a demo goes by the machine’s own clock', async () => {
    const empty = await openApp({ isDemoWanted: false, now: null });
    const clock = await WorkshopClock.load(empty.db);
    expect(Math.abs(clock.now().getTime() - Date.now())).toBeLessThan(1000);
    await empty.close();
  });
});
