import type { Weighing } from '@alnage/contract';
import { gramsShown } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { wallClockOf } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { SeasonsBack } from '../../shop/seasons/seasons-back';
import { WeighingEntity } from '../../store/work/weighing.entity';

/** All weighings by when they were made, as they count now. */
export async function readWeighings(manager: EntityManager, now: Date): Promise<Weighing[]> {
  const show = await weighingShower(manager, now);
  const rows = await manager.find(WeighingEntity, { order: { at: 'ASC', id: 'ASC' } });
  return rows.map(show);
}

/** Shows rows as the API does, with what they show a piece and how many seasons they lie back. */
export async function weighingShower(
  manager: EntityManager,
  now: Date,
): Promise<(row: WeighingEntity) => Weighing> {
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const seasons = await SeasonsBack.load(manager, timeZone);
  return ({ pieceId, at, piece: _piece, ...row }) => ({
    ...row,
    piece: pieceId,
    at: wallClockOf(at, timeZone),
    atInstant: at.toISOString(),
    gramsPerPiece: gramsShown(row.weighed, row.pieces),
    seasonsBack: seasons.of(at, now),
  });
}
