import type { EntityManager } from 'typeorm';

const LARDER_LOCK = 4313;

/** Stock moves one at a time, so that two who take the last of a lot do not both have it. */
export async function lockLarder(manager: EntityManager): Promise<void> {
  await manager.query('select pg_advisory_xact_lock($1)', [LARDER_LOCK]);
}
