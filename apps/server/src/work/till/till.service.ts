import type { Closing, ClosingDraft, DayTill } from '@alnage/contract';
import { drawerHolds, takingsOf, taxSums, type Takings, type TillEntry } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { jsonRows } from '../../platform/database/json-rows';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { spanOfDays } from '../../platform/time/workshop-time';
import { DayClosingEntity } from '../../store/work/day-closing.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';

interface Span {
  readonly start: Date;
  readonly end: Date;
}

/** The till of a day, as it is by what was written down. */
export async function dayTill(manager: EntityManager, day: string): Promise<DayTill> {
  const { timeZone, taxRates } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const span = spanOfDays(day, day, timeZone);
  const [orders, spare] = [await takingsIn(manager, PAYMENTS, span), await takingsIn(manager, SPARE, span)];
  const [own] = await manager.find(DayClosingEntity, { where: { day }, order: { at: 'DESC' }, take: 1 });
  const [last] = await manager.find(DayClosingEntity, { order: { at: 'DESC' }, take: 1 });
  const sold = [
    ...(await ordersSold(manager, span, timeZone)),
    { kind: 'spare' as const, grossMinor: netOf(spare) },
  ].filter(({ grossMinor }) => grossMinor !== 0);
  return {
    ...{ day, orders, spare, openCards: await openCards(manager) },
    sold: taxSums(sold.map(({ kind, grossMinor }) => ({ grossMinor, share: taxRates[kind] }))),
    floatMinor: own?.floatMinor ?? last?.floatMinor ?? 0,
    closing: own ? closingView(own) : null,
  };
}

/** Closes a day: what was counted, beside what the drawer must hold by then. Nothing is overwritten: closed again it is another. */
export function closeDay(
  { db, clock }: { readonly db: DataSource; readonly clock: Pick<WorkshopClock, 'now'> },
  draft: ClosingDraft,
  by: string | null,
): Promise<DayTill> {
  return db.transaction(async (manager) => {
    const { orders, spare } = await dayTill(manager, draft.day);
    await manager.insert(DayClosingEntity, {
      ...{ ...draft, note: draft.note.trim() },
      expectedMinor: drawerHolds(draft.floatMinor, [orders, spare]),
      ...{ at: clock.now(), by },
    });
    await announce(manager, 'orders');
    return dayTill(manager, draft.day);
  });
}

const PAYMENTS = `
  select method, kind = 'refund' as "isBack", amount_minor as "amountMinor"
    from order_payment where at >= $1 and at < $2`;
/** What was sold and taken back came in, and went out again when it was. */
const SPARE = `
  select method, false as "isBack", amount_minor as "amountMinor" from piece_move
   where kind = 'sold' and method is not null and at >= $1 and at < $2
  union all
  select method, true, amount_minor from piece_move
   where kind = 'sold' and method is not null and undone_at >= $1 and undone_at < $2`;

async function takingsIn(manager: EntityManager, query: string, { start, end }: Span): Promise<Takings> {
  return takingsOf(await jsonRows<TillEntry>(manager, query, [start, end]));
}

function netOf({ cash, card }: Takings): number {
  return cash.inMinor - cash.outMinor + card.inMinor - card.outMinor;
}

/** Orders of which the last went over the counter in a span; of older ones that is their pickup. */
async function ordersSold(manager: EntityManager, { start, end }: Span, timeZone: string) {
  const gone = `coalesce((select max(h.at) from hand_over h where h.order_id = o.id and h.undone_at is null), o.pickup_at)`;
  const rows = await readOrders(manager, {
    where: `o.state = 'handed-over' and ${gone} >= $1 and ${gone} < $2`,
    values: [start, end],
  });
  const points = await manager.find(PickupPointEntity);
  const sent = new Set(points.filter(({ sending }) => sending !== null).map(({ id }) => id));
  return rows.map((row) => ({
    kind: sent.has(row.pickupPointId) ? ('sent' as const) : ('collected' as const),
    grossMinor: orderView(row, timeZone).totalMinor,
  }));
}

function openCards(manager: EntityManager): Promise<DayTill['openCards']> {
  return jsonRows(
    manager,
    `select o.ticket, c.amount_minor as "amountMinor" from card_request c
       join customer_order o on o.id = c.order_id where c.state in ('asked', 'unanswered') order by c.at`,
    [],
  );
}

function closingView({ id: _id, at, ...closing }: DayClosingEntity): Closing {
  return { ...closing, at: at.toISOString() };
}
