import type { EntityManager } from 'typeorm';
import { lockUntilCommit } from '../../platform/database/locks';

/** Stock moves one at a time, so that two who take the last of a lot do not both have it. */
export async function lockLarder(manager: EntityManager): Promise<void> {
  await lockUntilCommit(manager, 'larder');
}
