import type { DataSource } from 'typeorm';
import { loadDemo } from './edges/demo/load-demo';
import { DEMO_START } from './edges/demo/demo-workshop';
import { WorkshopClock } from './platform/time/workshop-clock';
import type { Settings } from './settings';
import { WorkshopEntity } from './store/workshop/workshop.entity';
import { EMPTY_WORKSHOP } from './shop/workshop/empty-workshop';
import { LOCKS } from './platform/database/locks';

/** Migrates, fills an empty database with the demo or an empty workshop, and sets the clock where it is asked to. */
export async function prepareDatabase(
  db: DataSource,
  settings: Pick<Settings, 'isDemoWanted' | 'now'>,
  tell: (text: string) => void,
): Promise<void> {
  const runner = db.createQueryRunner();
  await runner.query('select pg_advisory_lock($1)', [LOCKS.prepare]);
  try {
    const migrated = await db.runMigrations();
    if (migrated.length > 0) tell(`Database migrated (${migrated.length})`);
    await fillIfEmpty(db, settings, tell);
    if (settings.now) await WorkshopClock.set(db, settings.now);
  } finally {
    await runner.query('select pg_advisory_unlock($1)', [LOCKS.prepare]);
    await runner.release();
  }
}

async function fillIfEmpty(
  db: DataSource,
  settings: Pick<Settings, 'isDemoWanted'>,
  tell: (text: string) => void,
): Promise<void> {
  if (await db.getRepository(WorkshopEntity).existsBy({ id: 1 })) return;
  if (!settings.isDemoWanted) {
    await db.getRepository(WorkshopEntity).save(EMPTY_WORKSHOP);
    return;
  }
  tell('Loading the demo workshop …');
  await loadDemo(db);
  await WorkshopClock.set(db, DEMO_START);
}
