import { describe, expect, test } from 'vitest';
import { InputError } from '../input/input-error';
import { runCoat } from './run-coat';

const berry = {
  shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
  centre: 'wet',
  covered: 0.68,
  coating: 'dark',
  way: 'fork',
  bowlC: 31,
  centreC: 8,
  dwellS: 3,
  coats: 1,
  footG: 0.7,
};

function faultOf(json: unknown): InputError {
  try {
    runCoat(json);
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error('was taken');
}

describe('the coat command', () => {
  test('answers with the estimate and its spread', () => {
    const { perPieceG, onePieceG, ...rest } = runCoat(berry) as any;
    expect(rest).toEqual({
      areaCm2: expect.closeTo(36.26, 2),
      filmMm: expect.closeTo(1.1237, 4),
      crustMm: expect.closeTo(0.6347, 4),
      estimateG: expect.closeTo(6.206, 3),
      weighings: 0,
    });
    expect(perPieceG.mean).toBeCloseTo(6.206, 3);
    expect(onePieceG.low90).toBeLessThan(perPieceG.low90);
  });

  test('takes a yield value of one’s own as it is', () => {
    const own = runCoat({ ...berry, coating: { yieldPa: 14 }, bowlC: 29 }) as any;
    expect(own.filmMm).toBeCloseTo(1.1237, 4);
  });

  test('narrows with weighed runs', () => {
    const { perPieceG, weighings } = runCoat({
      ...berry,
      runs: [{ startG: 3000, addedG: 500, leftG: 2700, pieces: 100 }],
    }) as any;
    expect(weighings).toBe(1);
    expect(perPieceG.mean).toBeGreaterThan(7);
    expect(perPieceG.high90 / perPieceG.low90).toBeLessThan(1.5);
  });

  test('computes a moulded piece from cavity, wall and cap', () => {
    const shell = runCoat({ shape: { kind: 'cavity', areaMm2: 4000 }, wallMm: 2.5, capG: 4 }) as any;
    expect(shell).toMatchObject({ areaCm2: 40, filmMm: 2.5, crustMm: 0, estimateG: expect.closeTo(16.7) });
  });

  test('takes a family and a weight in place of sizes', () => {
    const { shape: _shape, ...rest } = berry;
    const byWeight = runCoat({ ...rest, family: 'berry', centreG: 18 }) as any;
    // 18 g at 0.88 g/cm³ are 20.45 cm³, a spheroid of 32.05 × 38.06 mm
    expect(byWeight.areaCm2).toBeCloseTo(36.37, 1);
    expect(byWeight.estimateG).toBeCloseTo(6.22, 1);
    expect(faultOf({ ...berry, family: 'berry', centreG: 900 })).toMatchObject({
      field: '/centreG',
      value: 900,
      range: '5..60',
    });
  });

  test('adds what drips, and computes a cluster by its share', () => {
    expect((runCoat({ ...berry, dripG: 0.8 }) as any).estimateG).toBeCloseTo(7.006, 3);
    expect(runCoat({ portionG: 30, coatingShare: 0.5 })).toMatchObject({ estimateG: 15, areaCm2: 0 });
  });

  test.each<[object, string, string]>([
    [{ portionG: 30 }, '/shape', 'unknown-field'],
    [{ family: 'biscuit' }, '/family', 'unknown-value'],
    [{ dripG: -1 }, '/dripG', 'out-of-range'],
    [{ covered: 1.3 }, '/covered', 'out-of-range'],
    [{ covered: '0.68' }, '/covered', 'wrong-type'],
    [{ coats: 3 }, '/coats', 'out-of-range'],
    [{ coats: 1.5 }, '/coats', 'not-an-integer'],
    [{ way: 'spoon' }, '/way', 'unknown-value'],
    [{ coating: 'ruby' }, '/coating', 'unknown-value'],
    [{ coating: { yieldPa: 14, kind: 'dark' } }, '/coating/kind', 'unknown-field'],
    [{ shape: { kind: 'spheroid', diameterMm: 32 } }, '/shape/lengthMm', 'missing-field'],
    [{ shape: { kind: 'cone', diameterMm: 32 } }, '/shape/kind', 'unknown-value'],
    [{ colour: 'brown' }, '/colour', 'unknown-field'],
    [{ wallMm: 2 }, '/wallMm', 'unknown-field'],
    [{ runs: [{ startG: 10, addedG: 0, leftG: 20, pieces: 1 }] }, '/runs/0/leftG', 'out-of-range'],
    [{ runs: [{ startG: 10, addedG: 0, leftG: 5, pieces: 0 }] }, '/runs/0/pieces', 'out-of-range'],
    [{ runs: 'none' }, '/runs', 'wrong-type'],
  ])('refuses %j at %s', (change, field, code) => {
    expect(faultOf({ ...berry, ...change })).toMatchObject({ field, code });
  });
});
