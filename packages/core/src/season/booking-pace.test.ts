import { describe, expect, test } from 'vitest';
import { bookedBy, bookingPace, expectedPieces } from './booking-pace';

const DAY = 86_400_000;
const PEAK = 100 * DAY;
const before = (daysBefore: number, pieces: number) => ({ at: PEAK - daysBefore * DAY, pieces });
const last = bookingPace([before(1, 300), before(10, 100), before(10, 20), before(5, 80)], PEAK);

describe('the pace of booking', () => {
  test('adds up what was ordered, the earliest first, and one instant once', () => {
    expect(last).toEqual([
      { daysBefore: 10, pieces: 120 },
      { daysBefore: 5, pieces: 200 },
      { daysBefore: 1, pieces: 500 },
    ]);
    expect(bookingPace([], PEAK)).toEqual([]);
  });

  test.each([
    [11, 0],
    [10, 120],
    [5.01, 120],
    [5, 200],
    [0, 500],
    [-3, 500],
  ])('%d days before, there are %d', (daysBefore, pieces) => {
    expect(bookedBy(last, daysBefore)).toBe(pieces);
  });

  test('says what a season comes to if it goes on as the last one did', () => {
    expect(expectedPieces(240, { pace: last, daysBefore: 6 })).toBe(1000);
    expect(expectedPieces(240, { pace: last, daysBefore: 0 })).toBe(240);
    expect(expectedPieces(240, { pace: last, daysBefore: 20 })).toBeNull();
    expect(expectedPieces(240, { pace: [], daysBefore: 0 })).toBeNull();
  });
});
