import type { ExcursionView, KeepingNow, ZoneLog, ZoneNow } from '@alnage/contract';
import { celsiusNow, excursionsOf, pathOf, type Excursion, type ZoneCourse } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import { findSetUp } from '../../shop/seasons/set-up';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import type { LogPaper } from './zone-log-pdf';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { zoneCourses, zoneReadings } from '../../week/keeping/zone-courses';

const HOUR_MS = 3_600_000;
/** What happened in a zone is told for so long. Shop default. */
const TOLD_MS = 48 * HOUR_MS;

/** How warm each zone is and was of late, and how all that is made keeps by it. */
export async function keepingNow(manager: EntityManager, now: Date): Promise<KeepingNow> {
  const zones = await manager.find(ZoneEntity, { order: { position: 'ASC' } });
  const from = new Date(now.getTime() - TOLD_MS);
  const courseOf = await zoneCourses(manager, { from, until: now });
  const setUp = await findSetUp(manager);
  return {
    zones: zones.map(({ id }) => zoneNow(id, courseOf(id), { from, now })),
    batches: setUp ? await keepingOfPlan(manager, setUp, now) : [],
  };
}

function zoneNow(
  zone: string,
  course: ZoneCourse,
  { from, now }: { readonly from: Date; readonly now: Date },
): ZoneNow {
  const span = { from: from.getTime(), until: now.getTime() };
  return {
    ...{ zone, setCelsius: course.setCelsius, hasSensor: course.readings.length > 0 },
    nowCelsius: celsiusNow(course, now.getTime()),
    excursions: excursionsIn(zone, course, span),
  };
}

function excursionsIn(
  zone: string,
  course: ZoneCourse,
  span: { readonly from: number; readonly until: number },
): ExcursionView[] {
  const stops = pathOf([{ zone, ...span }], () => course, span.until);
  return excursionsOf(stops, course.setCelsius).map(excursionView);
}

function excursionView({ kind, from, until, celsius }: Excursion): ExcursionView {
  return { kind, from: new Date(from).toISOString(), until: new Date(until).toISOString(), celsius };
}

/** The same as it is printed. @throws ProblemError `record-not-found` */
export async function zoneLogPaper(
  manager: EntityManager,
  id: string,
  span: { readonly from: Date; readonly until: Date },
): Promise<LogPaper> {
  const log = await zoneLog(manager, id, span);
  const { name } = await manager.findOneByOrFail(ZoneEntity, { id });
  const { name: workshop, timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  return { workshop, zone: name, timeZone, log, ...span };
}

/** What a zone’s sensor said between two instants, and what was wrong. @throws ProblemError `record-not-found` */
export async function zoneLog(
  manager: EntityManager,
  id: string,
  span: { readonly from: Date; readonly until: Date },
): Promise<ZoneLog> {
  const zone = await manager.findOneBy(ZoneEntity, { id });
  if (!zone) throw new ProblemError('record-not-found', { what: 'zone', id });
  const readings = (await zoneReadings(manager, span)).get(id) ?? [];
  const course = (await zoneCourses(manager, span))(id);
  return {
    ...{ zone: id, setCelsius: zone.celsius },
    readings: readings.map(({ at, ...said }) => ({ at: at.toISOString(), ...said })),
    excursions: excursionsIn(id, course, { from: span.from.getTime(), until: span.until.getTime() }),
  };
}
