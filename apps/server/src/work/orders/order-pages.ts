import type { OrderPage, OrderQuery } from '@alnage/contract';
import { plainText } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';
import { daysBetween } from '../../platform/time/workshop-time';
import { escapedLike } from '../../platform/database/escaped-like';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';

/** So many orders are told where nobody says how many. */
const USUAL_LIMIT = 100;

/** What is searched for a word: lower case, without accents, as the core compares words. */
const PLAIN_TEXT = `lower(regexp_replace(normalize(
  o.ticket || ' ' || o.customer || ' ' || o.note || ' ' || o.phone || ' ' || coalesce(c.phone, ''), NFKD), '[\\u0300-\\u036f]', '', 'g'))`;

/** When an order leaves the shop: at its pickup, or as long before it arrives as it is on its way. */
const LEAVES = `(o.pickup_at - make_interval(mins => case when p.sending is null then 0 else p.journey_minutes end))`;

interface Found {
  readonly total: number;
  readonly index: number | null;
  readonly ids: string[];
}

/** A part of the season's orders that fit what is asked, found and counted by the database. */
export async function orderPage(manager: EntityManager, setUp: SetUp, query: OrderQuery): Promise<OrderPage> {
  const { limit = USUAL_LIMIT } = query;
  const { total, index, ids } = await foundOrders(manager, setUp, { ...query, limit });
  const read = await readOrders(manager, { where: 'o.id = any($1)', values: [ids] });
  const places = new Map(ids.map((id, place) => [id, place]));
  const orders = [...read].sort((a, b) => places.get(a.id)! - places.get(b.id)!);
  return {
    total,
    index,
    offset: index === null ? (query.offset ?? 0) : index - (index % limit),
    orders: orders.map((order) => orderView(order, setUp.timeZone)),
  };
}

/** How many fit, where the sought one is among them, and the ids of the part; looked through once. */
async function foundOrders(
  manager: EntityManager,
  setUp: SetUp,
  { find = '', offset = 0, limit, seek, ...days }: OrderQuery & { readonly limit: number },
): Promise<Found> {
  const { start, end, leavesBefore } = askedSpan(setUp, days);
  const words = find.split(/\s+/).map(plainText).filter(Boolean);
  const conditions = words.map((_word, index) => `and ${PLAIN_TEXT} like $${index + 7}`);
  const [found] = await manager.query<[Found]>(
    `with fitting as materialized (
       select o.id, (row_number() over (order by ${leavesBefore ? LEAVES : 'o.pickup_at'}, o.ticket) - 1)::int as place
         from customer_order o left join customer c on c.id = o.customer_id
              join pickup_point p on p.id = o.pickup_point_id
        where o.pickup_at >= $1 and o.pickup_at < $2
          and ($6::timestamptz is null or ${LEAVES} >= $1 and ${LEAVES} < $6) ${conditions.join(' ')}),
     part as (select coalesce((select place - place % $3::int from fitting where id = $5::uuid), $4::int) as start)
     select (select count(*)::int from fitting) as total,
            (select place from fitting where id = $5::uuid) as index,
            coalesce((select json_agg(id order by place) from fitting, part
                       where place >= start and place < start + $3::int), '[]') as ids`,
    [
      ...[start, end, limit, offset, seek ?? null, leavesBefore],
      ...words.map((word) => `%${escapedLike(word)}%`),
    ],
  );
  return found;
}

/** From when to when pickups are asked for, and before when they leave where that is asked. */
function askedSpan(
  { days, span, timeZone }: SetUp,
  { from, to, leaving = false }: Pick<OrderQuery, 'from' | 'to' | 'leaving'>,
): { readonly start: Date; readonly end: Date; readonly leavesBefore: Date | null } {
  const asked = daysBetween(from ?? days[0]!.date, to ?? days.at(-1)!.date, timeZone);
  const start = later(span.start, asked[0]?.start ?? span.end);
  const end = earlier(span.end, asked.at(-1)?.end ?? span.start);
  // what leaves by then arrives at any time after it
  return leaving ? { start, end: span.end, leavesBefore: end } : { start, end, leavesBefore: null };
}

function later(a: Date, b: Date): Date {
  return a > b ? a : b;
}

function earlier(a: Date, b: Date): Date {
  return a < b ? a : b;
}
