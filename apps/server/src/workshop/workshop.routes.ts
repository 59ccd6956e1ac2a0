import { Workshop } from '@alnage/contract';
import type { ObjectLiteral, EntityTarget } from 'typeorm';
import type { App } from '../app-type';
import { BowlEntity, CoatingEntity, PersonEntity, PickupPointEntity, ZoneEntity } from './resources.entity';
import { findSetUp } from './set-up';
import { WorkshopEntity } from './workshop.entity';

export function addWorkshop(app: App): void {
  const listed = <T extends ObjectLiteral>(entity: EntityTarget<T>): Promise<T[]> =>
    app.db.manager.find(entity, { order: { position: 'ASC' } as never });

  app.get(
    '/api/workshop',
    { schema: { tags: ['workshop'], response: { 200: Workshop } } },
    async (): Promise<Workshop> => {
      const workshop = await app.db.manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const setUp = await findSetUp(app.db.manager);
      const { name, timeZone, currency, isDemo } = workshop;
      return {
        name,
        timeZone,
        currency,
        isDemo,
        now: app.clock.now().toISOString(),
        season: setUp && {
          id: setUp.season.id,
          name: setUp.season.name,
          days: setUp.days.map((day) => ({
            date: day.date,
            start: day.start.toISOString(),
            end: day.end.toISOString(),
            holiday: setUp.season.holidays[day.date] ?? null,
          })),
        },
        pickupPoints: (await listed(PickupPointEntity)).map(({ id, name, journeyMinutes }) => ({
          id,
          name,
          journeyMinutes,
        })),
        people: (await listed(PersonEntity)).map(({ id, name, pace, skills }) => ({
          id,
          name,
          pace,
          skills,
        })),
        bowls: (await listed(BowlEntity)).map(({ id, name, capacityGrams, tailGrams }) => ({
          id,
          name,
          capacityGrams,
          tailGrams,
        })),
        zones: (await listed(ZoneEntity)).map(({ id, name, trays }) => ({ id, name, trays })),
        coatings: (await listed(CoatingEntity)).map((coating) => ({
          id: coating.id,
          name: coating.name,
          kind: coating.kind,
          yieldPa: coating.yieldPa,
          windowLowCelsius: coating.windowLowCelsius,
          windowHighCelsius: coating.windowHighCelsius,
          allergens: coating.allergens,
        })),
      };
    },
  );
}
