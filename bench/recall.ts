import type { Larder, RecallView } from '@alnage/contract';
import { onWorkshop, type BenchWorkshop } from './on-workshop';

/**
 * `npm run bench -- recall`: how long it takes to follow a lot, a bowl and a person through three seasons of 500 lots, some 3,000 runs with
 * 60,000 deeds and 10,000 orders, and what a stop that is open costs the pages that ask what is stopped.
 */

const COPIES = 30;
const LOTS = 470;
const ORDERS = 10_000;
const ASKS = 15;

/** Three seasons more, each ten times the demo's runs, with their deeds and what they took. */
const GROW = [
  `create table copied as
     select r.id as old, gen_random_uuid() as id, n,
            r.horizon_start - (1 + n % 3) * interval '364 days' as start, ' ' || n as suffix
       from run r, generate_series(1, ${COPIES}) n`,
  `insert into run (id, horizon_start, work, product, kind, code, planned, plan_version, begun_at, ended_at, touched_at, sealed_at, record)
     select c.id, c.start, r.work || c.suffix, r.product, r.kind, r.code || c.suffix,
            case when r.kind = 'melt' then jsonb_set(r.planned, '{melt}', to_jsonb((r.planned->>'melt') || '-' || c.n))
                 else jsonb_set(jsonb_set(r.planned, '{batch}', to_jsonb((r.planned->>'batch') || '-' || c.n)), '{melt}',
                        case jsonb_typeof(r.planned->'melt') when 'object'
                        then (r.planned->'melt') || jsonb_build_object('id', (r.planned->'melt'->>'id') || '-' || c.n)
                        else 'null' end) end,
            r.plan_version, r.begun_at + (c.start - r.horizon_start), r.ended_at + (c.start - r.horizon_start), r.touched_at,
            r.sealed_at, case when r.record is null then null else r.record || '{"leftoverLot": null}' end
       from copied c join run r on r.id = c.old`,
  `insert into bench_event (id, run_id, at, by, deed, received_at)
     select gen_random_uuid(), c.id, e.at, e.by, e.deed, e.received_at from copied c join bench_event e on e.run_id = c.old`,
  `insert into lot (id, item_kind, item_id, code, origin, best_before, allergens, note, received_at)
     select gen_random_uuid(), l.item_kind, l.item_id, l.code || '-' || n, l.origin, null, l.allergens, '',
            l.received_at - (1 + n % 3) * interval '364 days'
       from generate_series(1, ${LOTS}) n
       join lateral (select * from lot order by received_at, code offset n % 20 limit 1) l on true`,
  `insert into lot_move (at, by, lot_id, kind, amount, reason, run_id)
     select m.at, m.by, coalesce(other.id, m.lot_id), m.kind, m.amount, m.reason, c.id
       from copied c join lot_move m on m.run_id = c.old join lot l on l.id = m.lot_id
       left join lateral (select o.id from lot o where o.item_id = l.item_id and o.code like l.code || '-%'
                           order by md5(o.id::text || c.n) limit 1) other on c.n > 2`,
  `create table sold as
     select o.id as old, gen_random_uuid() as id, n from generate_series(1, ${ORDERS}) n
       join lateral (select id from customer_order order by ticket offset n % 40 limit 1) o on true`,
  `insert into customer_order (id, ticket, customer, note, gift_message, phone, allergies, swaps, deposit_minor, pickup_at, pickup_point_id, state, version, created_at)
     select s.id, 'Z-' || s.n, o.customer || ' ' || s.n % 900, '', '', '050 ' || s.n % 900, '[]', '[]', 0,
            o.pickup_at - (1 + s.n % 3) * interval '364 days', o.pickup_point_id, 'handed-over', 1, o.created_at
       from sold s join customer_order o on o.id = s.old`,
  `insert into packed_from (order_id, horizon_start, batch, piece_id, pieces)
     select s.id, r.horizon_start, r.planned->>'batch', r.product, 6
       from sold s join lateral (
         select r.* from run r where r.kind = 'stage' and r.record is not null and r.work like '% %'
          order by md5(r.id::text || s.n) limit 2) r on true`,
  'analyze',
] as const;

async function timed<T>({ address }: BenchWorkshop, path: string): Promise<{ ms: number; body: T }> {
  const start = performance.now();
  const response = await fetch(`${address}${path}`);
  const body = (await response.json()) as T;
  if (!response.ok) throw new Error(JSON.stringify(body));
  return { ms: performance.now() - start, body };
}

async function row(workshop: BenchWorkshop, what: string, path: string): Promise<void> {
  const all: number[] = [];
  let view: RecallView | null = null;
  for (let i = 0; i < ASKS; i++) {
    const { ms, body } = await timed<RecallView>(workshop, path);
    all.push(ms);
    view = body;
  }
  const [first, rest] = [all[0]!, all.slice(1).sort((a, b) => a - b)];
  const [p50, most] = [rest[rest.length >> 1]!, rest.at(-1)!];
  const { batches, orders, lots } = view!;
  const told = [
    batches.length,
    orders.length,
    lots.length,
    Math.round(first),
    Math.round(p50),
    Math.round(most),
  ];
  console.log(`| ${[what, ...told].join(' | ')} |`);
}

await onWorkshop(async (workshop) => {
  for (const statement of GROW) await workshop.sql(statement);
  const { body } = await timed<Larder>(workshop, '/api/larder');
  const lot = body.lots.find(({ code }) => code === 'D-2214')!.id;
  console.log(
    '| from | batches | orders | lots | first, ms | p50, ms | most, ms |\n| --- | --- | --- | --- | --- | --- | --- |',
  );
  await row(workshop, 'a lot of coating', `/api/recall?lot=${lot}`);
  await row(workshop, 'a bowl, all seasons', '/api/recall?bowl=bowl-a');
  await row(workshop, 'a person, all seasons', '/api/recall?person=runa');
  await row(
    workshop,
    'a zone, an afternoon',
    '/api/recall?zone=fridge&from=2026-06-17T12:00&until=2026-06-17T18:00',
  );
  const keeping = async (): Promise<number> => {
    const all: number[] = [];
    for (let i = 0; i < 5; i++) {
      // a stop that is only practised asks nothing, but has what is kept computed anew
      await fetch(`${workshop.address}/api/stops`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ origin: { bowl: 'bowl-a' }, reason: 'x', name: 'x', isPractice: true }),
      });
      all.push((await timed(workshop, '/api/keeping')).ms);
    }
    return Math.round(all.sort((a, b) => a - b)[2]!);
  };
  const before = await keeping();
  await workshop.sql(
    `insert into stop (at, origin, reason, name, is_practice) values (now(), $1, 'Shells', 'Runa', false)`,
    [JSON.stringify({ lot })],
  );
  console.log(`Keeping, computed anew: ${before} ms, with a stop that is open ${await keeping()} ms.`);
});
