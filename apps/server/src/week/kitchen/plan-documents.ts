import { LRUCache } from 'lru-cache';
import type { DataSource, EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';

/** What of a version never changes once it is kept: the problem, the plan that answers it, and why lines are open. */
export type PlanDocuments = Pick<PlanEntity, 'problem' | 'plan' | 'reasons'>;

/** So many versions are held: the newest, the one that is worked by, and some that people look back at. */
const HELD_MOST = 6;
const held = new WeakMap<DataSource, LRUCache<string, PlanDocuments>>();

/** A version by what is never changed of it: another workshop’s file may bring another one of the same number. */
export type VersionMark = Pick<PlanEntity, 'version' | 'madeAt' | 'cost' | 'totalPieces' | 'ordersMark'>;

/**
 * The documents of a version, which are megabytes with thousands of orders: read and parsed once, however often it is
 * published or its pins change.
 */
export async function planDocuments(manager: EntityManager, mark: VersionMark): Promise<PlanDocuments> {
  const { version, madeAt, cost, totalPieces, ordersMark } = mark;
  const cache = cacheOf(manager.connection);
  const key = [version, madeAt.getTime(), cost, totalPieces, ordersMark].join(' ');
  const known = cache.get(key);
  if (known) return known;
  const [documents] = await manager.query<[PlanDocuments]>(
    'select problem, plan, reasons from plan where version = $1',
    [version],
  );
  cache.set(key, documents);
  return documents;
}

function cacheOf(db: DataSource): LRUCache<string, PlanDocuments> {
  const known = held.get(db);
  if (known) return known;
  const cache = new LRUCache<string, PlanDocuments>({ max: HELD_MOST });
  held.set(db, cache);
  return cache;
}
