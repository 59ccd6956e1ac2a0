import type { OrderState } from '@alnage/contract';
import type { BoxCount, OrderContents, PieceCount } from '@alnage/core';
import type { EntityManager } from 'typeorm';

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
  readonly contents: OrderContents;
}

interface Row {
  readonly id: string;
  readonly ticket: string;
  readonly state: OrderState;
  readonly pickup_at: Date;
  readonly pickup_point_id: string;
  readonly created_at: Date;
  readonly is_held: boolean;
  readonly lines: PieceCount[];
  readonly boxes: BoxCount[];
}

/** The orders in these states whose pickup lies in a span of time, by pickup and ticket. */
export async function orderedIn(
  manager: EntityManager,
  { start, end }: { readonly start: Date; readonly end: Date },
  states: readonly OrderState[],
): Promise<Ordered[]> {
  const rows = await manager.query<Row[]>(
    `select o.id, o.ticket, o.state, o.pickup_at, o.pickup_point_id, o.created_at,
            o.hold_until is not null as is_held,
            coalesce((select json_agg(json_build_object('piece', l.piece_id, 'pieces', l.pieces) order by l.position)
                        from order_line l where l.order_id = o.id), '[]') as lines,
            coalesce((select json_agg(json_build_object('box', b.box_id, 'count', b.count, 'contents', b.contents)
                                      order by b.position)
                        from order_box b where b.order_id = o.id), '[]') as boxes
       from customer_order o
      where o.state = any($1) and o.pickup_at >= $2 and o.pickup_at < $3
      order by o.pickup_at, o.ticket`,
    [[...states], start, end],
  );
  return rows.map(({ id, ticket, state, lines, boxes, ...row }) => ({
    id,
    ticket,
    state,
    pickupAt: row.pickup_at,
    pickupPointId: row.pickup_point_id,
    createdAt: row.created_at,
    isHeld: row.is_held,
    contents: { lines, boxes },
  }));
}
