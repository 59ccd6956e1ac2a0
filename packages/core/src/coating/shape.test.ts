import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { grownBy, surfaceMm2, type Shape } from './shape';

describe('surface', () => {
  test.each<[string, Shape, number]>([
    // π·24² = 1809.56
    ['a ball of 24 mm', { kind: 'sphere', diameterMm: 24 }, 1809.56],
    // a 16, c 19, e 0.5393: 2π·256·(1 + 19/(16·0.5393)·asin 0.5393) = 3625.9
    ['a berry 32 × 38 mm', { kind: 'spheroid', diameterMm: 32, lengthMm: 38 }, 3625.93],
    // π·6·190 = 3581.4
    ['a rod 6 × 190 mm, without its ends', { kind: 'rod', diameterMm: 6, lengthMm: 190 }, 3581.42],
    // π·45²/2 + π·45·11 = 3180.9 + 1555.1
    ['a cookie 45 × 11 mm', { kind: 'cylinder', diameterMm: 45, heightMm: 11 }, 4735.95],
    // 2·(50·20 + 50·15 + 20·15) = 4100
    ['a bar 50 × 20 × 15 mm', { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 }, 4100],
    // 2·π/4·55·40·1.05 = 3628.5
    [
      'a chip 55 × 40 mm, curved by 1.05',
      { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 },
      3628.54,
    ],
    // a flat one: a 20, c 10, e 0.8660: 2π·400·(1 + 0.25/0.8660·atanh 0.8660) = 3468.6
    ['an oblate one 40 × 20 mm', { kind: 'spheroid', diameterMm: 40, lengthMm: 20 }, 3468.6],
  ])('of %s', (_name, shape, expected) => {
    expect(surfaceMm2(shape)).toBeCloseTo(expected, 0);
  });

  test('of a spheroid meets the sphere from both sides', () => {
    const sphere = surfaceMm2({ kind: 'sphere', diameterMm: 30 });
    for (const lengthMm of [29.9999, 30, 30.0001])
      expect(surfaceMm2({ kind: 'spheroid', diameterMm: 30, lengthMm })).toBeCloseTo(sphere, 1);
  });

  test.each([0.99, 400.01, NaN, Infinity])('refuses a diameter of %d mm', (diameterMm) => {
    expect(() => surfaceMm2({ kind: 'sphere', diameterMm })).toThrow('/shape/diameterMm');
  });

  test('grows with every dimension', () => {
    const size = fc.double({ min: 2, max: 300, noNaN: true });
    fc.assert(
      fc.property(size, size, fc.double({ min: 0.01, max: 5, noNaN: true }), (diameterMm, lengthMm, mm) => {
        const shape: Shape = { kind: 'spheroid', diameterMm, lengthMm };
        expect(surfaceMm2(grownBy(shape, mm))).toBeGreaterThan(surfaceMm2(shape));
      }),
    );
  });

  test('grown by a coat keeps a sheet’s curvature', () => {
    expect(grownBy({ kind: 'sheet', lengthMm: 50, widthMm: 40, curvature: 1.1 }, 1.5)).toEqual({
      kind: 'sheet',
      lengthMm: 53,
      widthMm: 43,
      curvature: 1.1,
    });
  });
});
