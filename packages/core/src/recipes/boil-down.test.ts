import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runBoil } from '../commands/run-boil';
import { asSucroseGrams, boiledDown, syrupCelsius } from './boil-down';

const syrup = (waterGrams: number, sugarGrams: number, otherGrams = 0) => ({
  ...{ waterGrams, sugarGrams, otherGrams },
});

describe('a syrup that is boiled down', () => {
  test.each([
    ['four fifths of sugar at 112 °C', syrup(150, 300), 112, 75],
    ['half of sugar boils at 102 °C already', syrup(100, 100), 102, 100],
    ['nothing boils off below that', syrup(100, 100), 101, 100],
    ['nor at room warmth', syrup(100, 100), 20, 100],
    // halfway between 12 and 23 K lie 85%
    ['between the rows of the table', syrup(150, 340), 117.5, 60],
    ['cream and its fat stay', syrup(150, 300, 80), 112, 75],
  ])('keeps its water as the table says: %s', (_name, start, toCelsius, waterGrams) => {
    const left = boiledDown(start, toCelsius, 100);
    expect(left.waterGrams).toBeCloseTo(waterGrams, 9);
    expect(left).toMatchObject({ sugarGrams: start.sugarGrams, otherGrams: start.otherGrams });
  });

  test('boils at a lower temperature where water does, with as much water left', () => {
    expect(boiledDown(syrup(150, 300), 107, 95).waterGrams).toBeCloseTo(75, 9);
  });

  const pots = fc.record({
    waterGrams: fc.double({ min: 0.1, max: 1e4, noNaN: true }),
    sugarGrams: fc.double({ min: 0.1, max: 1e4, noNaN: true }),
    otherGrams: fc.double({ min: 0, max: 1e4, noNaN: true }),
  });
  const heats = fc.double({ min: 20, max: 171, noNaN: true });

  test('never gains by heat, and boils at the temperature that it was boiled to', () => {
    fc.assert(
      fc.property(pots, heats, heats, (pot, one, other) => {
        const [cooler, hotter] = [Math.min(one, other), Math.max(one, other)].map((to) =>
          boiledDown(pot, to, 100),
        );
        expect(hotter!.waterGrams).toBeLessThanOrEqual(cooler!.waterGrams);
        expect(hotter!.waterGrams).toBeGreaterThan(0);
        // boiled down in two goes is boiled down in one
        expect(boiledDown(cooler!, Math.max(one, other), 100).waterGrams).toBeCloseTo(hotter!.waterGrams, 6);
        if (hotter!.waterGrams < pot.waterGrams * (1 - 1e-9))
          expect(syrupCelsius(hotter!, 100)).toBeCloseTo(Math.max(one, other), 6);
      }),
    );
  });

  test('counts other sugars by their molecules', () => {
    expect(asSucroseGrams(100, 180.2)).toBeCloseTo(189.96, 2);
  });
});

describe('the command boil', () => {
  const input = { waterG: 150, sugarG: 300, otherSolidsG: 50, toC: 112, altitudeM: 0 };

  test('tells water and total', () => {
    const { waterG, totalG } = runBoil(input) as Record<string, number>;
    expect(waterG).toBeCloseTo(75, 1);
    expect(totalG).toBeCloseTo(425, 1);
    // higher up the same temperature leaves less
    expect((runBoil({ ...input, altitudeM: 1500 }) as typeof input).waterG).toBeLessThan(waterG! - 15);
  });

  test.each([
    ['burnt', { toC: 180 }, '/toC'],
    ['without sugar', { sugarG: 0 }, '/sugarG'],
    ['with less than no water', { waterG: -1 }, '/waterG'],
    ['on no mountain', { altitudeM: 9000 }, '/altitudeM'],
    ['with a field that there is not', { sugar: 3 }, '/sugar'],
  ])('refuses a syrup %s', (_name, change, field) => {
    expect(() => runBoil({ ...input, ...change })).toThrow(expect.objectContaining({ field }));
  });
});
