import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { coveredShare, dipLineMm } from './dip-line';
import type { Shape } from './shape';

describe('the dip line', () => {
  test('of a ball lies at the share of its height', () => {
    // the zone of a sphere is proportional to its height: 0.75·27 = 20.25 mm
    expect(dipLineMm({ kind: 'sphere', diameterMm: 27 }, 0.75)).toBeCloseTo(20.25, 4);
  });

  test('of half a berry lies at half its height', () => {
    expect(dipLineMm({ kind: 'spheroid', diameterMm: 32, lengthMm: 38 }, 0.5)).toBeCloseTo(19, 4);
    expect(dipLineMm({ kind: 'spheroid', diameterMm: 40, lengthMm: 20 }, 0.5)).toBeCloseTo(10, 4);
  });

  test('and the covered share undo each other', () => {
    const size = fc.double({ min: 5, max: 80, noNaN: true });
    fc.assert(
      fc.property(
        size,
        size,
        fc.double({ min: 0.02, max: 0.99, noNaN: true }),
        (diameterMm, lengthMm, covered) => {
          const shape = { kind: 'spheroid', diameterMm, lengthMm } as const;
          expect(coveredShare(shape, dipLineMm(shape, covered))).toBeCloseTo(covered, 6);
        },
      ),
    );
  });

  test('covers nothing below the piece and all of it above', () => {
    expect(coveredShare({ kind: 'sphere', diameterMm: 20 }, -1)).toBe(0);
    expect(coveredShare({ kind: 'sphere', diameterMm: 20 }, 25)).toBeCloseTo(1, 12);
  });

  test.each<[string, Shape, number, number]>([
    // two thirds of a rod's length
    ['a rod', { kind: 'rod', diameterMm: 6, lengthMm: 190 }, 2 / 3, 126.67],
    // half of an oval lies below its middle
    ['a sheet', { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 }, 0.5, 27.5],
    // base π·22.5² = 1590.4, wall π·45·5.5 = 777.5 of 2·1590.4 + 1555.1
    ['a cookie', { kind: 'cylinder', diameterMm: 45, heightMm: 11 }, 0.5, 5.5],
    // base 1000 + 140·15/2 = 2050 of 4100
    ['a bar', { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 }, 0.5, 7.5],
  ])('of %s lies where its geometry says', (_name, shape, covered, line) => {
    expect(dipLineMm(shape, covered)).toBeCloseTo(line, 2);
    expect(coveredShare(shape, line)).toBeCloseTo(covered, 3);
  });

  test.each<[string, Shape]>([
    ['rod', { kind: 'rod', diameterMm: 6, lengthMm: 190 }],
    ['sheet', { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 }],
    ['cylinder', { kind: 'cylinder', diameterMm: 45, heightMm: 11 }],
    ['cuboid', { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 }],
  ])('of a %s only rises as more is covered', (_name, shape) => {
    const share = fc.double({ min: 0.02, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, (a, b) => {
        const [less, more] = a < b ? [a, b] : [b, a];
        expect(dipLineMm(shape, less)).toBeLessThanOrEqual(dipLineMm(shape, more) + 1e-9);
      }),
    );
  });
});
