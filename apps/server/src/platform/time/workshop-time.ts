import type { DayOfWeek } from '@alnage/core';
import { LRUCache } from 'lru-cache';
import { DateTime } from 'luxon';

/** The one place where wall-clock time, instants and planner minutes are turned into each other. */

/** The instant of a wall-clock time such as 2026-06-19T15:00; null where the clock skips it or it is no time. */
export function instantOf(wallClock: string, timeZone: string): Date | null {
  const key = `${timeZone} ${wallClock}`;
  const known = instants.get(key) ?? readInstant(wallClock, timeZone);
  instants.set(key, known);
  return known === NO_TIME ? null : new Date(known);
}

/** The same slots and hours are asked for again and again, and reading one takes a while. */
const instants = new LRUCache<string, number>({ max: 20_000 });
const NO_TIME = Infinity;

function readInstant(wallClock: string, timeZone: string): number {
  const time = DateTime.fromISO(wallClock, { zone: timeZone });
  const isThere = time.isValid && time.toFormat("yyyy-MM-dd'T'HH:mm") === wallClock.slice(0, 16);
  return isThere ? time.toMillis() : NO_TIME;
}

/** Wall-clock time of an instant, to the minute. */
export function wallClockOf(instant: Date, timeZone: string): string {
  const local = instant.getTime() + offsetMs(instant.getTime(), timeZone);
  return new Date(local).toISOString().slice(0, 16);
}

const QUARTER_MS = 900_000;
const offsets = new LRUCache<string, number>({ max: 20_000 });

/** How far the clocks of a zone are from UTC: asked once for each quarter of an hour, for none is turned within one. */
function offsetMs(instant: number, timeZone: string): number {
  const quarter = Math.floor(instant / QUARTER_MS);
  const key = `${timeZone} ${quarter}`;
  const known = offsets.get(key);
  if (known !== undefined) return known;
  const offset = DateTime.fromMillis(quarter * QUARTER_MS, { zone: timeZone }).offset * 60_000;
  offsets.set(key, offset);
  return offset;
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
export function daysBetween(firstDate: string, lastDate: string, timeZone: string): readonly DaySpan[] {
  const key = `${timeZone} ${firstDate} ${lastDate}`;
  const known = seasonDays.get(key) ?? readDays(firstDate, lastDate, timeZone);
  seasonDays.set(key, known);
  return known;
}

/** Every read asks for the days of its season. */
const seasonDays = new LRUCache<string, readonly DaySpan[]>({ max: 200 });

/** The last instant of a date. */
export function endOfDay(date: string, timeZone: string): Date {
  const [day] = daysBetween(date, date, timeZone);
  return new Date(day!.end.getTime() - 1);
}

function readDays(firstDate: string, lastDate: string, timeZone: string): DaySpan[] {
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

/** A date with its weekday, 1 for Monday to 7 for Sunday. */
export function dayOf(date: string): DayOfWeek {
  const day = new Date(`${date}T00:00Z`).getUTCDay();
  return { date, weekday: day === 0 ? 7 : day };
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
