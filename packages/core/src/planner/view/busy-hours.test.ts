import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { BusyHours } from './busy-hours';

describe('a person’s hours', () => {
  const hours = (): BusyHours => {
    const day = new BusyHours([
      [480, 720],
      [780, 1020],
    ]);
    day.add(600, 660);
    day.add(900, 1020);
    return day;
  };

  test.each([
    ['as late as asked', 30, 0, 850, 850],
    ['before a task', 60, 0, 1020, 900],
    ['between two tasks, across no break', 130, 0, 1020, null],
    ['in the shift before', 100, 0, 1020, 900],
    ['in a gap that just fits', 60, 0, 720, 720],
    ['not before the earliest', 60, 860, 1020, null],
    ['exactly from the earliest', 60, 840, 1020, 900],
    ['in the first shift, before its task', 120, 0, 700, 600],
  ])('fit %s', (_name, minutes, earliest, latest, expected) => {
    expect(hours().latestFit(minutes, earliest, latest)).toBe(expected);
  });

  test('touching shifts do not merge', () => {
    const day = new BusyHours([
      [0, 60],
      [60, 120],
    ]);
    expect(day.latestFit(61, 0, 120)).toBeNull();
    expect(day.latestFit(60, 0, 119)).toBe(60);
  });

  test('taken back are free again', () => {
    const day = hours();
    day.remove(900, 1020);
    expect(day.latestFit(200, 0, 1020)).toBe(1020);
  });

  test('fit as a slow search by the minute finds it', () => {
    const task = fc.tuple(fc.nat({ max: 190 }), fc.integer({ min: 1, max: 40 }));
    fc.assert(
      fc.property(
        fc.array(task, { maxLength: 8 }),
        fc.integer({ min: 1, max: 60 }),
        fc.nat(200),
        fc.nat(200),
        (tasks, minutes, a, b) => {
          const shifts: [number, number][] = [
            [10, 90],
            [100, 190],
          ];
          const day = new BusyHours(shifts);
          const busy = new Array<boolean>(240).fill(false);
          for (const [start, length] of tasks) {
            if (busy.slice(start, start + length).includes(true)) continue;
            day.add(start, start + length);
            busy.fill(true, start, start + length);
          }
          const [earliest, latest] = [Math.min(a, b), Math.max(a, b)];
          let slow: number | null = null;
          for (let end = latest; end - minutes >= earliest && slow === null; end--)
            if (
              shifts.some(([s, e]) => s <= end - minutes && end <= e) &&
              !busy.slice(end - minutes, end).includes(true)
            )
              slow = end;
          expect(day.latestFit(minutes, earliest, latest)).toBe(slow);
        },
      ),
    );
  });
});
