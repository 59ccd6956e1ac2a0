import type { PriceList } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';

/** What an order is judged against. */
export interface OrderContext {
  readonly pieces: ReadonlyMap<string, Pick<PieceEntity, 'costs'>>;
  readonly boxes: ReadonlyMap<string, Pick<BoxEntity, 'contents' | 'among' | 'priceMinor' | 'depositMinor'>>;
  readonly points: ReadonlyMap<string, PickupPointEntity>;
  readonly timeZone: string;
  readonly now: Date;
  /** Start and end of the days on which orders can be collected. */
  readonly season: { readonly start: Date; readonly end: Date };
}

export async function orderContext(manager: EntityManager, setUp: SetUp, now: Date): Promise<OrderContext> {
  const byId = <T extends { id: string }>(rows: readonly T[]): ReadonlyMap<string, T> =>
    new Map(rows.map((row) => [row.id, row]));
  return {
    pieces: byId(await manager.find(PieceEntity)),
    boxes: byId(await manager.find(BoxEntity)),
    points: byId(await manager.find(PickupPointEntity)),
    timeZone: setUp.timeZone,
    now,
    season: setUp.span,
  };
}

/** What is asked today for pieces and boxes. */
export function pricesToday({ pieces, boxes }: OrderContext): PriceList {
  return {
    piece: (id) => pieces.get(id)?.costs.priceMinor,
    box: (id) => boxes.get(id)?.priceMinor,
  };
}
