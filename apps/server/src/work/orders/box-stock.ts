import type { OrderState } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { boxSupplies } from '../../shop/recipe-book/box-supplies';
import { drawnLots, giveBack, takeOut, type MovedBy } from '../../week/stock/drawn-lots';
import { loadBook } from '../../shop/recipe-book/load-book';
import { lockLarder } from '../../week/stock/lock-larder';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { announce } from '../../platform/database/live';
import type { OrderEntity } from '../../store/work/order.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { parcelSupplies } from '../../shop/recipe-book/parcel-supplies';

/** States of an order whose boxes are made up. */
const PACKED: readonly OrderState[] = ['ready', 'handed-over', 'not-collected'];

interface Packing {
  readonly from: OrderState;
  readonly to: OrderState;
  readonly at: Date;
  readonly by: string | null;
  readonly timeZone: string;
}

/**
 * Once an order is packed, what its boxes are made up with, and its parcel, is taken out of the larder; where it is not packed after all it
 * comes back. A cancelled order keeps its boxes, which are made up.
 */
export async function settleBoxes(
  manager: EntityManager,
  order: Pick<OrderEntity, 'id' | 'ticket' | 'boxes' | 'pickupPointId'>,
  { from, to, at, by, timeZone }: Packing,
): Promise<void> {
  const isPacked = PACKED.includes(to);
  if (isPacked ? PACKED.includes(from) : to === 'cancelled' || !PACKED.includes(from)) return;
  const point = await manager.findOneByOrFail(PickupPointEntity, { id: order.pickupPointId });
  if (order.boxes.length === 0 && !point.sending) return;
  await lockLarder(manager);
  const moved = (reason: string): MovedBy => ({ at, by, reason, orderId: order.id });
  // what was taken for it before, and may be other boxes by now
  const before = await manager.findBy(LotMoveEntity, { orderId: order.id });
  await giveBack(manager, before, moved(`${order.ticket} is not packed`));
  if (isPacked) {
    const wanted = await suppliesOf(manager, order, point);
    const drawn = await drawnLots(manager, wanted, { at, timeZone });
    await takeOut(manager, drawn, moved(`Packed, ${order.ticket}`));
  }
  await announce(manager, 'larder');
}

async function suppliesOf(
  manager: EntityManager,
  { boxes }: Pick<OrderEntity, 'boxes'>,
  point: PickupPointEntity,
) {
  const kinds = await manager.find(BoxEntity);
  const book = await loadBook(manager);
  const ofBoxes = boxes.flatMap(({ boxId, count }) =>
    boxSupplies(
      kinds.find(({ id }) => id === boxId),
      count,
      book,
    ),
  );
  return [...ofBoxes, ...parcelSupplies(point, book)];
}
