import { PROMISED_STATES, type SlotFault } from '@alnage/contract';
import { handoversOf } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { slotStart } from '../../shop/pickup/pickup-slots';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import { wallClockOf } from '../../platform/time/workshop-time';

/** Orders that are collected at one time and hand over as much each. */
interface Handover {
  readonly pickup_at: Date;
  readonly boxes: number;
  readonly has_loose: boolean;
  readonly orders: number;
  readonly is_own: boolean;
}

const HANDOVERS = `
  select pickup_at, boxes, has_loose, is_own, count(*)::int as orders
    from (select o.pickup_at, o.id is not distinct from $5::uuid as is_own,
                 (select coalesce(sum(b.count), 0)::int from order_box b where b.order_id = o.id) as boxes,
                 exists(select 1 from order_line l where l.order_id = o.id) as has_loose
            from customer_order o
           where o.pickup_point_id = $1 and o.state = any($2) and o.pickup_at >= $3 and o.pickup_at < $4) each
   group by pickup_at, boxes, has_loose, is_own`;

/** What the slots of a pickup point still take, less an order that is about to change. */
export class SlotRoom {
  private constructor(
    private readonly point: PickupPointEntity,
    private readonly taken: ReadonlyMap<string, number>,
    /** The place that the order has now: it keeps it, whatever became of the slot since. */
    private readonly own: { readonly slot: string; readonly boxes: number } | null,
  ) {}

  static async load(
    manager: EntityManager,
    { span, timeZone }: SetUp,
    { point, changing }: { readonly point: PickupPointEntity; readonly changing: string | null },
  ): Promise<SlotRoom> {
    const rows = await manager.query<Handover[]>(HANDOVERS, [
      ...[point.id, [...PROMISED_STATES], span.start, span.end],
      changing,
    ]);
    const boxesOf = ({ boxes, has_loose }: Handover): number => handoversOf(boxes, has_loose);
    const slotOf = ({ pickup_at }: Handover): string =>
      slotStart(point, wallClockOf(pickup_at, timeZone)) ?? '';
    const taken = new Map<string, number>();
    for (const row of rows.filter(({ is_own }) => !is_own))
      taken.set(slotOf(row), (taken.get(slotOf(row)) ?? 0) + row.orders * boxesOf(row));
    const own = rows.find(({ is_own }) => is_own);
    return new SlotRoom(point, taken, own ? { slot: slotOf(own), boxes: boxesOf(own) } : null);
  }

  /** Boxes that a slot can still hand over; null where nobody counts them. */
  boxesLeft(slot: string): number | null {
    const { slotBoxes } = this.point;
    return slotBoxes === null ? null : Math.max(0, slotBoxes - (this.taken.get(slot) ?? 0));
  }

  /** Why a slot does not take so many boxes; null where it does. */
  faultOf(slot: string, boxes: number): SlotFault | null {
    if (this.own?.slot === slot && boxes <= this.own.boxes) return null;
    if (this.point.closedSlots.includes(slot) && this.own?.slot !== slot) return 'closed';
    return (this.boxesLeft(slot) ?? boxes) < boxes ? 'full' : null;
  }
}
