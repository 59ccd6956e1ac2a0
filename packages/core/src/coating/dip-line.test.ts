import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { coveredShare, dipLineMm } from './dip-line';

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
});
