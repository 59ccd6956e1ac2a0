import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runCentre } from '../commands/run-centre';
import { centreCelsiusAfter, centreTauMinutes, minutesToWarm, type WarmPiece } from './centre-celsius';

const BERRY: WarmPiece = {
  ...{ grams: 18, kind: 'wet' },
  shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
};

describe('how warm a centre is', () => {
  test('nears its zone by τ', () => {
    const tau = centreTauMinutes(BERRY);
    // 18·3.9/(8·0.003627)
    expect(tau).toBeCloseTo(40.3, 0);
    expect(centreCelsiusAfter(BERRY, 20, [{ celsius: 4, minutes: tau }])).toBeCloseTo(4 + 16 / Math.E, 9);
    expect(centreCelsiusAfter(BERRY, 20, [])).toBe(20);
  });

  const celsius = fc.double({ min: -20, max: 40, noNaN: true });
  const minutes = fc.double({ min: 0, max: 600, noNaN: true });

  test('lies between where it was and its zone, and stops alike are one', () => {
    fc.assert(
      fc.property(celsius, celsius, minutes, minutes, (from, zone, first, second) => {
        const stop = (each: number) => ({ celsius: zone, minutes: each });
        const after = centreCelsiusAfter(BERRY, from, [stop(first), stop(second)]);
        expect(after).toBeGreaterThanOrEqual(Math.min(from, zone) - 1e-9);
        expect(after).toBeLessThanOrEqual(Math.max(from, zone) + 1e-9);
        expect(after).toBeCloseTo(centreCelsiusAfter(BERRY, from, [stop(first + second)]), 6);
      }),
    );
  });

  test('is told by the command, slower for what is heavy and wet', () => {
    const shape = { kind: 'sphere', diameterMm: 24 };
    const of = (kind: string) =>
      runCentre({ grams: 9, shape, fromC: 20, zoneC: 5, minutes: 15, kind }) as Record<string, number>;
    expect(of('wet')['tauMinutes']).toBeGreaterThan(of('fat')['tauMinutes']!);
    expect(of('fat')['tauMinutes']).toBeCloseTo((9 * 2) / (8 * 0.0018096) / 60, 2);
    expect(of('dry')['centreC']).toBeLessThan(of('fat')['centreC']!);
  });

  test.each([
    ['longer than two weeks', { minutes: 30_000 }, '/minutes'],
    ['of no size', { shape: { kind: 'sphere', diameterMm: 0 } }, '/shape/diameterMm'],
    ['in a furnace', { zoneC: 200 }, '/zoneC'],
    ['of a kind that there is not', { kind: 'air' }, '/kind'],
  ])('is refused %s', (_name, change, field) => {
    const shape = { kind: 'sphere', diameterMm: 24 };
    const input = { ...{ grams: 9, shape, fromC: 20, zoneC: 5 }, minutes: 15, kind: 'fat' };
    expect(() => runCentre({ ...input, ...change })).toThrow(expect.objectContaining({ field }));
  });
});

describe('how long a centre takes to warm', () => {
  test('is the inverse of how warm it gets', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 10.5, max: 19, noNaN: true }),
        (fromCelsius, toCelsius) => {
          const minutes = minutesToWarm(BERRY, { fromCelsius, toCelsius, zoneCelsius: 20 })!;
          expect(centreCelsiusAfter(BERRY, fromCelsius, [{ celsius: 20, minutes }])).toBeCloseTo(
            toCelsius,
            6,
          );
        },
      ),
    );
  });

  test('is nothing where it is warm enough, and never where the zone is no warmer', () => {
    expect(minutesToWarm(BERRY, { fromCelsius: 15, toCelsius: 14, zoneCelsius: 20 })).toBe(0);
    expect(minutesToWarm(BERRY, { fromCelsius: 4, toCelsius: 14, zoneCelsius: 14 })).toBeNull();
  });
});
