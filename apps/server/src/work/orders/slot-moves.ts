import type { Order, SlotMove } from '@alnage/contract';
import { boxesHandedOver, partsLeft, contentsOfParts } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { lockUntilCommit } from '../../platform/database/locks';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { instantOf } from '../../platform/time/workshop-time';
import { slotStart } from '../../shop/pickup/pickup-slots';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { OrderEntity } from '../../store/work/order.entity';
import { keepingInstead } from '../../week/kitchen/keeping-of-plan';
import { orderContext } from '../../week/orders/order-context';
import { pickupProblems, pointProblems } from '../../week/orders/order-rules';
import { contentsOf, orderView } from '../../week/orders/order-view';
import { SlotRoom } from '../../week/orders/slot-room';
import { lockedVersion, orderNow, told } from './order-rows';

/**
 * Takes what stands on the shelf to another hour or point: where the slot has room, and its pieces are not too old by then.
 * @throws ProblemError `order-state` where it is not on the shelf; `invalid-input` at the pickup
 */
export function moveSlot(
  { db, clock }: { readonly db: DataSource; readonly clock: Pick<WorkshopClock, 'now'> },
  { id, version, ...asked }: SlotMove & { readonly id: string },
  by: string | null,
): Promise<Order> {
  return db.transaction(async (manager) => {
    const setUp = await requireSetUp(manager);
    const now = clock.now();
    await lockUntilCommit(manager, 'promises');
    const order = await lockedVersion(manager, { id, version }, setUp.timeZone);
    if (order.state !== 'ready') throw new ProblemError('order-state', { state: order.state });
    await requireSlot(manager, setUp, { order, asked, now });
    await requireYoung(manager, setUp, { id, asked, now });
    const before = orderView(order, setUp.timeZone);
    const place = {
      pickupAt: instantOf(asked.pickup, setUp.timeZone)!,
      pickupPointId: asked.pickupPoint,
      keptUntil: null,
    };
    await manager.update(OrderEntity, { id }, { ...place, version: version + 1 });
    const after = await orderNow(manager, id, setUp.timeZone);
    return told(manager, { what: 'changed', before, after }, { at: now, by });
  });
}

async function requireSlot(
  manager: EntityManager,
  setUp: SetUp,
  { order, asked, now }: { order: OrderEntity; asked: Omit<SlotMove, 'version'>; now: Date },
): Promise<void> {
  const context = await orderContext(manager, setUp, now);
  const problems = [...pointProblems(asked, context), ...pickupProblems(asked, context)];
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
  const point = context.points.get(asked.pickupPoint)!;
  const room = await SlotRoom.load(manager, setUp, { point, changing: order.id });
  const slot = slotStart(point, asked.pickup)!;
  const contents = contentsOf(order);
  const given = order.handOvers.filter(({ undoneAt }) => undoneAt === null);
  const boxes = boxesHandedOver(contentsOfParts(contents, partsLeft(contents, given)));
  const fault = room.faultOf(slot, boxes);
  if (!fault) return;
  const left = room.boxesLeft(slot);
  const problem =
    fault === 'closed'
      ? fieldProblem('/pickup', 'slot-closed', { value: asked.pickup, nearest: null })
      : fieldProblem('/pickup', 'slot-full', { value: asked.pickup, asked: boxes, left, nearest: null });
  throw new ProblemError('invalid-input', {}, [problem]);
}

/** Held against the batches that it has: how old these would be by then. */
async function requireYoung(
  manager: EntityManager,
  setUp: SetUp,
  { id, asked, now }: { readonly id: string; readonly asked: Omit<SlotMove, 'version'>; readonly now: Date },
): Promise<void> {
  const pickupAt = instantOf(asked.pickup, setUp.timeZone)!;
  const kept = await keepingInstead(manager, setUp, { now, order: id, pickupAt, place: asked.pickupPoint });
  const old = kept.find(({ pickups }) =>
    pickups.some(({ order, verdict }) => order === id && verdict === 'too-old'),
  );
  if (!old) return;
  const problem = fieldProblem('/pickup', 'too-old-then', { value: asked.pickup, piece: old.piece });
  throw new ProblemError('invalid-input', {}, [problem]);
}
