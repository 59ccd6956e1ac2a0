import { describe, expect, test } from 'vitest';
import { daysBetween, instantOf, minutesFrom, wallClockOf } from './workshop-time';

const HELSINKI = 'Europe/Helsinki';

describe('wall-clock time', () => {
  test('is the instant that the clock on the wall shows it', () => {
    expect(instantOf('2026-06-19T15:00', HELSINKI)).toEqual(new Date('2026-06-19T12:00:00Z'));
    expect(wallClockOf(new Date('2026-12-19T12:00:00Z'), HELSINKI)).toBe('2026-12-19T14:00');
  });

  test.each(['2026-02-30T10:00', '2026-03-29T03:30', 'noon', '2026-06-19'])('%s is no time', (text) => {
    // on 29 March the clock in Helsinki goes from 03:00 to 04:00
    expect(instantOf(text, HELSINKI)).toBeNull();
  });

  test('and instants undo each other over a year, the doubled hour of autumn taken as its first', () => {
    for (let hour = 0; hour < 366 * 24; hour += 7) {
      const instant = new Date(Date.UTC(2026, 0, 1, hour));
      const back = instantOf(wallClockOf(instant, HELSINKI), HELSINKI)!;
      expect([0, 3_600_000]).toContain(Math.abs(instant.getTime() - back.getTime()));
    }
  });
});

describe('the days of a season', () => {
  test('run from midnight to midnight without a gap', () => {
    const days = daysBetween('2026-06-15', '2026-06-22', HELSINKI);
    expect(days).toHaveLength(8);
    expect(days[0]!.start).toEqual(new Date('2026-06-14T21:00:00Z'));
    for (const [i, day] of days.slice(1).entries()) expect(day.start).toEqual(days[i]!.end);
  });

  test.each([
    ['2026-03-29', 23],
    ['2026-10-25', 25],
    ['2026-06-19', 24],
  ])('%s has %d hours', (date, hours) => {
    const [day] = daysBetween(date, date, HELSINKI);
    expect(minutesFrom(day!.start, day!.end)).toBe(hours * 60);
  });

  test('minutes are whole and never before the instant', () => {
    const start = new Date('2026-06-18T00:00:00Z');
    expect(minutesFrom(start, new Date('2026-06-18T00:10:00Z'))).toBe(10);
    expect(minutesFrom(start, new Date('2026-06-18T00:10:00.001Z'))).toBe(11);
  });
});
