import type { BatchKeeping } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { jsonRows } from '../../platform/database/json-rows';
import type { SetUp } from '../../shop/seasons/set-up';
import { batchKey, batchOfKey } from '../../week/tracing/keys';
import type { TracedRunRow } from '../../week/tracing/trace-facts';

/** Pieces of a batch in an order. */
export interface InOrder {
  readonly order: string;
  /** The batch over all seasons. */
  readonly batch: string;
  readonly pieces: number;
  /** It was written down when the order was packed. */
  readonly isPacked: boolean;
}

/** What is known of where pieces are. */
export interface KnownOfBatches {
  readonly runs: readonly TracedRunRow[];
  readonly setUp: SetUp | null;
  /** The batches of the season that is worked on. */
  readonly kept: readonly BatchKeeping[];
}

const PACKED = `
  select p.order_id as "order", sought.place::int as place, p.pieces
    from packed_from p
    join unnest($1::timestamptz[], $2::text[], $3::text[]) with ordinality as sought(start, batch, piece, place)
      on p.horizon_start = sought.start and p.batch = sought.batch and p.piece_id = sought.piece
   order by p.id`;

const PACKED_ORDERS = `select distinct order_id as id from packed_from where order_id = any($1::uuid[])`;

/** Of thousands of rows only what differs is read: which of the batches that were sought it is, counted from 1. */
interface PackedRow {
  readonly order: string;
  readonly place: number;
  readonly pieces: number;
}

/**
 * What of these batches is in which orders: as it was written down when they were packed; of those that are not, as the kitchen has it by now;
 * and of a season that is over and kept nothing of that, as the runs were sealed.
 */
export async function piecesInOrders(
  manager: EntityManager,
  keys: readonly string[],
  { runs, setUp, kept }: KnownOfBatches,
): Promise<InOrder[]> {
  const sought = keys.map(batchOfKey);
  const rows = await jsonRows<PackedRow>(manager, PACKED, [
    sought.map(({ horizonStart }) => horizonStart),
    sought.map(({ batch }) => batch),
    sought.map(({ piece }) => piece),
  ]);
  const packed = rows.map(({ order, place, pieces }): InOrder => {
    return { order, pieces, batch: keys[place - 1]!, isPacked: true };
  });
  const reached = new Set(keys);
  const others = [...plannedNow(reached, { setUp, kept }), ...sealedThen(reached, { runs, setUp })];
  const ids = [...new Set(others.map(({ order }) => order))];
  const written = await manager.query<{ id: string }[]>(PACKED_ORDERS, [ids.filter(isUuid)]);
  // what an order was packed from says more than what was planned for it
  const known = new Set(written.map(({ id }) => id));
  return [...packed, ...others.filter(({ order }) => isUuid(order) && !known.has(order))];
}

function plannedNow(
  reached: ReadonlySet<string>,
  { setUp, kept }: Pick<KnownOfBatches, 'setUp' | 'kept'>,
): InOrder[] {
  if (!setUp) return [];
  return kept.flatMap(({ batch, piece, pickups }) => {
    const key = batchKey({ horizonStart: setUp.span.start, batch, piece });
    if (!reached.has(key)) return [];
    return pickups.map(({ order, pieces }) => ({ order, batch: key, pieces, isPacked: false }));
  });
}

function sealedThen(
  reached: ReadonlySet<string>,
  { runs, setUp }: Pick<KnownOfBatches, 'runs' | 'setUp'>,
): InOrder[] {
  const seen = new Set<string>();
  return runs.flatMap(({ start, batch, product: piece, orders }) => {
    if (batch === null || orders === null || start === setUp?.span.start.getTime()) return [];
    const key = batchKey({ horizonStart: new Date(start), batch, piece });
    // each coat of a batch was sealed for the same orders
    if (!reached.has(key) || seen.has(key)) return [];
    seen.add(key);
    return orders.map(({ order, pieces }) => ({ order, batch: key, pieces, isPacked: false }));
  });
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/;

/** What nobody wants is carried by orders of other names. */
function isUuid(id: string): boolean {
  return UUID.test(id);
}
