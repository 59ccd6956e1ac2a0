import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dippedCoat, mouldedCoat, type Dipping } from './coat';
import { crustMm, drawnJoules } from './crust';
import { workingYieldPa } from './film';

const berry: Dipping = {
  shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
  centre: 'wet',
  centreGrams: null,
  centreCelsius: 8,
  covered: 0.68,
  yieldPa: 14,
  windowLowCelsius: 31,
  filmFactor: 1,
  bowlCelsius: 31,
  dwellSeconds: 3,
  coats: 1,
  footGrams: 0.7,
  dripGrams: 0,
};
const ball: Dipping = {
  ...berry,
  shape: { kind: 'sphere', diameterMm: 27 },
  centre: 'fat',
  centreCelsius: 5,
  covered: 0.75,
  filmFactor: 0.85,
  footGrams: 0.4,
};
const dry: Dipping = { ...berry, centre: 'dry', centreCelsius: 20, covered: 1, dwellSeconds: 2 };

/** Untuned, in dark at 31 °C: film and crust in mm, mass in g, from the model's table. */
const TABLE: readonly [string, Dipping, number, number, number][] = [
  ['berry, cold', berry, 1.12, 0.63, 6.21],
  ['berry, room-cool', { ...berry, centreCelsius: 20 }, 1.12, 0.3, 5.17],
  [
    'twist',
    { ...dry, shape: { kind: 'rod', diameterMm: 6, lengthMm: 190 }, footGrams: 0.6 },
    1.12,
    0.04,
    5.91,
  ],
  [
    'chip by fork',
    { ...dry, shape: { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 }, footGrams: 0.3 },
    1.12,
    0.04,
    5.68,
  ],
  [
    'chip by hand',
    {
      ...dry,
      shape: { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 },
      filmFactor: 0.6,
      footGrams: 0.1,
    },
    0.67,
    0.04,
    3.41,
  ],
  ['ball', ball, 0.96, 0.45, 3.48],
  ['ball, frozen', { ...ball, centreCelsius: -15 }, 0.96, 0.8, 4.24],
  [
    'truffle, one coat',
    { ...dry, shape: { kind: 'sphere', diameterMm: 24 }, centre: 'fat', centreCelsius: 18, footGrams: 0.5 },
    1.12,
    0.19,
    3.51,
  ],
  [
    'cookie',
    { ...dry, shape: { kind: 'cylinder', diameterMm: 45, heightMm: 11 }, footGrams: 1 },
    1.12,
    0.04,
    8.02,
  ],
];

describe('coating on one piece', () => {
  test.each(TABLE)('of a %s is reproduced within 2%%', (_name, dipping, film, crust, grams) => {
    const coat = dippedCoat(dipping);
    expect(coat.filmMm).toBeCloseTo(film, 2);
    expect(coat.crustMm).toBeCloseTo(crust, 2);
    expect(Math.abs(coat.estimateGrams / grams - 1)).toBeLessThan(0.02);
  });

  test('is the sum of its parts', () => {
    const coat = dippedCoat({ ...ball, coats: 2 });
    const sum = coat.filmGrams + coat.crustGrams + coat.secondCoatGrams + coat.footGrams;
    expect(coat.estimateGrams).toBeCloseTo(sum, 12);
    // grown by 2·(0.955 + 0.447) to 29.80 mm: π·29.80²·0.75·0.955·1.27/1000 = 2.54 g
    expect(coat.secondCoatGrams).toBeCloseTo(2.54, 2);
  });

  test('of a moulded piece is wall by area and a cap', () => {
    // 4,000 mm²·2.5 mm·1.27/1000 + 4 = 12.7 + 4
    expect(mouldedCoat({ cavityMm2: 4000, wallMm: 2.5, capGrams: 4 }).estimateGrams).toBeCloseTo(16.7, 10);
  });

  test('never shrinks with more coverage, a cooler centre or a thicker coating', () => {
    const share = fc.double({ min: 0.01, max: 1, noNaN: true });
    const celsius = fc.double({ min: -30, max: 45, noNaN: true });
    const pascal = fc.double({ min: 0.1, max: 200, noNaN: true });
    const grams = (change: Partial<Dipping>): number => dippedCoat({ ...berry, ...change }).estimateGrams;
    fc.assert(
      fc.property(share, share, celsius, celsius, pascal, pascal, (c1, c2, t1, t2, y1, y2) => {
        expect(grams({ covered: Math.max(c1, c2) })).toBeGreaterThanOrEqual(
          grams({ covered: Math.min(c1, c2) }),
        );
        expect(grams({ centreCelsius: Math.min(t1, t2) })).toBeGreaterThanOrEqual(
          grams({ centreCelsius: Math.max(t1, t2) }),
        );
        expect(grams({ yieldPa: Math.max(y1, y2) })).toBeGreaterThanOrEqual(
          grams({ yieldPa: Math.min(y1, y2) }),
        );
      }),
    );
  });

  test('thickens by 8% for each degree under the window and not above it', () => {
    const at = (bowlCelsius: number): number =>
      workingYieldPa({ yieldPa: 14, windowLowCelsius: 31, bowlCelsius });
    expect(at(29)).toBeCloseTo(14 * 1.16, 10);
    expect(at(31)).toBe(14);
    expect(at(34)).toBe(14);
    expect(workingYieldPa({ yieldPa: 14, windowLowCelsius: null, bowlCelsius: 20 })).toBe(14);
  });

  test.each<[string, Partial<Dipping>]>([
    ['/covered', { covered: 1.3 }],
    ['/covered', { covered: 0 }],
    ['/bowlC', { bowlCelsius: 61 }],
    ['/centreC', { centreCelsius: -31 }],
    ['/dwellS', { dwellSeconds: -1 }],
    ['/footG', { footGrams: NaN }],
    ['/yieldPa', { yieldPa: 0 }],
  ])('refuses %s out of range', (field, change) => {
    expect(() => dippedCoat({ ...berry, ...change })).toThrow(expect.objectContaining({ field }) as Error);
  });
});

describe('the crust of a cold centre', () => {
  const dip = {
    centre: 'wet',
    bowlCelsius: 31,
    centreCelsius: 8,
    dwellSeconds: 3,
    coveredMm2: 2466,
    centreGrams: null,
  } as const;

  test('is nothing on a centre as warm as the bowl, and on no area', () => {
    expect(crustMm({ ...dip, centreCelsius: 31 })).toBe(0);
    expect(crustMm({ ...dip, coveredMm2: 0 })).toBe(0);
  });

  test('takes no more heat than would warm the centre through', () => {
    // 0.5 g of fruit by 23 K at 3.9 J/(g·K): 44.85 J, less than the 138 J that the surface would draw
    expect(drawnJoules({ ...dip, centreGrams: 0.5 })).toBeCloseTo(44.85, 2);
    expect(drawnJoules({ ...dip, centreGrams: 18 })).toBe(drawnJoules(dip));
  });
});
