import { describe, expect, test } from 'vitest';
import type { BowlReading } from '../temper/bowl-reading';
import { heatOfBowl, type BowlAsRead } from './heat-of-bowl';
import { usualWindows } from '../temper/temper-windows';

const windows = usualWindows([{ kind: 'dark', grams: 1 }]);
/** Ten minutes of readings, every ten seconds, that differ in their last digit. */
const readings = (celsius: (minute: number) => number): BowlReading[] =>
  Array.from({ length: 61 }, (_, i) => {
    const minute = (i - 60) / 6;
    return { minute, celsius: celsius(minute) + (i % 2 === 0 ? 0.05 : -0.05) };
  });
const working: BowlAsRead = {
  ...{ school: 'seed', windows, done: ['melt', 'seed', 'crystals', 'warm'], grams: 2500, watts: 500 },
  ...{ seedGrams: 0, seededGrams: 0, reserveGrams: 0, meddled: [], readySince: -10 },
  ...{ seededAt: null, doubtedCelsius: null },
  readings: readings((minute) => 31.6 - 0.02 * minute),
  worked: () => ({
    ...{ roomCelsius: 20, tauMinutes: 60, isWarmed: false },
    ...{ dippingKelvinPerMinute: 0, emptyingPerMinute: 0 },
  }),
};

describe('a bowl that is read', () => {
  test('is as warm as its last readings say together', () => {
    const steady = heatOfBowl({ ...working, readings: readings(() => 31.6) });
    expect(steady.celsius).toBeCloseTo(31.6 + 0.05 / 3, 6);
    expect(steady.advice).toEqual({ kind: 'work' });
  });

  test('is told of since it was last meddled with', () => {
    const risen = readings((minute) => (minute < -4 ? 29.5 + 0.3 * minute : 31.8 - 0.19 * (minute + 4)));
    const known = heatOfBowl({ ...working, readings: risen, meddled: [-4] }).forecast;
    const muddled = heatOfBowl({ ...working, readings: risen }).forecast;
    expect(known).toMatchObject({ kind: 'leaves', side: 'below' });
    expect(muddled).not.toEqual(known);
    // of what was done this very minute nothing is known yet: the course before it still stands
    expect(heatOfBowl({ ...working, meddled: [-0.5] }).forecast).toEqual(heatOfBowl(working).forecast);
  });

  test('has lost its temper where it was too warm since it was ready, and not where that was before', () => {
    const once = readings((minute) => (minute < -6 ? 36 : 31.6));
    expect(heatOfBowl({ ...working, readings: once }).advice.kind).toBe('retemper');
    expect(heatOfBowl({ ...working, readings: once, readySince: -5 }).advice.kind).toBe('work');
    expect(heatOfBowl({ ...working, readings: once, readySince: null }).advice.kind).toBe('work');
  });

  test('whose probe is silent or stuck has no temperature', () => {
    const silent = heatOfBowl({ ...working, readings: working.readings.slice(0, 50) });
    expect(silent).toMatchObject({ celsius: null, watch: { state: 'silent' } });
    const alike = working.readings.map((each) => ({ ...each, celsius: 31.6 }));
    expect(heatOfBowl({ ...working, readings: alike })).toMatchObject({
      ...{ celsius: null, watch: { state: 'stuck' } },
    });
    expect(heatOfBowl({ ...working, readings: [] }).forecast).toEqual({ kind: 'unknown', reason: 'too-few' });
  });

  test('says once whether it is in its window: the forecast never says otherwise', () => {
    for (const celsius of [30.7, 31.05, 31.5, 32.15, 32.4]) {
      const { forecast, advice } = heatOfBowl({ ...working, readings: readings(() => celsius) });
      expect(forecast.kind === 'outside', `${celsius}`).toBe(advice.kind !== 'work');
    }
  });

  test('is told without its probe once somebody went on against it, until that moves', () => {
    const cold = { ...working, done: ['melt' as const], readings: readings(() => 21), doubtedCelsius: 21.2 };
    expect(heatOfBowl(cold)).toMatchObject({
      celsius: null,
      watch: { state: 'doubted' },
      advice: { kind: 'seed-in' },
    });
    expect(heatOfBowl({ ...cold, doubtedCelsius: null }).advice.kind).toBe('melt-on');
    expect(heatOfBowl({ ...cold, readings: readings(() => 40) }).watch.state).toBe('fine');
  });

  test('is not sent back to melting out by a probe that fell out of it', () => {
    const fallen = readings((minute) => (minute < -2 ? 46 : 21 + minute / 10));
    const { watch, advice } = heatOfBowl({ ...working, done: ['melt'], seedGrams: 700, readings: fallen });
    expect(watch.state).toBe('out');
    expect(advice).toMatchObject({ kind: 'seed-in', grams: 700, comesTo: null });
  });
});
