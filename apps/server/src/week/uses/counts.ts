import type { LarderItem } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { LotEntity } from '../../store/work/lot.entity';
import { OrderEntity } from '../../store/work/order.entity';
import { pickupWithin } from '../orders/pickup-within';

/** How many orders are collected in a span of time, of whatever state; of all times where none is given. */
export function ordersBetween(
  manager: EntityManager,
  span?: { readonly start: Date; readonly end: Date },
): Promise<number> {
  return manager.countBy(OrderEntity, span ? { pickupAt: pickupWithin(span) } : {});
}

export function lotsOf(manager: EntityManager, { kind: itemKind, id: itemId }: LarderItem): Promise<number> {
  return manager.countBy(LotEntity, { itemKind, itemId });
}
