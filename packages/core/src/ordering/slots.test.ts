import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { minutesOf, slotAt, slotsOfDay, type SlotRules } from './slots';

const rules: SlotRules = {
  slotMinutes: 30,
  hours: [
    { weekday: 5, opens: '14:00', closes: '15:00' },
    { weekday: 5, opens: '09:00', closes: '10:45' },
    { weekday: 6, opens: '09:00', closes: '14:00' },
  ],
  exceptions: [
    { date: '2026-06-20', opens: null, closes: null },
    { date: '2026-06-21', opens: '10:00', closes: '11:00' },
  ],
};
const friday = { date: '2026-06-19', weekday: 5 };
const saturday = { date: '2026-06-20', weekday: 6 };
const sunday = { date: '2026-06-21', weekday: 7 };

describe('the slots of a day', () => {
  test('go from opening on in whole steps, the last cut short by closing', () => {
    expect(slotsOfDay(rules, friday)).toEqual(['09:00', '09:30', '10:00', '10:30', '14:00', '14:30']);
  });

  test('follow the date’s own hours where it has any, also on a day that is shut else', () => {
    expect(slotsOfDay(rules, saturday)).toEqual([]);
    expect(slotsOfDay(rules, { ...saturday, date: '2026-06-27' })).toHaveLength(10);
    expect(slotsOfDay(rules, sunday)).toEqual(['10:00', '10:30']);
  });

  test.each([
    ['09:00', '09:00'],
    ['09:29', '09:00'],
    ['10:44', '10:30'],
    ['10:45', '10:30'],
    ['15:00', '14:30'],
    ['08:59', null],
    ['10:46', null],
    ['13:59', null],
  ])('have for %s the one of %s', (time, slot) => {
    expect(slotAt(rules, friday, time)).toBe(slot);
  });

  test('cover each open minute once', () => {
    const time = fc.integer({ min: 0, max: 1439 });
    const step = fc.integer({ min: 5, max: 240 });
    fc.assert(
      fc.property(time, time, time, step, (a, b, asked, slotMinutes) => {
        fc.pre(a !== b);
        const clock = (minutes: number): string =>
          `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const own: SlotRules = {
          slotMinutes,
          hours: [{ weekday: 1, opens: clock(from), closes: clock(to) }],
          exceptions: [],
        };
        const monday = { date: '2026-06-15', weekday: 1 };
        const slots = slotsOfDay(own, monday);
        const slot = slotAt(own, monday, clock(asked));
        if (asked < from || asked > to) {
          expect(slot).toBeNull();
          return;
        }
        expect(slots).toContain(slot);
        const late = asked - minutesOf(slot!);
        expect(late).toBeGreaterThanOrEqual(0);
        expect(late).toBeLessThan(asked === to ? slotMinutes + 1 : slotMinutes);
      }),
    );
  });
});
