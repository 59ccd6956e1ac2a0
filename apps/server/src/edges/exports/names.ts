import type { Order } from '@alnage/contract';
import { majorOf, minorDigits } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PersonEntity, PickupPointEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

type NameById = ReadonlyMap<string, string>;

/** The names that exports show in place of ids. */
export interface Names {
  readonly workshop: WorkshopEntity;
  readonly pieces: NameById;
  readonly points: NameById;
  readonly people: NameById;
  readonly bowls: NameById;
  readonly coatings: NameById;
  /** 2 Twist bag, 12 Dusk berry */
  linesText(order: Pick<Order, 'lines' | 'boxes'>): string;
  /** An amount with a point, without its currency: 24.90 */
  money(minor: number): string;
}

export async function loadNames(manager: EntityManager): Promise<Names> {
  const named = (rows: readonly { readonly id: string; readonly name: string }[]): NameById =>
    new Map(rows.map(({ id, name }) => [id, name]));
  const workshop = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const pieces = named(await manager.find(PieceEntity));
  const boxes = named(await manager.find(BoxEntity));
  return {
    workshop,
    pieces,
    points: named(await manager.find(PickupPointEntity)),
    people: named(await manager.find(PersonEntity)),
    bowls: named(await manager.find(BowlEntity)),
    coatings: named(await manager.find(CoatingEntity)),
    linesText: (order) =>
      [
        ...order.boxes.map(({ box, count }) => `${count} ${boxes.get(box) ?? box}`),
        ...order.lines.map((line) => `${line.pieces} ${pieces.get(line.piece) ?? line.piece}`),
      ].join(', '),
    money: (minor) => majorOf(minor, workshop.currency).toFixed(minorDigits(workshop.currency)),
  };
}
