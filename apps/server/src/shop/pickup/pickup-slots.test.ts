import { describe, expect, test } from 'vitest';
import { slotStart, slotsToCome } from './pickup-slots';
import { daysBetween } from '../../platform/time/workshop-time';

const timeZone = 'Europe/Helsinki';
const rules = {
  slotMinutes: 60,
  hours: [
    { weekday: 7, opens: '02:00', closes: '05:00' },
    { weekday: 1, opens: '09:00', closes: '11:00' },
  ],
  exceptions: [{ date: '2026-03-30', opens: '12:00', closes: '13:00' }],
};
const days = daysBetween('2026-03-29', '2026-03-30', timeZone);
const at = (now: string): string[] =>
  slotsToCome(rules, { days, timeZone, now: new Date(now) }).map((slot) => slot.at);

describe('the slots that are still to come', () => {
  test('leave out an hour that the clock skips, and follow a date’s own hours', () => {
    // on 29 March the clock goes from 03:00 to 04:00
    expect(at('2026-03-28T12:00:00Z')).toEqual(['2026-03-29T02:00', '2026-03-29T04:00', '2026-03-30T12:00']);
  });

  test('are those that have not begun, as instants of the zone', () => {
    expect(at('2026-03-29T00:00:00Z')).toEqual(['2026-03-29T04:00', '2026-03-30T12:00']);
    const [first] = slotsToCome(rules, { days, timeZone, now: new Date('2026-03-29T00:30:00Z') });
    expect(first!.instant.toISOString()).toBe('2026-03-29T01:00:00.000Z');
  });
});

test('a time falls into the slot of its weekday, or of its date', () => {
  expect(slotStart(rules, '2026-03-29T02:59')).toBe('2026-03-29T02:00');
  expect(slotStart(rules, '2026-03-30T12:30')).toBe('2026-03-30T12:00');
  expect(slotStart(rules, '2026-03-30T09:30')).toBeNull();
  expect(slotStart(rules, '2026-04-06T09:30')).toBe('2026-04-06T09:00');
});
