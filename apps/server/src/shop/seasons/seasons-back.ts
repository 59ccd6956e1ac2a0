import { SeasonEntity } from '../../store/workshop/season.entity';
import { spanOfDays } from '../../platform/time/workshop-time';
import type { EntityManager } from 'typeorm';

/**
 * How many seasons back a weighing lies: it belongs to the first season that was not over when it was made, and so
 * does today; a test before a season counts for the season to come. Nothing is back where there are no seasons.
 */
export class SeasonsBack {
  private constructor(private readonly ends: readonly Date[]) {}

  static async load(manager: EntityManager, timeZone: string): Promise<SeasonsBack> {
    const seasons = await manager.find(SeasonEntity, { order: { endsOn: 'ASC' } });
    return new SeasonsBack(seasons.map(({ startsOn, endsOn }) => spanOfDays(startsOn, endsOn, timeZone).end));
  }

  of(at: Date, now: Date): number {
    return this.seasonOf(now) - this.seasonOf(at);
  }

  private seasonOf(instant: Date): number {
    const index = this.ends.findIndex((end) => end > instant);
    return index < 0 ? this.ends.length : index;
  }
}
