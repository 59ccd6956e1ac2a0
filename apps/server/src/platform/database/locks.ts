import type { EntityManager } from 'typeorm';

/** What is done by one at a time, over all processes on one database; each has a key of its own. */
export const LOCKS = {
  /** What the newest version of the plan is. */
  plan: 4310,
  /** Records of the workshop: names stay apart, and what one change makes of another is seen. */
  records: 4311,
  /** Promises: two cannot both get the last place. */
  promises: 4312,
  /** Stock: two who take the last of a lot do not both have it. */
  larder: 4313,
  /** Deeds: a work is begun once however many screens begin it. */
  bench: 4314,
  /** Who plays the simulated devices. */
  simulated: 4315,
  /** Who prepares the database. */
  prepare: 4316,
  /** Labels: a box has one that waits, however many ask for it. */
  labels: 4317,
} as const;

/** Waits until nobody else does it, and keeps it until the transaction ends. */
export async function lockUntilCommit(manager: EntityManager, what: keyof typeof LOCKS): Promise<void> {
  await manager.query('select pg_advisory_xact_lock($1)', [LOCKS[what]]);
}
