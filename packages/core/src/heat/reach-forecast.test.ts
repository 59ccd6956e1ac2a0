import { describe, expect, test } from 'vitest';
import { normalDraw } from '../chance/normal-draw';
import { Random } from '../chance/random';
import type { BowlReading } from '../temper/bowl-reading';
import { reachForecast } from './reach-forecast';

const readings = (tau: number, count: number, noise: () => number = () => 0): BowlReading[] =>
  Array.from({ length: count }, (_, index) => ({
    minute: index / 3,
    celsius: 20 + 20 * Math.exp(-index / 3 / tau) + noise(),
  }));

describe('when a bowl comes to a temperature', () => {
  test('is exact where the readings are', () => {
    const told = reachForecast(readings(60, 30), 20, 30);
    // 60·ln 2 = 41.59 min
    expect(told).toMatchObject({ kind: 'known', tauMinutes: expect.closeTo(60, 3) });
    expect(told).toMatchObject({ reachedAtMinute: expect.closeTo(60 * Math.LN2, 3) });
  });

  test('lies nine times in ten within its range', () => {
    let within = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const random = new Random(seed);
      const told = reachForecast(
        readings(60, 31, () => 0.1 * normalDraw(random)),
        20,
        30,
      );
      if (told.kind !== 'known') throw new Error('unknown');
      if (told.low90 <= 60 * Math.LN2 && 60 * Math.LN2 <= told.high90) within++;
    }
    expect(within / 300).toBeGreaterThan(0.85);
    expect(within / 300).toBeLessThan(0.95);
  });

  test('gets surer with readings', () => {
    const width = (count: number): number => {
      const told = reachForecast(readings(60, count), 20, 30);
      return told.kind === 'known' ? told.high90 - told.low90 : NaN;
    };
    expect(width(60)).toBeLessThan(width(30));
    expect(width(30)).toBeLessThan(width(10));
  });

  const flat = readings(60, 12).map(({ minute }) => ({ minute, celsius: 30 }));
  test.each<[string, BowlReading[], number, string]>([
    ['four readings', readings(60, 4), 25, 'too-few'],
    ['none', [], 25, 'too-few'],
    ['five at one instant', readings(60, 5).map((each) => ({ ...each, minute: 3 })), 25, 'too-few'],
    ['a bowl that stays', flat, 25, 'not-cooling'],
    ['a bowl that warms', flat.map((each) => ({ ...each, celsius: 30 + each.minute })), 25, 'not-cooling'],
    [
      'a bowl colder than the room',
      flat.map((each) => ({ ...each, celsius: 15 - each.minute })),
      25,
      'not-cooling',
    ],
    ['a target at the room', readings(60, 12), 20, 'target-below-room'],
    ['a target under the room', readings(60, 12), 19, 'target-below-room'],
  ])('is not known of %s', (_name, seen, target, reason) =>
    expect(reachForecast(seen, 20, target)).toEqual({ kind: 'unknown', reason }),
  );

  test.each<[string, () => unknown, string]>([
    [
      'minutes that go back',
      () =>
        reachForecast(
          [
            { minute: 2, celsius: 30 },
            { minute: 1, celsius: 30 },
          ],
          20,
          25,
        ),
      '/readings/1/minute',
    ],
    [
      'a reading that is none',
      () => reachForecast([{ minute: 2, celsius: Infinity }], 20, 25),
      '/readings/0/celsius',
    ],
    ['a room that is none', () => reachForecast([], 80, 25), '/roomC'],
    ['a target that is none', () => reachForecast([], 20, 1e4), '/targetC'],
  ])('refuses %s', (_name, run, field) =>
    expect(run).toThrow(expect.objectContaining({ code: 'out-of-range', field }) as Error),
  );
});
