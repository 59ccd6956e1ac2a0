import { PROMISED_STATES, type AllergyWaived, type OrderState } from '@alnage/contract';
import {
  contentsOfParts,
  partsLeft,
  type BoxCount,
  type OrderContents,
  type OrderParts,
  type PieceCount,
} from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { instantMs, jsonRows } from '../../platform/database/json-rows';

/** What figures need of an order, without all that is written on it. */
export interface Ordered {
  readonly id: string;
  readonly ticket: string;
  readonly state: OrderState;
  readonly pickupAt: Date;
  readonly pickupPointId: string;
  readonly createdAt: Date;
  /** Whether its place is held for a deposit. */
  readonly isHeld: boolean;
  readonly customerId: string | null;
  /** What was said with it that whoever it is for must never have, and what of that somebody took knowingly. */
  readonly allergies: readonly string[];
  readonly waived: readonly string[];
  readonly contents: OrderContents;
}

interface Row {
  readonly id: string;
  readonly ticket: string;
  readonly state: OrderState;
  readonly pickupAt: number;
  readonly pickupPointId: string;
  readonly createdAt: number;
  readonly isHeld: boolean;
  readonly customerId: string | null;
  readonly allergies: readonly string[];
  readonly waiver: AllergyWaived | null;
  readonly lines: PieceCount[] | null;
  readonly boxes: BoxCount[] | null;
  /** Parts of it that were collected. */
  readonly collected: OrderParts[] | null;
}

/** States in which somebody is to have what is ordered, or has it: what was not collected is there for whoever wants it. */
export const MET_STATES = PROMISED_STATES.filter((state) => state !== 'not-collected');

/** Orders that fit a condition over `customer_order`, in no order. */
const sought = (condition: string): string => `
  with sought as materialized (select * from customer_order where ${condition})
  select o.id, o.ticket, o.state, ${instantMs('o.pickup_at')} as "pickupAt", o.pickup_point_id as "pickupPointId",
         ${instantMs('o.created_at')} as "createdAt", o.hold_until is not null as "isHeld",
         o.customer_id as "customerId", o.allergies, o.allergy_waiver as waiver,
         l.all as lines, b.all as boxes, h.all as collected
    from sought o
    left join (select order_id, json_agg(json_build_object('piece', piece_id, 'pieces', pieces) order by position) as all
                 from order_line where order_id in (select id from sought) group by order_id) l on l.order_id = o.id
    left join (select order_id, json_agg(json_build_object('box', box_id, 'count', count, 'contents', contents)
                                         order by position) as all
                 from order_box where order_id in (select id from sought) group by order_id) b on b.order_id = o.id
    left join (select order_id, json_agg(json_build_object('boxes', boxes, 'lines', lines)) as all
                 from hand_over where order_id in (select id from sought) and undone_at is null group by order_id) h
           on h.order_id = o.id`;

const ALL = sought('true');
const SOME = sought('id = any($1::uuid[])');
const WITHIN = sought('pickup_at >= $1 and pickup_at < $2');

/** The orders in these states whose pickup lies in a span of time, by pickup and ticket. */
export async function orderedIn(
  manager: EntityManager,
  { start, end }: { readonly start: Date; readonly end: Date },
  states: readonly OrderState[],
): Promise<Ordered[]> {
  const book = await bookOf(manager.connection).read(manager);
  if (book) return sliceByPickup(book, { start, end }).filter(({ state }) => states.includes(state));
  const rows = await jsonRows<Row>(manager, WITHIN, [start, end]);
  return rows
    .map(orderedOf)
    .filter(({ state }) => states.includes(state))
    .sort(byPickup);
}

/** Of orders by pickup those of a span of time, its end not with it. */
export function sliceByPickup(
  orders: readonly Ordered[],
  { start, end }: { readonly start: Date; readonly end: Date },
): readonly Ordered[] {
  return orders.slice(placeOf(orders, start.getTime()), placeOf(orders, end.getTime()));
}

/** Where the first order stands that is collected at an instant or later. */
function placeOf(orders: readonly Ordered[], instant: number): number {
  let [from, to] = [0, orders.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (orders[middle]!.pickupAt.getTime() < instant) from = middle + 1;
    else to = middle;
  }
  return from;
}

function orderedOf({ pickupAt, createdAt, lines, boxes, collected, waiver, ...row }: Row): Ordered {
  const all = { lines: lines ?? [], boxes: boxes ?? [] };
  // of what nobody came for again, the part that somebody has is gone; the rest is there
  const isPart = row.state === 'not-collected' && collected !== null;
  return {
    id: row.id,
    ticket: row.ticket,
    state: isPart ? 'handed-over' : row.state,
    pickupAt: new Date(pickupAt),
    pickupPointId: row.pickupPointId,
    createdAt: new Date(createdAt),
    isHeld: row.isHeld,
    customerId: row.customerId,
    allergies: row.allergies,
    waived: (waiver?.clashes ?? []).flatMap(({ allergens, mayContain = [] }) => [
      ...allergens,
      ...mayContain,
    ]),
    contents: isPart ? partsTogether(all, collected) : all,
  };
}

function partsTogether(all: OrderContents, collected: readonly OrderParts[]): OrderContents {
  const left = partsLeft(all, collected);
  return contentsOfParts(all, partsLeft(all, [left]));
}

function byPickup(a: Ordered, b: Ordered): number {
  return a.pickupAt.getTime() - b.pickupAt.getTime() || (a.ticket < b.ticket ? -1 : 1);
}

/** Whether a transaction has a number yet, which it gets with its first write, and whether orders were written under it. */
const OWN = `
  pg_current_xact_id_if_assigned() is not null as "isWriting",
  exists (select 1 from customer_order where xact = pg_current_xact_id_if_assigned()::text::bigint) as "hasWritten"`;
/** What was written since a snapshot, by the number of the transaction that each row keeps, and how many there are now. */
const NEWS = `
  select pg_current_snapshot()::text as now, ${OWN}, (select count(*)::int from customer_order) as total,
         array(select id::text from customer_order
                where xact >= pg_snapshot_xmin($1::pg_snapshot)::text::bigint
                  and not pg_visible_in_snapshot(xact::text::xid8, $1::pg_snapshot)) as changed`;
const START = `select pg_current_snapshot()::text as now, ${OWN}, 0 as total, '{}'::text[] as changed`;

interface News {
  readonly now: string;
  readonly isWriting: boolean;
  readonly hasWritten: boolean;
  readonly total: number;
  readonly changed: string[];
}

/**
 * All orders as figures need them, held in memory: with thousands of them, reading all anew for each change of one would be
 * most of what a read costs. Only those are read again that were written since.
 */
class OrderBook {
  private orders: ReadonlyMap<string, Ordered> = new Map();
  private sorted: readonly Ordered[] = [];
  private snapshot: string | null = null;

  /**
   * As they are committed now; an order that did not change is the same object as before. Null within a transaction that
   * has written orders itself: what it has not committed is for nobody else.
   */
  async read(manager: EntityManager): Promise<readonly Ordered[] | null> {
    const { snapshot } = this;
    const [news] = snapshot
      ? await manager.query<[News]>(NEWS, [snapshot])
      : await manager.query<[News]>(START);
    if (news.hasWritten) return null;
    if (snapshot === null) await this.readAll(manager);
    else if (news.changed.length > 0)
      this.take(await jsonRows<Row>(manager, SOME, [news.changed]), this.orders);
    // an order that is gone leaves no row that says so
    if (snapshot !== null && this.orders.size !== news.total) await this.readAll(manager);
    return this.keep(news);
  }

  private async readAll(manager: EntityManager): Promise<void> {
    this.take(await jsonRows<Row>(manager, ALL, []), []);
  }

  private take(rows: readonly Row[], others: Iterable<[string, Ordered]>): void {
    this.orders = new Map([...others, ...rows.map((row): [string, Ordered] => [row.id, orderedOf(row)])]);
    this.sorted = [...this.orders.values()].sort(byPickup);
  }

  /** What a transaction that writes will write under its number would be taken for seen: then the snapshot stays. */
  private keep({ now, isWriting }: News): readonly Ordered[] {
    if (!isWriting) this.snapshot = now;
    return this.sorted;
  }
}

const books = new WeakMap<DataSource, OrderBook>();

function bookOf(db: DataSource): OrderBook {
  const known = books.get(db) ?? new OrderBook();
  books.set(db, known);
  return known;
}
