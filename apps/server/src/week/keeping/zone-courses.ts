import type { ZoneCourse } from '@alnage/core';
import { IsNull, Not, type EntityManager } from 'typeorm';
import { DeviceEntity } from '../../store/work/device.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';

/** What a sensor said in five minutes. */
export interface ZoneReading {
  readonly at: Date;
  readonly mean: number;
  readonly low: number;
  readonly high: number;
}

/** Mean, lowest and highest of each five minutes since an instant, of all that measure a climate. */
const FIVE_MINUTES = `
  select device_id as "deviceId", to_timestamp(floor(extract(epoch from at) / 300) * 300) as at,
         sum(mean * count) / sum(count) as mean, min(low) as low, max(high) as high
  from (
    select device_id, at, mean, low, high, count from reading_minute
      where kind = 'celsius' and device_id = any($1) and at >= $2 and at < $3
    union all
    select device_id, at, value, value, value, 1 from reading
      where kind = 'celsius' and device_id = any($1) and at >= $2 and at < $3
  ) as said group by 1, 2 order by 2`;

/** What was said of each zone’s warmth between two instants. */
export async function zoneReadings(
  manager: EntityManager,
  { from, until }: { readonly from: Date; readonly until: Date },
): Promise<ReadonlyMap<string, readonly ZoneReading[]>> {
  const devices = await manager.findBy(DeviceEntity, { kind: 'climate', zoneId: Not(IsNull()) });
  const rows = await manager.query<(ZoneReading & { readonly deviceId: string })[]>(FIVE_MINUTES, [
    devices.map(({ id }) => id),
    from,
    until,
  ]);
  const zones = [...new Set(devices.map(({ zoneId }) => zoneId!))];
  return new Map(
    zones.map((zone) => {
      const ids = new Set(devices.filter(({ zoneId }) => zoneId === zone).map(({ id }) => id));
      return [zone, warmestOf(rows.filter(({ deviceId }) => ids.has(deviceId)))];
    }),
  );
}

/** Of several sensors in a zone the warmest counts. */
function warmestOf(rows: readonly ZoneReading[]): ZoneReading[] {
  const all = new Map<number, ZoneReading>();
  for (const { at, mean, low, high } of rows) {
    const known = all.get(at.getTime()) ?? { mean, low, high };
    const warmest = {
      ...{
        mean: Math.max(mean, known.mean),
        low: Math.min(low, known.low),
        high: Math.max(high, known.high),
      },
    };
    all.set(at.getTime(), { at, ...warmest });
  }
  return [...all.values()];
}

/** In somebody's hands: the shop's hours are meant with the handling that a piece needs, so that nothing more is counted. */
const IN_HAND: ZoneCourse = { setCelsius: null, readings: [] };

/** How warm each zone was, by its sensor or as it is set; null is in somebody's hands. */
export async function zoneCourses(
  manager: EntityManager,
  span: { readonly from: Date; readonly until: Date },
): Promise<(zone: string | null) => ZoneCourse> {
  const zones = new Map((await manager.find(ZoneEntity)).map((zone) => [zone.id, zone]));
  const readings = await zoneReadings(manager, span);
  const courses = new Map<string, ZoneCourse>();
  return (zone) => {
    const known = zone === null ? IN_HAND : courses.get(zone);
    if (known) return known;
    const setCelsius = zones.get(zone!)?.celsius ?? null;
    const said = (readings.get(zone!) ?? []).map(({ at, mean }) => ({ at: at.getTime(), celsius: mean }));
    const course = { setCelsius, readings: said };
    courses.set(zone!, course);
    return course;
  };
}
