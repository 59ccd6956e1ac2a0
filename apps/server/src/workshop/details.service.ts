import type { Details, FieldProblem } from '@alnage/contract';
import { IANAZone } from 'luxon';
import type { DataSource, EntityManager } from 'typeorm';
import { lockRecords } from '../kept/kept-records';
import { OrderEntity } from '../orders/order.entity';
import { announce } from '../plugins/live';
import { ProblemError } from '../plugins/problem-error';
import { isCountry } from '../season/holidays';
import { SeasonEntity } from './season.entity';
import { WorkshopEntity } from './workshop.entity';

/** Codes of the currencies that amounts can be shown in. */
const CURRENCIES: ReadonlySet<string> = new Set(Intl.supportedValuesOf('currency'));

/** What the workshop says of itself, changed one version at a time. */
export class DetailsService {
  constructor(private readonly db: DataSource) {}

  /** @throws ProblemError `record-changed` with the details as they are now */
  change({ version, season, ...details }: Details): Promise<Details> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      const workshop = await manager.findOneOrFail(WorkshopEntity, {
        where: { id: 1 },
        lock: { mode: 'pessimistic_write' },
      });
      if (workshop.detailsVersion !== version)
        throw new ProblemError('record-changed', { current: detailsView(workshop) });
      const problems = await detailProblems(manager, { season, ...details }, workshop);
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      Object.assign(workshop, details, {
        name: details.name.trim(),
        seasonId: season,
        detailsVersion: version + 1,
      });
      await manager.save(workshop);
      await announce(manager, 'workshop');
      return detailsView(workshop);
    });
  }
}

async function detailProblems(
  manager: EntityManager,
  details: Omit<Details, 'version'>,
  before: WorkshopEntity,
): Promise<FieldProblem[]> {
  const { name, season } = details;
  return [
    ...(name.trim() === '' ? [fault('/name', 'blank')] : []),
    ...clockAndMoneyProblems(details, before, await manager.count(OrderEntity)),
    ...placeProblems(details),
    ...(season === null || (await manager.existsBy(SeasonEntity, { id: season }))
      ? []
      : [fault('/season', 'unknown-reference', { value: season })]),
  ];
}

/** Clock and currency must be known, and stay as they are once there are orders by them. */
function clockAndMoneyProblems(
  { timeZone, currency }: Pick<Details, 'timeZone' | 'currency'>,
  before: WorkshopEntity,
  orders: number,
): FieldProblem[] {
  const isKnown = { timeZone: IANAZone.isValidZone(timeZone), currency: CURRENCIES.has(currency) };
  return [['timeZone', timeZone] as const, ['currency', currency] as const].flatMap(([field, value]) => {
    if (!isKnown[field]) return [fault(`/${field}`, 'not-allowed', { value })];
    return value !== before[field] && orders > 0
      ? [fault(`/${field}`, 'orders-there', { value, orders })]
      : [];
  });
}

function placeProblems({ country, region }: Pick<Details, 'country' | 'region'>): FieldProblem[] {
  if (country !== '' && !isCountry(country, ''))
    return [fault('/country', 'unknown-reference', { value: country })];
  return region === '' || isCountry(country, region)
    ? []
    : [fault('/region', 'unknown-reference', { value: region })];
}

function fault(
  pointer: string,
  code: FieldProblem['code'],
  params: FieldProblem['params'] = {},
): FieldProblem {
  return { pointer, code, params };
}

export function detailsView(workshop: WorkshopEntity): Details {
  const { name, timeZone, currency, country, region, seasonId: season, detailsVersion: version } = workshop;
  return { name, timeZone, currency, country, region, season, version };
}
