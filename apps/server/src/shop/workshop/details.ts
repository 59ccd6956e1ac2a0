import type { Details, FieldProblem } from '@alnage/contract';
import { IANAZone } from 'luxon';
import type { EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { isCountry } from '../../platform/time/holidays';
import { SeasonEntity } from '../../store/workshop/season.entity';
import type { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** Codes of the currencies that amounts can be shown in. */
const CURRENCIES: ReadonlySet<string> = new Set(Intl.supportedValuesOf('currency'));

/** What the details were before, and how many orders there are by them. */
interface Before {
  readonly before: Pick<WorkshopEntity, 'timeZone' | 'currency'>;
  readonly orders: number;
}

/** Everything that is wrong with what a workshop says of itself, field by field. */
export async function detailProblems(
  manager: EntityManager,
  details: Omit<Details, 'version'>,
  before: Before,
): Promise<FieldProblem[]> {
  const { name, season } = details;
  return [
    ...(name.trim() === '' ? [fieldProblem('/name', 'blank')] : []),
    ...clockAndMoneyProblems(details, before),
    ...placeProblems(details),
    ...(season === null || (await manager.existsBy(SeasonEntity, { id: season }))
      ? []
      : [fieldProblem('/season', 'unknown-reference', { value: season })]),
  ];
}

/** Clock and currency must be known, and stay as they are once there are orders by them. */
function clockAndMoneyProblems(
  { timeZone, currency }: Pick<Details, 'timeZone' | 'currency'>,
  { before, orders }: Before,
): FieldProblem[] {
  const isKnown = { timeZone: IANAZone.isValidZone(timeZone), currency: CURRENCIES.has(currency) };
  return [['timeZone', timeZone] as const, ['currency', currency] as const].flatMap(([field, value]) => {
    if (!isKnown[field]) return [fieldProblem(`/${field}`, 'not-allowed', { value })];
    return value !== before[field] && orders > 0
      ? [fieldProblem(`/${field}`, 'orders-there', { value, orders })]
      : [];
  });
}

function placeProblems({ country, region }: Pick<Details, 'country' | 'region'>): FieldProblem[] {
  if (country !== '' && !isCountry(country, ''))
    return [fieldProblem('/country', 'unknown-reference', { value: country })];
  return region === '' || isCountry(country, region)
    ? []
    : [fieldProblem('/region', 'unknown-reference', { value: region })];
}

export function detailsView(workshop: WorkshopEntity): Details {
  const { name, timeZone, currency, country, region, seasonId: season, detailsVersion: version } = workshop;
  const { address, labelWords } = workshop;
  return { name, timeZone, currency, country, region, season, address, labelWords, version };
}
