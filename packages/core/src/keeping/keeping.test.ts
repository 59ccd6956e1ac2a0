import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { FAMILIES } from '../coating/family';
import { runLife } from '../commands/run-life';
import { batchLife, pickupVerdict } from './batch-life';
import { dewOnOpening } from './condensation';
import { excursionsOf } from './excursions';
import { agedMinutes, minutesLeft, usedLife, type LifeRule, type LifeStop } from './life';
import { celsiusNow, pathOf, staysOf, type StageTimes, type ZoneCourse } from './path';
import { lifeOf, usualLife, type PieceLife } from './piece-life';
import { heldMinutes, wayAges } from './way-ages';
import { stageTimes } from './stage-times';

const HOUR = 60;
const MS = 60_000;
const RULE: LifeRule = { minutes: 48 * HOUR, atCelsius: 4, q10: 3, valid: { min: -1, max: 32 } };
const stop = fc.record({
  minutes: fc.double({ min: 0, max: 3000, noNaN: true }),
  celsius: fc.double({ min: -1, max: 32, noNaN: true }),
});

describe('a life', () => {
  test('is used as fast again, and again, with each ten degrees', () => {
    const path: LifeStop[] = [
      { minutes: 10 * HOUR, celsius: 4 },
      { minutes: HOUR, celsius: 24 },
    ];
    expect(agedMinutes(RULE, path)).toBeCloseTo(19 * HOUR, 9);
    expect(usedLife(RULE, path)).toBeCloseTo(19 / 48, 9);
    expect(minutesLeft(RULE, path, 4)).toBeCloseTo(29 * HOUR, 9);
    expect(minutesLeft(RULE, path, 14)).toBeCloseTo((29 * HOUR) / 3, 9);
    expect(minutesLeft(RULE, [{ minutes: 50 * HOUR, celsius: 4 }], 4)).toBeCloseTo(-2 * HOUR, 9);
    expect(() => agedMinutes(RULE, [{ minutes: 1, celsius: 40 }])).toThrow('/path/0/celsius');
    expect(() => minutesLeft(RULE, path, -18)).toThrow('/keepC');
  });

  test('adds up whatever the order, and is never longer for more time or a warmer stop', () => {
    fc.assert(
      fc.property(fc.array(stop, { maxLength: 8 }), fc.array(stop, { maxLength: 8 }), stop, (a, b, one) => {
        const used = usedLife(RULE, [...a, ...b]);
        expect(used).toBeCloseTo(usedLife(RULE, a) + usedLife(RULE, b), 6);
        expect(used).toBeCloseTo(usedLife(RULE, [...b, ...a].reverse()), 6);
        const longer = { ...one, minutes: one.minutes + 10 };
        const warmer = { ...one, celsius: Math.min(32, one.celsius + 3) };
        const left = minutesLeft(RULE, [...a, one], 4);
        expect(minutesLeft(RULE, [...a, longer], 4)).toBeLessThanOrEqual(left);
        expect(minutesLeft(RULE, [...a, warmer], 4)).toBeLessThanOrEqual(left);
        expect(minutesLeft(RULE, a, 4)).toBeGreaterThanOrEqual(left);
      }),
    );
  });

  test('is told by the command', () => {
    const life = { hours: 48, atC: 4, q10: 3, validC: [-1, 32] };
    const path = [
      { hours: 10, celsius: 4 },
      { hours: 1, celsius: 24 },
    ];
    expect(runLife({ life, path, keepC: 4 })).toEqual({
      ...{ used: expect.closeTo(19 / 48, 9), leftHours: expect.closeTo(29, 9) },
    });
    expect(runLife({ life, path: [{ hours: 50, celsius: 4 }], keepC: 4 })).toMatchObject({
      leftHours: expect.closeTo(-2, 9),
    });
    const refused = (change: object) => {
      try {
        runLife({ life, path, keepC: 4, ...change });
      } catch (error) {
        return (error as { field: string }).field;
      }
      return null;
    };
    expect(refused({ keepC: 33 })).toBe('/keepC');
    expect(refused({ path: [{ hours: 1, celsius: -2 }] })).toBe('/path/0/celsius');
    expect(refused({ path: [{ hours: -1, celsius: 4 }] })).toBe('/path/0/hours');
    expect(refused({ life: { ...life, atC: 60 } })).toBe('/life/atC');
    expect(refused({ life: { ...life, validC: [32, -1] } })).toBe('/life/validC');
    expect(refused({ life: { ...life, q10: 0.5 } })).toBe('/life/q10');
  });
});

describe('a piece', () => {
  const route = [{ rest: { zone: 'rack' } }, { rest: { zone: 'fridge' } }];
  const keeping = { holdMinutes: 24 * HOUR, eatWithinMinutes: 48 * HOUR };

  test('lives as its shop says, at the temperature of the zone where it lies last', () => {
    const celsiusOf = (zone: string) => (zone === 'fridge' ? 4 : null);
    const life = lifeOf({ family: 'berry', keeping, route }, celsiusOf);
    expect(life).toMatchObject({
      ...{ rule: { minutes: 48 * HOUR, atCelsius: 4, q10: 3 }, keptCelsius: 5 },
    });
    const own = { ...keeping, atCelsius: 12, q10: 2, keptCelsius: 8 };
    expect(lifeOf({ family: 'berry', keeping: own, route }, celsiusOf)).toMatchObject({
      ...{ rule: { atCelsius: 12, q10: 2 }, keptCelsius: 8 },
    });
    expect(lifeOf({ family: 'bar', keeping, route: route.slice(0, 1) }, celsiusOf).rule.atCelsius).toBe(18);
    for (const family of FAMILIES) expect(usualLife(family).q10).toBeGreaterThan(1);
  });
});

describe('a path', () => {
  const fridge = (readings: ZoneCourse['readings']): ZoneCourse => ({ setCelsius: 4, readings });
  const at = (minute: number, celsius: number) => ({ at: minute * MS, celsius });
  const told = (course: ZoneCourse, now = 1e9) =>
    pathOf([{ zone: 'fridge', from: 0, until: 60 * MS }], () => course, now).map(
      ({ from, until, celsius, source }) => [from / MS, until / MS, celsius, source],
    );

  test('goes from zone to zone as its stages do, by way of hands', () => {
    const rest = { zone: 'rack' };
    const stages: StageTimes[] = [
      { start: 0, end: 30 * MS, rest: { zone: 'fridge', first: { zone: 'rack', minutes: 5 } } },
      { start: 90 * MS, end: 100 * MS, rest },
    ];
    const stays = (until: number) =>
      staysOf(stages, until * MS).map(({ zone, from, until: to }) => [zone, from / MS, to / MS]);
    expect(stays(200)).toEqual([
      ['rack', 30, 35],
      ['fridge', 35, 90],
      [null, 90, 100],
      ['rack', 100, 200],
    ]);
    expect(stays(50)).toEqual([
      ['rack', 30, 35],
      ['fridge', 35, 50],
    ]);
    expect(stays(20)).toEqual([]);
  });

  test('is as warm as its sensor said, and as set where there is none', () => {
    expect(told(fridge([]))).toEqual([[0, 60, 4, 'set']]);
    expect(told(fridge([at(-5, 5), at(10, 6), at(30, 6), at(50, 5)]))).toEqual([
      [0, 10, 5, 'measured'],
      [10, 50, 6, 'measured'],
      [50, 60, 5, 'measured'],
    ]);
    expect(told(fridge([at(20, 6), at(40, 6)]))).toEqual([
      [0, 20, 4, 'set'],
      [20, 60, 6, 'measured'],
    ]);
    // what is not yet is as it is set
    expect(told(fridge([at(0, 9), at(15, 9)]), 20 * MS)).toEqual([
      [0, 20, 9, 'measured'],
      [20, 60, 4, 'set'],
    ]);
  });

  test('counts a silence as the warmest round it, and never as a line between', () => {
    expect(told(fridge([at(0, 5), at(50, 11)]))).toEqual([
      [0, 20, 5, 'measured'],
      [20, 50, 11, 'gap'],
      [50, 60, 11, 'measured'],
    ]);
    // silent for good
    expect(told(fridge([at(0, 2)]))).toEqual([
      [0, 20, 2, 'measured'],
      [20, 60, 4, 'gap'],
    ]);
  });

  test('has no hole and no overlap, whatever was read', () => {
    const readings = fc.array(
      fc.tuple(fc.integer({ min: -100, max: 100 }), fc.integer({ min: 0, max: 30 })),
      {
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(readings, fc.integer({ min: -10, max: 120 }), (all, now) => {
        const sorted = [...new Map(all).entries()]
          .sort(([a], [b]) => a - b)
          .map(([minute, celsius]) => at(minute, celsius));
        const stops = told(fridge(sorted), now * MS);
        expect(stops[0]![0]).toBe(0);
        expect(stops.at(-1)![1]).toBe(60);
        for (let index = 1; index < stops.length; index++)
          expect(stops[index]![0]).toBe(stops[index - 1]![1]);
      }),
    );
  });
});

test('a warm way ages what is on it, and a warm zone shortens how long it is held; cold does neither', () => {
  expect(wayAges({ rule: RULE }, 120, 24)).toBe(16 * HOUR);
  expect(wayAges({ rule: RULE }, 120, 4)).toBe(0);
  expect(wayAges({ rule: RULE }, 120, -10)).toBe(0);
  expect(wayAges({ rule: RULE }, 120, null)).toBe(0);
  expect(wayAges({ rule: RULE }, 120, 50)).toBe(wayAges({ rule: RULE }, 120, 32));
  const held = (celsius: number | null) => heldMinutes({ rule: RULE, holdMinutes: 24 * HOUR }, celsius);
  expect(held(14)).toBe(8 * HOUR);
  expect(held(4)).toBe(24 * HOUR);
  expect(held(0)).toBe(24 * HOUR);
  expect(held(null)).toBe(24 * HOUR);
});

describe('a batch', () => {
  const life: PieceLife = { rule: RULE, keptCelsius: 4, holdMinutes: 24 * HOUR };
  const path = (...stops: readonly [hours: number, celsius: number | null][]) => {
    let from = 0;
    return stops.map(([hours, celsius]) => {
      const until = from + hours * HOUR * MS;
      const each = { zone: 'fridge', from, until, celsius, source: 'measured' as const };
      from = until;
      return each;
    });
  };

  test('is older where it was warm, and eaten the sooner for it', () => {
    const told = batchLife(life, path([10, 4], [1, 24]));
    expect(told).toMatchObject({
      ...{ elapsedMinutes: 11 * HOUR, agedMinutes: expect.closeTo(19 * HOUR, 6), beyond: null },
      lostMinutes: expect.closeTo(8 * HOUR, 6),
    });
    expect(told.eatBy).toBeCloseTo((11 + 29) * HOUR * MS, 0);
    // cold gives nothing back
    expect(batchLife(life, path([10, 0])).agedMinutes).toBe(10 * HOUR);
    expect(batchLife(life, path([10, null])).lostMinutes).toBe(0);
    // kept in a warm kitchen it is eaten sooner, kept frozen never later
    expect(batchLife({ ...life, keptCelsius: 14 }, path([10, 4])).eatBy).toBeCloseTo(
      (10 + 38 / 3) * HOUR * MS,
      0,
    );
    expect(batchLife({ ...life, keptCelsius: -18 }, path([10, 4])).eatBy).toBeCloseTo(48 * HOUR * MS, 0);
  });

  test('that was where nobody knows is over, with where and how warm', () => {
    const told = batchLife(life, path([2, 4], [1, -6]));
    expect(told).toMatchObject({ used: 1, beyond: { zone: 'fridge', celsius: -6, from: 2 * HOUR * MS } });
    expect(told.eatBy).toBe(2 * HOUR * MS);
  });

  test('is right for a pickup until it is older than it is held, at risk while its zone is warm', () => {
    const cool = batchLife(life, path([23, 4]));
    const warm = batchLife(life, path([10, 4], [13, 14]));
    const verdict = (asSet: typeof cool, asNow: typeof cool) => pickupVerdict(life, { asSet, asNow });
    expect(verdict(cool, cool)).toBe('right');
    expect(verdict(cool, warm)).toBe('at-risk');
    expect(verdict(warm, warm)).toBe('too-old');
    const gone = batchLife(life, path([1, 40]));
    expect(verdict(gone, gone)).toBe('too-old');
    expect(verdict(cool, gone)).toBe('at-risk');
    // a hold that is longer than its life does not outlive it
    const long = { ...life, holdMinutes: 100 * HOUR };
    const old = batchLife(long, path([49, 4]));
    expect(pickupVerdict(long, { asSet: old, asNow: old })).toBe('too-old');
  });

  test('never keeps longer for more time, for warmth, or for a silence of its sensor', () => {
    const stops = fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: -1, max: 32 })), {
      ...{ minLength: 1, maxLength: 6 },
    });
    fc.assert(
      fc.property(stops, fc.nat(5), fc.integer({ min: 0, max: 10 }), (all, index, warmer) => {
        const before = batchLife(life, path(...all));
        const at = index % all.length;
        const warmed = all.map(([hours, celsius], each): [number, number] => [
          hours,
          each === at ? Math.min(32, celsius + warmer) : celsius,
        ]);
        expect(batchLife(life, path(...warmed)).eatBy).toBeLessThanOrEqual(before.eatBy + 1);
        const longer = batchLife(life, path(...all, [1, 4]));
        expect(longer.eatBy).toBeLessThanOrEqual(before.eatBy + 1);
      }),
    );
  });
});

describe('a zone', () => {
  const readings = [0, 10, 20, 30].map((minute) => ({
    at: minute * MS,
    celsius: minute < 10 ? 5 : 9 + minute / 10,
  }));
  const stops = (all = readings) =>
    pathOf([{ zone: 'fridge', from: 0, until: 70 * MS }], () => ({ setCelsius: 4, readings: all }), 70 * MS);

  test('tells when it was too warm, how warm, and when nobody knows', () => {
    expect(excursionsOf(stops(), 4)).toEqual([
      { kind: 'warm', from: 10 * MS, until: 50 * MS, celsius: 12 },
      { kind: 'silent', from: 50 * MS, until: 70 * MS, celsius: null },
    ]);
    const cold = readings.map((each) => ({ ...each, celsius: -2 }));
    expect(excursionsOf(stops(cold), 4)[0]).toMatchObject({ kind: 'cold', celsius: -2 });
    // a door that is open for five minutes
    const door = [...readings.slice(0, 1), { at: 5 * MS, celsius: 15 }, { at: 10 * MS, celsius: 5 }];
    expect(excursionsOf(stops(door), 4).map(({ kind }) => kind)).toEqual(['silent']);
    expect(excursionsOf(stops(), null).map(({ kind }) => kind)).toEqual(['silent']);
  });

  test('is as warm now as its sensor says, while it is heard', () => {
    expect(celsiusNow({ readings }, 31 * MS)).toBe(12);
    expect(celsiusNow({ readings }, 60 * MS)).toBeNull();
    const course = { setCelsius: 4, readings, comingCelsius: 12 };
    const [, last] = pathOf([{ zone: 'fridge', from: 30 * MS, until: 60 * MS }], () => course, 40 * MS);
    expect(last).toMatchObject({ celsius: 12, source: 'set' });
  });
});

test('a box out of the cold is kept closed until it is past the dew point of the air', () => {
  const box = { grams: 300, celsius: 4 };
  const told = dewOnOpening(box, { celsius: 22, humidity: 0.6 });
  expect(told.dewPointCelsius).toBeCloseTo(13.9, 1);
  expect(told.closedMinutes).toBeCloseTo(48, 0);
  expect(dewOnOpening({ ...box, celsius: 16 }, { celsius: 22, humidity: 0.6 }).closedMinutes).toBe(0);
  expect(dewOnOpening(box, { celsius: 22, humidity: 1 }).closedMinutes).toBeNull();
  const wetter = dewOnOpening(box, { celsius: 22, humidity: 0.8 }).closedMinutes!;
  expect(wetter).toBeGreaterThan(told.closedMinutes!);
  expect(dewOnOpening({ ...box, grams: 2400 }, { celsius: 22, humidity: 0.6 }).closedMinutes).toBeCloseTo(
    96,
    0,
  );
  expect(() => dewOnOpening({ ...box, grams: 0 }, { celsius: 22, humidity: 0.6 })).toThrow('/grams');
});

test('stages were when somebody wrote it down, and what nobody wrote down is not over before now', () => {
  const rest = { zone: 'rack' };
  const planned = (
    start: number,
    end: number,
    begunAt: number | null = null,
    endedAt: number | null = null,
  ) => ({
    ...{ start: start * MS, end: end * MS, rest },
    ...{ begunAt: begunAt === null ? null : begunAt * MS, endedAt: endedAt === null ? null : endedAt * MS },
  });
  const times = (now: number, ...stages: ReturnType<typeof planned>[]) =>
    stageTimes(stages, now * MS).map(({ start, end }) => [start / MS, end / MS]);
  expect(times(0, planned(10, 40), planned(60, 70))).toEqual([
    [10, 40],
    [60, 70],
  ]);
  expect(times(50, planned(10, 40, 20), planned(60, 70))).toEqual([
    [20, 50],
    [60, 70],
  ]);
  // late, and all that comes after it
  expect(times(100, planned(10, 40), planned(60, 70))).toEqual([
    [100, 130],
    [130, 140],
  ]);
  expect(times(100, planned(10, 40, 12, 35), planned(60, 70, 61, 66))).toEqual([
    [12, 35],
    [61, 66],
  ]);
});
