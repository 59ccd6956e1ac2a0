import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { daysBetween, spanOfDays, type DaySpan } from '../../platform/time/workshop-time';

/** The workshop and its season, with the season's days as instants. */
export interface SetUp {
  readonly workshop: WorkshopEntity;
  readonly timeZone: string;
  readonly season: SeasonEntity;
  readonly days: readonly DaySpan[];
  readonly span: { readonly start: Date; readonly end: Date };
}

/** The set-up, or null while there is no season. */
export async function findSetUp(manager: EntityManager): Promise<SetUp | null> {
  const workshop = await manager.findOneBy(WorkshopEntity, { id: 1 });
  const seasons = await manager.find(SeasonEntity, { order: { startsOn: 'DESC' } });
  const season = seasons.find(({ id }) => id === workshop?.seasonId) ?? seasons[0];
  if (!workshop || !season) return null;
  const days = daysBetween(season.startsOn, season.endsOn, workshop.timeZone);
  const span = spanOfDays(season.startsOn, season.endsOn, workshop.timeZone);
  return { workshop, timeZone: workshop.timeZone, season, days, span };
}

/** What a date is called, all its names together; null on any other day. */
export function holidayOn({ holidays }: Pick<SeasonEntity, 'holidays'>, date: string): string | null {
  const names = holidays.filter((each) => each.date === date).map(({ name }) => name);
  return names.length > 0 ? names.join(', ') : null;
}

/** @throws ProblemError `nothing-set-up` */
export async function requireSetUp(manager: EntityManager): Promise<SetUp> {
  const setUp = await findSetUp(manager);
  if (!setUp) throw new ProblemError('nothing-set-up');
  return setUp;
}
