import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';

const TAKEN = `
  select distinct coalesce(planned->>'batch', planned->>'melt') as id from run
   where horizon_start = $1 order by 1`;

/** What batches and melts of this season are called that something was done to: what is made instead is called otherwise. */
export async function takenIds(manager: EntityManager, { span }: Pick<SetUp, 'span'>): Promise<string[]> {
  const rows = await manager.query<{ id: string }[]>(TAKEN, [span.start]);
  return rows.map(({ id }) => id);
}
