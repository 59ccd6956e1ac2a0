import {
  coatingAllergens,
  dipsOf,
  minorPerGram,
  thinnedLogSd,
  tailOf,
  yieldPaOf,
  type BowlDescription,
  type Dippery,
  type PieceForm,
  type StirredIn,
} from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** A coating with what follows from its description. */
export interface WorkedCoating {
  readonly entity: CoatingEntity;
  readonly id: string;
  readonly yieldPa: number;
  readonly windowLowCelsius: number;
  readonly thinnedLogSd: number;
  readonly allergens: string[];
  readonly minorPerGram: number | null;
}

/** What decides what pieces carry: the workshop's coatings as they flow now, and its ways of dipping. */
export interface WorkedDippery extends Dippery {
  readonly coatings: readonly WorkedCoating[];
  readonly workshop: WorkshopEntity;
}

export async function loadDippery(manager: EntityManager): Promise<WorkedDippery> {
  const all = await manager.find(CoatingEntity, { order: { position: 'ASC' } });
  const workshop = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const fats = await stirredIn(manager, all);
  return { workshop, ways: workshop.ways, coatings: all.map((entity) => workedCoating(entity, all, fats)) };
}

/** The supplies that are stirred into coatings; none is asked for where none is. */
export async function stirredIn(
  manager: EntityManager,
  coatings: readonly Pick<CoatingEntity, 'thinnedWith'>[],
): Promise<SupplyEntity[]> {
  const ids = coatings.flatMap(({ thinnedWith }) => (thinnedWith ? [thinnedWith] : []));
  return ids.length > 0 ? manager.findBy(SupplyEntity, { id: In(ids) }) : [];
}

export function workedCoating(
  entity: CoatingEntity,
  all: readonly CoatingEntity[],
  fats: readonly StirredIn[],
): WorkedCoating {
  return {
    entity,
    id: entity.id,
    yieldPa: yieldPaOf(entity, all),
    thinnedLogSd: thinnedLogSd(entity, all),
    windowLowCelsius: entity.windowLowCelsius,
    allergens: coatingAllergens(entity, all, fats),
    minorPerGram: minorPerGram(entity, all),
  };
}

/** The tail that a bowl has for the workshop's pieces, in whole grams. @throws InputError */
export function tailGramsOf(
  bowl: BowlDescription,
  pieces: readonly { readonly form: PieceForm }[],
  dippery: Dippery,
): number {
  return Math.ceil(tailOf(bowl, dipsOf(pieces, dippery)));
}
