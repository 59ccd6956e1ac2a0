import type { RunRecord } from '@alnage/contract';
import type { EntityManager } from 'typeorm';

/** What the probe of a bowl said over a time: its first and last, lowest and highest; null where there is none. */
export async function celsiusBetween(
  manager: EntityManager,
  bowl: string,
  { from, to }: { readonly from: Date; readonly to: Date },
): Promise<RunRecord['celsius']> {
  const [row] = await manager.query<{ first: number | null; last: number; low: number; high: number }[]>(
    `select (array_agg(value order by at))[1] as first, (array_agg(value order by at desc))[1] as last,
       min(value) as low, max(value) as high
     from reading join device on device.id = device_id
     where device.kind = 'probe' and bowl_id = $1 and reading.kind = 'celsius' and at between $2 and $3`,
    [bowl, from, to],
  );
  return row && row.first !== null ? { ...row, first: row.first } : null;
}
