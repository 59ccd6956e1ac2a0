import type { DayOfWeek } from '@alnage/core';
import { DateTime } from 'luxon';

/** The one place where wall-clock time, instants and planner minutes are turned into each other. */

/** The instant of a wall-clock time such as 2026-06-19T15:00; null where the clock skips it or it is no time. */
export function instantOf(wallClock: string, timeZone: string): Date | null {
  const time = DateTime.fromISO(wallClock, { zone: timeZone });
  return time.isValid && time.toFormat("yyyy-MM-dd'T'HH:mm") === wallClock.slice(0, 16)
    ? time.toJSDate()
    : null;
}

/** Wall-clock time of an instant, to the minute. */
export function wallClockOf(instant: Date, timeZone: string): string {
  return DateTime.fromJSDate(instant, { zone: timeZone }).toFormat("yyyy-MM-dd'T'HH:mm");
}

/** The date of an instant at the workshop, 2026-06-19. */
export function dateOf(instant: Date, timeZone: string): string {
  return wallClockOf(instant, timeZone).slice(0, 10);
}

export interface DaySpan {
  readonly date: string;
  readonly start: Date;
  readonly end: Date;
}

/** The days from the first to the last date, each from midnight to midnight: 23 or 25 hours at a clock change. */
export function daysBetween(firstDate: string, lastDate: string, timeZone: string): DaySpan[] {
  const days: DaySpan[] = [];
  let day = DateTime.fromISO(firstDate, { zone: timeZone }).startOf('day');
  const last = DateTime.fromISO(lastDate, { zone: timeZone });
  while (day <= last) {
    const next = day.plus({ days: 1 }).startOf('day');
    days.push({ date: day.toISODate()!, start: day.toJSDate(), end: next.toJSDate() });
    day = next;
  }
  return days;
}

/** The time from the beginning of the first date to the end of the last. */
export function spanOfDays(
  firstDate: string,
  lastDate: string,
  timeZone: string,
): { readonly start: Date; readonly end: Date } {
  const days = daysBetween(firstDate, lastDate, timeZone);
  return { start: days[0]!.start, end: days.at(-1)!.end };
}

/** A date with its weekday. */
export function dayOf(date: string): DayOfWeek {
  return { date, weekday: DateTime.fromISO(date, { zone: 'utc' }).weekday };
}

const MS_PER_MINUTE = 60_000;

/**
 * The instant of a time of a day, 24:00 its end. A time that the clock skips comes as the clock goes on, so that hours of
 * work across a change of the clock have a beginning and an end.
 */
export function timeOfDay(date: string, time: string, timeZone: string): Date {
  return DateTime.fromISO(`${date}T${time}`, { zone: timeZone }).toJSDate();
}

/** Whole real minutes from the horizon's start to an instant, rounded up. */
export function minutesFrom(horizonStart: Date, instant: Date): number {
  return Math.ceil((instant.getTime() - horizonStart.getTime()) / MS_PER_MINUTE);
}
