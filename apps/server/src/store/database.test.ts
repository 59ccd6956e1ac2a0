import type { Pool, PoolClient } from 'pg';
import { expect, inject, test } from 'vitest';
import { dataSource } from './database';

test('a connection that is cut while it is handed out ends nothing, and the next one is sound', async () => {
  const db = await dataSource(inject('databaseUrl')).initialize();
  const { master: pool } = db.driver as unknown as { master: Pool };
  await new Promise<void>((resolve, reject) => {
    // in the pool's own callback: whoever waits for the promise does not listen yet
    pool.connect((error: Error | undefined, client: PoolClient | undefined, release) => {
      if (!client) return reject(error!);
      expect(() => client.emit('error', new Error('terminating connection'))).not.toThrow();
      release(true);
      resolve();
    });
  });
  expect(await db.query('select 1 as one')).toEqual([{ one: 1 }]);
  await db.destroy();
});
