import type { DataSource } from 'typeorm';

/** Readings are kept one by one for so long. Shop default. */
export const KEPT_ONE_BY_ONE_MS = 24 * 3_600_000;

/** Turns readings from before an instant into what each minute was, with its lowest and highest; nothing else is lost. */
export async function thinReadings(db: DataSource, before: Date): Promise<number> {
  const [row] = await db.query<{ thinned: number }[]>(
    `with old as (
       delete from reading where at < date_trunc('minute', $1::timestamptz) returning *
     ), kept as (
       insert into reading_minute as known (device_id, kind, at, count, mean, low, high)
       select device_id, kind, date_trunc('minute', at), count(*), avg(value), min(value), max(value)
       from old group by 1, 2, 3
       on conflict (device_id, kind, at) do update set
         mean = (known.mean * known.count + excluded.mean * excluded.count) / (known.count + excluded.count),
         count = known.count + excluded.count,
         low = least(known.low, excluded.low),
         high = greatest(known.high, excluded.high)
     )
     select count(*)::int as thinned from old`,
    [before],
  );
  return row!.thinned;
}
