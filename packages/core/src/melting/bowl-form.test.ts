import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { brimGrams, depthOfGrams, gramsToDepth, radiusAt, wallMm2, type BowlForm } from './bowl-form';
import { computedTailGrams, dipHeightMm, requireTail, tailOf } from './tail';

const round: BowlForm = { kind: 'round', rimMm: 300, heightMm: 200 };
const shallow: BowlForm = { kind: 'round', rimMm: 300, heightMm: 80 };
const cone: BowlForm = { kind: 'cone', rimMm: 240, baseMm: 120, heightMm: 160 };
const straight: BowlForm = { kind: 'straight', rimMm: 200, heightMm: 120 };
const FORMS: readonly [string, BowlForm][] = [
  ['round', round],
  ['shallow round', shallow],
  ['cone', cone],
  ['straight', straight],
];

describe('a bowl', () => {
  test.each<[string, BowlForm, number, number]>([
    // π·10²·2 cm³ = 628.3 cm³
    ['straight', straight, 20, 628.3 * 1.27],
    // cap of a sphere of 15 cm, 2 cm high: π·4·(45 − 2)/3 = 180.1 cm³
    ['round', round, 20, 180.118 * 1.27],
    // half a sphere of 15 cm, 2/3·π·15³ = 7068.6, and 5 cm of wall, π·15²·5 = 3534.3 cm³
    ['round to its brim', round, 200, 10602.9 * 1.27],
    // frustum: π·8/3·(6² + 6·9 + 9²) = 1432.6 cm³
    ['cone', cone, 80, 1432.6 * 1.27],
    // cap of rim 15 and height 8: π·8/6·(3·15² + 8²) = 3095.5 cm³
    ['shallow', shallow, 80, 3095.5 * 1.27],
  ])('that is %s holds what its geometry says', (_name, form, depth, grams) => {
    expect(gramsToDepth(form, depth) / grams).toBeCloseTo(1, 4);
  });

  test.each(FORMS)('that is %s: depth and grams undo each other, and grow together', (_name, form) => {
    const share = fc.double({ min: 0.001, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, (a, b) => {
        const grams = brimGrams(form) * a;
        expect(gramsToDepth(form, depthOfGrams(form, grams))).toBeCloseTo(grams, 0);
        const [low, high] = a < b ? [a, b] : [b, a];
        expect(gramsToDepth(form, form.heightMm * low)).toBeLessThanOrEqual(
          gramsToDepth(form, form.heightMm * high),
        );
      }),
    );
  });

  test.each(FORMS)('that is %s: its volume is the sum of its thin slices', (_name, form) => {
    let slices = 0;
    for (let h = 0.05; h < form.heightMm; h += 0.1) slices += Math.PI * radiusAt(form, h) ** 2 * 0.1;
    expect((slices / 1000) * 1.27).toBeCloseTo(brimGrams(form), -1);
  });

  test('has a wall between two heights', () => {
    expect(wallMm2(straight, 20, 60)).toBeCloseTo(Math.PI * 200 * 40, 6);
    expect(wallMm2(round, 0, 150)).toBeCloseTo(2 * Math.PI * 150 * 150, 6);
    expect(wallMm2(cone, 0, 160)).toBeCloseTo(Math.PI * 180 * Math.hypot(60, 160), 6);
    expect(wallMm2(cone, 60, 20)).toBe(0);
  });

  test.each<[object, string]>([
    [{ rimMm: 0 }, '/form/rimMm'],
    [{ heightMm: 5000 }, '/form/heightMm'],
    [{ kind: 'cone', baseMm: 300 }, '/form/baseMm'],
  ])('with %j is refused at %s', (change, field) => {
    expect(() => brimGrams({ ...straight, ...change } as BowlForm)).toThrow(
      expect.objectContaining({ field }) as Error,
    );
  });
});

describe('the tail', () => {
  const bowl = { form: straight, capacityGrams: gramsToDepth(straight, 60), isTilted: false };

  test('is what stands below the dip, and the film on the wall', () => {
    // 798.0 + π·200·40 mm² · 1 mm = 25.1 cm³ = 31.9 g
    expect(computedTailGrams(bowl, { heightMm: 20, filmMm: 1 })).toBeCloseTo(829.9, 0);
    // tilted, 12 mm are enough: 478.8 + π·200·48 mm³ = 38.3 g
    expect(computedTailGrams({ ...bowl, isTilted: true }, { heightMm: 20, filmMm: 1 })).toBeCloseTo(517.1, 0);
  });

  test('grows with the piece', () => {
    const dip = fc.double({ min: 1, max: 50, noNaN: true });
    fc.assert(
      fc.property(dip, dip, (a, b) => {
        const tail = (heightMm: number): number => computedTailGrams(bowl, { heightMm, filmMm: 1 });
        expect(tail(Math.max(a, b))).toBeGreaterThanOrEqual(tail(Math.min(a, b)) - 1e-9);
      }),
    );
  });

  test('never fills the bowl, and the bowl is never over its brim', () => {
    expect(() => computedTailGrams(bowl, { heightMm: 60, filmMm: 1 })).toThrow('/capacityG');
    expect(() => computedTailGrams({ ...bowl, capacityGrams: 9000 }, { heightMm: 20, filmMm: 1 })).toThrow(
      '/capacityG: 9000',
    );
    expect(() => requireTail(400, 400)).toThrow('/tailG: 400 is not accepted; expected less than');
    expect(requireTail(399, 400)).toBe(399);
  });

  test('is the measured one where there is one, else the largest of the pieces’', () => {
    const dips = [
      { heightMm: 20, filmMm: 1 },
      { heightMm: 30, filmMm: 1 },
    ];
    expect(tailOf({ ...bowl, measuredTailGrams: 350 }, dips)).toBe(350);
    expect(tailOf({ ...bowl, measuredTailGrams: null }, dips)).toBe(computedTailGrams(bowl, dips[1]!));
    const deep = { heightMm: 61, filmMm: 1 };
    expect(tailOf({ ...bowl, measuredTailGrams: null }, [...dips, deep])).toBe(
      computedTailGrams(bowl, dips[1]!),
    );
    expect(() => tailOf({ ...bowl, measuredTailGrams: null }, [{ heightMm: 70, filmMm: 1 }])).toThrow(
      '/capacityG',
    );
    expect(tailOf({ ...bowl, measuredTailGrams: null }, [])).toBeGreaterThan(0);
    expect(() => tailOf({ ...bowl, form: null, measuredTailGrams: null }, dips)).toThrow('/tailG');
  });

  test('asks of a ball the depth of its dip line, of what lies flat its height', () => {
    const form = { kind: 'dipped', covered: 0.75, shape: { kind: 'sphere', diameterMm: 27 } };
    expect(dipHeightMm(form as never)).toBeCloseTo(20.25, 4);
    const bar = { ...form, shape: { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 } };
    expect(dipHeightMm(bar as never)).toBe(15);
    expect(dipHeightMm({ kind: 'moulded' } as never)).toBe(5);
  });
});
