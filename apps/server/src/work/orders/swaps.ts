import type { Order, ShortPacks, SwapAsk } from '@alnage/contract';
import { DateTime } from 'luxon';
import { swappedOrder, type PricedOrder } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { lockUntilCommit } from '../../platform/database/locks';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { OrderBoxEntity, OrderEntity, OrderLineEntity } from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { orderView, pricedContentsOf } from '../../week/orders/order-view';
import { shortPacks } from '../../week/packing/short-packs';
import { lockedVersion, orderNow, told } from './order-rows';

interface Parts {
  readonly db: DataSource;
  readonly clock: Pick<WorkshopClock, 'now'>;
}

/** What of today’s and tomorrow’s orders lacks something: it is seen the evening before. */
export async function shortSoon({ db, clock }: Parts): Promise<ShortPacks> {
  const setUp = await requireSetUp(db.manager);
  const now = clock.now();
  const until = DateTime.fromJSDate(now, { zone: setUp.timeZone }).plus({ days: 1 }).endOf('day').toJSDate();
  return { until: until.toISOString(), packs: await shortPacks(db.manager, setUp, { now, until }) };
}

/**
 * Puts what is there in the place of what lacks in an order, as far as the shop’s rule offers it; its customer pays no more and is told.
 * @throws ProblemError `order-state` where it is not promised; `order-changed`; `invalid-input` for what is not offered, or more than that
 */
export function takeSwap(
  { db, clock }: Parts,
  { id, version, ...swap }: SwapAsk & { readonly id: string },
  by: string | null,
): Promise<Order> {
  return db.transaction(async (manager) => {
    const setUp = await requireSetUp(manager);
    const now = clock.now();
    // two who swap do not both have the last of it
    await lockUntilCommit(manager, 'promises');
    const order = await lockedVersion(manager, { id, version }, setUp.timeZone);
    if (order.state !== 'promised') throw new ProblemError('order-state', { state: order.state });
    const packs = await shortPacks(manager, setUp, { now, until: order.pickupAt });
    const lack = packs.find((each) => each.order === id)?.lacks.find(({ piece }) => piece === swap.from);
    requireOffered(swap, lack?.swaps ?? []);
    const before = orderView(order, setUp.timeZone);
    const { costs } = await manager.findOneByOrFail(PieceEntity, { id: swap.to });
    await keepContents(manager, id, swappedOrder(pricedContentsOf(order), swap, costs.priceMinor));
    const swaps = [...order.swaps, swap];
    await manager.update(OrderEntity, { id }, { swaps, version: version + 1 });
    const after = await orderNow(manager, id, setUp.timeZone);
    return told(manager, { what: 'changed', before, after }, { at: now, by });
  });
}

function requireOffered(
  { to, pieces }: Pick<SwapAsk, 'to' | 'pieces'>,
  offered: readonly { readonly piece: string; readonly pieces: number }[],
): void {
  const found = offered.find(({ piece }) => piece === to);
  if (!found)
    throw new ProblemError('invalid-input', {}, [
      fieldProblem('/to', 'not-allowed', { value: to, range: offered.map(({ piece }) => piece).join(', ') }),
    ]);
  if (pieces > found.pieces)
    throw new ProblemError('invalid-input', {}, [
      fieldProblem('/pieces', 'more-than-there', { value: pieces, limit: found.pieces, unit: 'pieces' }),
    ]);
}

async function keepContents(
  manager: EntityManager,
  orderId: string,
  { lines, boxes }: PricedOrder,
): Promise<void> {
  await manager.delete(OrderLineEntity, { orderId });
  await manager.delete(OrderBoxEntity, { orderId });
  await manager.insert(
    OrderLineEntity,
    lines.map(({ piece: pieceId, ...rest }, position) => ({ orderId, position, pieceId, ...rest })),
  );
  await manager.insert(
    OrderBoxEntity,
    boxes.map(({ box: boxId, contents, ...rest }, position) => ({
      ...{ orderId, position, boxId, contents: [...contents] },
      ...rest,
    })),
  );
}
