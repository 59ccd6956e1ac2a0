import { parcelDays, type Stay, type ZoneCourse } from '@alnage/core';
import { daysBetween, wallClockOf } from '../../platform/time/workshop-time';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';

const MS_PER_MINUTE = 60_000;
const WAY = 'way ';

/** Where boxes are between the shop and who collects them, and how warm it is there. */
export class WayWarmth {
  private readonly celsius = new Map<string, number | null>();

  constructor(
    private readonly points: readonly PickupPointEntity[],
    private readonly timeZone: string,
  ) {}

  /** The stays of a way that ends at an instant: one for each of its days by post, one where it is carried. */
  staysTo(pointId: string | null, until: number): Stay[] {
    const point = this.points.find(({ id }) => id === pointId);
    const from = until - (point?.journeyMinutes ?? 0) * MS_PER_MINUTE;
    if (!point || from >= until) return [];
    if (!point.sending) {
      this.celsius.set(WAY + point.id, point.wayCelsius);
      return [{ zone: WAY + point.id, from, until }];
    }
    const first = wallClockOf(new Date(from), this.timeZone).slice(0, 10);
    const last = wallClockOf(new Date(until), this.timeZone).slice(0, 10);
    const days = daysBetween(first, last, this.timeZone);
    const warm = parcelDays(
      days.map(({ date }) => date),
      point.sending,
    );
    return days.flatMap(({ date, start, end }, index) => {
      const zone = `${WAY}${point.id} ${date} ${first}`;
      this.celsius.set(zone, warm[index]!.celsius);
      const stay = { zone, from: Math.max(from, start.getTime()), until: Math.min(until, end.getTime()) };
      return stay.until > stay.from ? [stay] : [];
    });
  }

  /** How warm it is in the shop’s zones, and on the ways that were asked for. */
  over(courseOf: (zone: string | null) => ZoneCourse): (zone: string | null) => ZoneCourse {
    return (zone) =>
      zone !== null && this.celsius.has(zone)
        ? { setCelsius: this.celsius.get(zone)!, readings: [] }
        : courseOf(zone);
  }
}
