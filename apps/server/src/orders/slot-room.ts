import { PROMISED_STATES } from '@alnage/contract';
import { boxesHandedOver } from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import { slotStart } from '../workshop/pickup-slots';
import type { PickupPointEntity } from '../workshop/resources.entity';
import { wallClockOf } from '../workshop/workshop-time';
import { contentsOf } from './order-view';
import { OrderEntity } from './order.entity';

/** What the slots of a pickup point still take. */
export interface SlotRoom {
  /** Boxes that a slot can still hand over; null where nobody counts them. */
  boxesLeft(slot: string): number | null;
  isClosed(slot: string): boolean;
}

/** Counts what is promised for each slot of a point, less an order that is about to change. */
export async function slotRoom(
  manager: EntityManager,
  point: PickupPointEntity,
  { timeZone, changing }: { readonly timeZone: string; readonly changing: string | null },
): Promise<SlotRoom> {
  const orders = await manager.find(OrderEntity, {
    where: { pickupPointId: point.id, state: In([...PROMISED_STATES]) },
  });
  const taken = new Map<string, number>();
  for (const order of orders.filter(({ id }) => id !== changing)) {
    const slot = slotStart(point, wallClockOf(order.pickupAt, timeZone)) ?? '';
    taken.set(slot, (taken.get(slot) ?? 0) + boxesHandedOver(contentsOf(order)));
  }
  const closed = new Set(point.closedSlots);
  return {
    boxesLeft: (slot) =>
      point.slotBoxes === null ? null : Math.max(0, point.slotBoxes - (taken.get(slot) ?? 0)),
    isClosed: (slot) => closed.has(slot),
  };
}
