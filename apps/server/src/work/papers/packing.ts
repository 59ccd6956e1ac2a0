import type { Order, PackingOrderView, PackingView } from '@alnage/contract';
import { neverOf, packingList, piecesOfOrder, type PackingOfOrder } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { CustomerEntity } from '../../store/work/customer.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { toPack } from '../../week/kitchen/to-pack';
import { ordersFor } from './orders-for';

const MS_PER_MINUTE = 60_000;

/** What is packed for a day that is not handed over yet, by when it leaves, and what is fetched from where for it. */
export async function packingOfDay(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  day: string,
): Promise<PackingView> {
  const setUp = await requireSetUp(manager);
  const all = await ordersFor(manager, { day }, setUp.timeZone);
  const open = all.filter(({ state }) => state !== 'handed-over');
  // what is stopped is in nobody's box
  const kept = (await keepingOfPlan(manager, setUp, clock.now())).filter(({ isStopped }) => !isStopped);
  const wanted = open.map((order) => ({
    ...{ id: order.id, isPacked: order.state === 'ready', pieces: piecesOfOrder(order) },
  }));
  const { orders: packed, shelves } = packingList(wanted, kept.map(toPack));
  const customers = new Map((await manager.find(CustomerEntity)).map((each) => [each.id, each]));
  const points = new Map((await manager.find(PickupPointEntity)).map((each) => [each.id, each]));
  const boxes = new Map((await manager.find(BoxEntity)).map(({ id, name }) => [id, name]));
  return {
    orders: open.map((order, index) =>
      viewOf(order, packed[index]!, {
        never: neverOf(customers.get(order.customerId ?? '')?.allergies, order.allergies),
        point: points.get(order.pickupPoint),
        boxes,
      }),
    ),
    shelves: shelves.map(({ zone, rows }) => ({ zone, rows: [...rows] })),
  };
}

interface Known {
  readonly never: readonly string[];
  readonly point: PickupPointEntity | undefined;
  readonly boxes: ReadonlyMap<string, string>;
}

function viewOf(
  order: Order,
  { from, lacks }: PackingOfOrder,
  { never, point, boxes }: Known,
): PackingOrderView {
  const sent = point?.sending ? point.journeyMinutes * MS_PER_MINUTE : 0;
  return {
    ...{ order: order.id, ticket: order.ticket, customer: order.customer },
    leavesAt: new Date(Date.parse(order.pickupAt) - sent).toISOString(),
    ...{ isReady: order.state === 'ready', never: [...never] },
    ...{ note: order.note, giftMessage: order.giftMessage },
    boxes: order.boxes.map(({ box, count, contents }) => ({
      ...{ name: boxes.get(box) ?? box, count, contents },
    })),
    loose: order.lines.map(({ piece, pieces }) => ({ piece, pieces })),
    from: from.map((each) => ({ ...each, eatBy: new Date(each.eatBy).toISOString() })),
    lacks: [...lacks],
  };
}
