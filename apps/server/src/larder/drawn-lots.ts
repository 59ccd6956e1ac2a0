import { stockCourse, type ItemAmount, type LarderItem } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { findLots, lotsThere } from './lot-view';
import { SupplyEntity } from './supply.entity';

/** What of an item is taken out of which lots, and what no lot has. */
export interface Drawn {
  readonly item: LarderItem;
  readonly taken: readonly { readonly lot: string; readonly amount: number }[];
  readonly shortAmount: number;
}

/** Which lots give what is wanted at an instant: those that are to be used first of those still in date. */
export async function drawnLots(
  manager: EntityManager,
  wanted: readonly ItemAmount[],
  { at, timeZone }: { readonly at: Date; readonly timeZone: string },
): Promise<Drawn[]> {
  const lots = await findLots(manager);
  const supplies = await manager.find(SupplyEntity);
  return wanted.map(({ item, amount }) => {
    const own = lotsThere(item, { lots, supplies, timeZone }).map((lot) => ({
      ...lot,
      usableUntil: lot.usableUntil?.getTime() ?? Infinity,
    }));
    const { taken, shortAmount } = stockCourse([{ minute: at.getTime(), amount }], own);
    return { item, taken, shortAmount };
  });
}
