import type { Workshop } from '@alnage/contract';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';
import { BoxEntity } from '../boxes/box.entity';
import { RecipeEntity } from '../larder/recipe.entity';
import { SupplyEntity } from '../larder/supply.entity';
import { PieceEntity } from '../pieces/piece.entity';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { BowlEntity } from './bowl.entity';
import { bowlView } from './bowls';
import { coatingView } from './coatings';
import { loadDippery, tailGramsOf } from './dippery';
import { mouldView } from './moulds';
import { MouldEntity, PersonEntity, PickupPointEntity, ZoneEntity } from './resources.entity';
import { pointView } from './pickup-points';
import { detailsView } from './details';
import { rulesView } from './rules';
import { SeasonEntity } from './season.entity';
import { findSetUp, holidayOn } from './set-up';
import { zoneView } from './zones';

/** The workshop as every place needs it. */
export async function workshopView(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now' | 'rate'>,
): Promise<Workshop> {
  const listed = <T extends ObjectLiteral>(entity: EntityTarget<T>): Promise<T[]> =>
    manager.find(entity, { order: { position: 'ASC' } as never });
  const dippery = await loadDippery(manager);
  const setUp = await findSetUp(manager);
  const pieces = await manager.find(PieceEntity);
  const { name, timeZone, currency, isDemo } = dippery.workshop;
  return {
    name,
    timeZone,
    currency,
    isDemo,
    now: clock.now().toISOString(),
    clockRate: clock.rate,
    season: setUp && {
      id: setUp.season.id,
      name: setUp.season.name,
      days: setUp.days.map((day) => ({
        date: day.date,
        start: day.start.toISOString(),
        end: day.end.toISOString(),
        holiday: holidayOn(setUp.season, day.date),
      })),
    },
    pickupPoints: (await listed(PickupPointEntity)).map(pointView),
    seasons: (await listed(SeasonEntity)).map(withoutPosition),
    details: detailsView(dippery.workshop),
    people: (await listed(PersonEntity)).map(withoutPosition),
    bowls: (await listed(BowlEntity)).map((bowl) => bowlView(bowl, tailGramsOf(bowl, pieces, dippery))),
    moulds: (await listed(MouldEntity)).map(mouldView),
    zones: (await listed(ZoneEntity)).map(zoneView),
    coatings: dippery.coatings.map(coatingView),
    boxes: (await listed(BoxEntity)).map(withoutPosition),
    supplies: (await listed(SupplyEntity)).map(withoutPosition) as Workshop['supplies'],
    recipes: (await listed(RecipeEntity)).map(withoutPosition),
    rules: rulesView(dippery.workshop),
  };
}

function withoutPosition<T extends { position: number }>({
  position: _position,
  ...rest
}: T): Omit<T, 'position'> {
  return rest;
}
