import { describe, expect, test } from 'vitest';
import type { BowlReading } from '../temper/bowl-reading';
import { WINDOW, coolingBowls } from './testing/cooling-bowl';
import { courseAhead, windowForecast, type WorkedBowl } from './window-forecast';

describe('how long a bowl stays in its window', () => {
  test('is told within a fifth or two minutes in nine of ten of 500 simulated bowls, and its range holds', () => {
    const seen = coolingBowls(500).map(({ readings, bowl, minutesOff }) => {
      const told = windowForecast(readings, bowl, { low: WINDOW.low, high: 90 });
      if (told.kind !== 'leaves') return { isNear: false, isWithin: false };
      const error = Math.abs(told.inMinutes - minutesOff);
      return {
        isNear: error <= Math.max(2, 0.2 * minutesOff),
        isWithin: told.low90 <= minutesOff && minutesOff <= told.high90,
      };
    });
    const share = (key: 'isNear' | 'isWithin'): number => seen.filter((each) => each[key]).length / 500;
    expect(share('isNear')).toBeGreaterThanOrEqual(0.9);
    expect(share('isWithin')).toBeGreaterThanOrEqual(0.88);
  });

  const plain: WorkedBowl = {
    ...{ roomCelsius: 20, tauMinutes: 60, isWarmed: false },
    ...{ dippingKelvinPerMinute: 0, emptyingPerMinute: 0 },
  };
  const course = (celsius: (minute: number) => number): BowlReading[] =>
    Array.from({ length: 31 }, (_, index) => ({ minute: index / 6, celsius: celsius(index / 6) }));
  const cooling = course((minute) => 20 + 12 * Math.exp(-minute / 60));
  const dark = { low: 31, high: 32.2 };

  test('of a plain bowl is told to the minute when it goes as reckoned', () => {
    // 32 °C falls to 31 after 60·ln(12/11) = 5.22 min
    expect(
      windowForecast(
        course((minute) => 20 + 12 * Math.exp((5 - minute) / 60)),
        plain,
        dark,
      ),
    ).toMatchObject({
      ...{ kind: 'leaves', side: 'below', inMinutes: expect.closeTo(5.22, 1) },
    });
  });

  test('of a warmed bowl that stays is hours', () => {
    const told = windowForecast(
      course(() => 31.6),
      { ...plain, isWarmed: true },
      dark,
    );
    expect(told).toMatchObject({ kind: 'holds', restingCelsius: expect.closeTo(31.6, 1) });
  });

  test('of a bowl that warms ends above', () => {
    const told = windowForecast(
      course((minute) => 31.2 + 0.1 * minute),
      { ...plain, isWarmed: true },
      dark,
    );
    expect(told).toMatchObject({ kind: 'leaves', side: 'above' });
  });

  test('is over below and above it', () => {
    expect(windowForecast(cooling, plain, { low: 36, high: 40 })).toEqual({ kind: 'outside', side: 'below' });
    expect(windowForecast(cooling, plain, { low: 20, high: 25 })).toEqual({ kind: 'outside', side: 'above' });
    expect(windowForecast(cooling.slice(0, 4), plain, dark)).toEqual({ kind: 'unknown', reason: 'too-few' });
  });

  test('is shorter while cold pieces are dipped, and the more the bowl empties', () => {
    const minutes = (change: Partial<WorkedBowl>): number => {
      const bowl = { ...plain, ...change };
      const told = windowForecast(cooling.slice(0, 6), bowl, { low: 28, high: 45 });
      return told.kind === 'leaves' ? told.inMinutes : NaN;
    };
    expect(minutes({ dippingKelvinPerMinute: 0.05 })).toBeLessThan(minutes({}));
    expect(minutes({ emptyingPerMinute: 0.01 })).toBeLessThan(minutes({}));
  });

  test('is drawn with a band that widens ahead and narrows with readings', () => {
    const band = (readings: BowlReading[]) => {
      const told = windowForecast(readings, plain, { low: 25, high: 45 });
      if (told.kind !== 'leaves') throw new Error(told.kind);
      return courseAhead(told.fit, 30, 3).map(({ low90, high90 }) => high90 - low90);
    };
    const [few, many] = [band(cooling.slice(0, 8)), band(cooling)];
    expect(few[3]).toBeGreaterThan(few[1]!);
    expect(many[3]).toBeLessThan(few[3]!);
    const told = windowForecast(cooling, plain, { low: 25, high: 45 });
    if (told.kind !== 'leaves') throw new Error(told.kind);
    const points = courseAhead(told.fit, 30, 3);
    expect(points.map(({ minute }) => minute)).toEqual([0, 10, 20, 30]);
    expect(points[0]!.celsius).toBeCloseTo(20 + 12 * Math.exp(-5 / 60), 2);
  });
});
