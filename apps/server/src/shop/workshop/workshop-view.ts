import type { Workshop } from '@alnage/contract';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { bowlView } from '../equipment/bowls';
import { coatingView } from '../coatings/coatings';
import { loadDippery, tailGramsOf } from '../dippery/dippery';
import { mouldView } from '../equipment/moulds';
import {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import { pointView } from '../pickup/pickup-points';
import { detailsView } from './details';
import { loadBook } from '../recipe-book/load-book';
import { rulesView } from './rules';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { findSetUp, holidayOn } from '../seasons/set-up';
import { zoneView } from '../equipment/zones';

/** The workshop as every place needs it, without the hour. */
export async function workshopView(manager: EntityManager): Promise<Omit<Workshop, 'now' | 'clockRate'>> {
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
    ...(await learnedOfBook(manager)),
    rules: rulesView(dippery.workshop),
  };
}

/** What came out of the recipes that somebody weighed or counted, and what was left of parts. */
async function learnedOfBook(manager: EntityManager): Promise<Pick<Workshop, 'cameOut' | 'learnedParts'>> {
  const { recipes, learnedParts = [] } = await loadBook(manager);
  return {
    cameOut: Object.fromEntries(recipes.flatMap(({ id, cameOut }) => (cameOut ? [[id, cameOut]] : []))),
    learnedParts: [...learnedParts],
  };
}

function withoutPosition<T extends { position: number }>({
  position: _position,
  ...rest
}: T): Omit<T, 'position'> {
  return rest;
}
