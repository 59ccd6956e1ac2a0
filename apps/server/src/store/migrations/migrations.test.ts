import type { DataSource } from 'typeorm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { loadDemo } from '../../edges/demo/load-demo';
import { MIGRATIONS } from '.';
import { dataSource } from '../database';
import { ownDatabase } from '../../testing/workshop-app';

let own: Awaited<ReturnType<typeof ownDatabase>>;
let db: DataSource;
beforeAll(async () => {
  own = await ownDatabase();
  db = await dataSource(own.url).initialize();
  await db.runMigrations();
  await loadDemo(db);
});
afterAll(async () => {
  await db.destroy();
  await own.drop();
});

const rows = <T>(sql: string): Promise<T[]> => db.query(sql);

test('a workshop of the first schema comes up with its rows, its pieces and its figures', async () => {
  const ordered = () =>
    rows<{ piece: string; pieces: number }>(`
      select piece, sum(pieces)::int as pieces from (
        select piece_id as piece, pieces from order_line
        ${'order_box' in tables ? `union all select c->>'piece', b.count * (c->>'pieces')::int from order_box b, jsonb_array_elements(b.contents) c` : ''}
      ) each group by piece order by piece`);
  let tables: Record<string, true> = { order_box: true };
  const before = await ordered();
  const tails = await rows(
    `select id, measured_tail_grams from bowl where measured_tail_grams is not null order by id`,
  );
  // back to the first schema, and up again
  for (const _migration of MIGRATIONS.slice(1)) await db.undoLastMigration();
  tables = {};
  expect(await ordered()).toEqual(before);
  const thin = await rows<{ id: string; yield_pa: number }>('select id, yield_pa from coating order by id');
  await db.runMigrations();
  expect(await ordered()).toEqual(before);
  expect(
    await rows(`select id, measured_tail_grams from bowl where measured_tail_grams > 0 order by id`),
  ).toEqual(tails);
  expect(await rows('select id, measured_yield_pa as yield_pa from coating order by id')).toEqual(thin);
  const open = await rows<{ hours: unknown[] }>('select hours from pickup_point');
  // a point that had no hours takes orders all day, as it did
  expect(open.every(({ hours }) => hours.length === 7)).toBe(true);
  const unpriced = await rows('select 1 from order_line where price_minor is null');
  const dear = await rows(
    `select 1 from order_line l join piece p on p.id = l.piece_id where (p.costs->>'priceMinor') is null`,
  );
  expect(unpriced).toHaveLength(dear.length);
});
