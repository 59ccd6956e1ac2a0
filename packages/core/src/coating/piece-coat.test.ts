import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { meltFor } from '../melting/melt-for';
import { coatingLoads, pieceCoat, type PortionSeen } from './piece-coat';
import { centreGramsOf, coatRoles, type DippedForm } from './piece-form';
import { startPiecesLearned } from '../melting/start-pieces';
import { learnRejects, rejectShare } from './rejects';
import { formOfSize } from './size-class';
import { DEFAULT_WAY_RULES } from './way';

const dippery = {
  coatings: [
    { id: 'dark', yieldPa: 14, windowLowCelsius: 31 },
    { id: 'white', yieldPa: 10, windowLowCelsius: 28.3 },
  ],
  ways: DEFAULT_WAY_RULES,
};
const truffle: DippedForm = {
  kind: 'dipped',
  shape: { kind: 'sphere', diameterMm: 24 },
  centre: 'fat',
  centreGrams: 9,
  centreCelsius: 18,
  coating: 'dark',
  covered: 1,
  way: 'fork',
  bowlCelsius: 31,
  dwellSeconds: 2,
  coats: 2,
  footGrams: 0.5,
  dripGrams: 0,
};
const white = { coating: 'white', grams: 0.8 };
const seen = (change: Partial<PortionSeen>): PortionSeen => ({
  role: 'first',
  gramsPerPiece: 4,
  pieces: 100,
  estimateGrams: 4,
  sizeClass: '',
  seasonsBack: 0,
  isSetAside: false,
  ...change,
});

describe('the coat of a piece', () => {
  test('is shared out over its coats and adds up', () => {
    const coat = pieceCoat({ form: truffle, drizzle: white }, dippery);
    expect(coat.portions.map((portion) => [portion.role, portion.coating])).toEqual([
      ['first', 'dark'],
      ['second', 'dark'],
      ['drizzle', 'white'],
    ]);
    const sum = coat.portions.reduce((total, portion) => total + portion.grams, 0);
    expect(coat.totalGrams).toBeCloseTo(sum, 12);
    expect(coat.run.mean).toBeCloseTo(coat.totalGrams, 10);
    expect(coat.logSd).toBeCloseTo(0.35, 12);
    expect(coatRoles({ form: truffle, drizzle: white })).toEqual(['first', 'second', 'drizzle']);
  });

  test('of a moulded piece is one shell, of a cluster its share of the portion', () => {
    const moulded = {
      kind: 'moulded',
      coating: 'dark',
      cavityMm2: 4000,
      wallMm: 2.5,
      capGrams: 4,
      centreGrams: 8,
    } as const;
    expect(pieceCoat({ form: moulded, drizzle: null }, dippery).portions).toEqual([
      expect.objectContaining({ role: 'shell', grams: expect.closeTo(16.7) as number }),
    ]);
    const cluster = { kind: 'cluster', coating: 'dark', portionGrams: 30, coatingShare: 0.45 } as const;
    const coat = pieceCoat({ form: cluster, drizzle: null }, dippery);
    expect(coat.portions).toEqual([expect.objectContaining({ role: 'mix' })]);
    expect(coat.totalGrams).toBeCloseTo(13.5, 9);
    expect(centreGramsOf(cluster)).toBeCloseTo(16.5, 9);
    expect(() => pieceCoat({ form: { ...cluster, coatingShare: 1.3 }, drizzle: null }, dippery)).toThrow(
      '/coatingShare: 1.3',
    );
  });

  test('of a cluster is known by its mix: never more than the portion, and of the melt only what is mixed in', () => {
    // 15.5 to 66.1 g were told of a cluster of 41 g before
    const cluster = { kind: 'cluster', coating: 'dark', portionGrams: 41, coatingShare: 0.78 } as const;
    const coat = pieceCoat({ form: cluster, drizzle: null }, dippery);
    expect(coat.run.low90).toBeGreaterThan(29);
    expect(coat.run.high90).toBeLessThan(35);
    expect(coat.one.high90).toBeLessThanOrEqual(41);
    const rich = pieceCoat({ form: { ...cluster, coatingShare: 0.95 }, drizzle: white }, dippery);
    expect(rich.one.high90).toBe(41.8);
    const heavy = [seen({ role: 'mix', gramsPerPiece: 60, estimateGrams: 32, pieces: 200 })];
    const taught = pieceCoat({ form: cluster, drizzle: null }, dippery, { sizeClass: '', seen: heavy });
    expect(taught.portions[0]!.grams).toBeLessThanOrEqual(41);
    // 708 g were told for 340
    const [load] = coatingLoads(
      pieceCoat({ form: { ...cluster, portionGrams: 17, coatingShare: 0.5 }, drizzle: null }, dippery),
    );
    const answer = meltFor({
      ...{ goodPieces: 40, startedPieces: 40, certainty: 0.95, seedShare: 0 },
      ...load!,
      bowls: [{ id: 'b', capacityGrams: 4000, tailGrams: 262 }],
    });
    expect(answer.tailGrams).toBe(0);
    expect(answer.totalGrams).toBeGreaterThan(340);
    expect(answer.totalGrams).toBeLessThan(375);
  });

  test('in a coating that fat was stirred into is in doubt as far as one weighing may move it', () => {
    const bar: DippedForm = { ...truffle, coats: 1, coating: 'thin' };
    const thin = { id: 'thin', yieldPa: 3.4, windowLowCelsius: 29.5, thinnedLogSd: 0.63 };
    const thinned = { ...dippery, coatings: [...dippery.coatings, thin] };
    const coat = pieceCoat({ form: bar, drizzle: null }, thinned);
    expect(coat.logSd).toBeCloseTo(Math.hypot(0.35, 0.63), 9);
    // threefold what was estimated is believable now; and it is believed once it is weighed
    expect(coat.run.high90 / coat.run.mean).toBeGreaterThan(3);
    const { estimateGrams } = coat.portions[0]!;
    const weighed = [seen({ gramsPerPiece: 3 * estimateGrams, estimateGrams, pieces: 40 })];
    const taught = pieceCoat({ form: bar, drizzle: null }, thinned, { sizeClass: '', seen: weighed });
    expect(taught.portions[0]!.doubtful).toBe(0);
    expect(taught.totalGrams / estimateGrams).toBeGreaterThan(2.8);
  });

  test('counts what drips on the way', () => {
    const dry = pieceCoat({ form: truffle, drizzle: null }, dippery).totalGrams;
    const dripping = pieceCoat({ form: { ...truffle, dripGrams: 0.4 }, drizzle: null }, dippery);
    expect(dripping.totalGrams).toBeCloseTo(dry + 0.4, 9);
  });

  test('follows the workshop’s own way of going about it', () => {
    const thick = { ...dippery, ways: [{ ...DEFAULT_WAY_RULES[0]!, filmFactor: 1.2 }] };
    const film = pieceCoat({ form: truffle, drizzle: null }, dippery).estimate.filmMm;
    expect(pieceCoat({ form: truffle, drizzle: null }, thick).estimate.filmMm).toBeCloseTo(1.2 * film, 9);
  });

  test('is learned coat by coat: a weighing of one leaves the others as they were', () => {
    const before = pieceCoat({ form: truffle, drizzle: white }, dippery);
    const first = before.portions[0]!;
    const weighed = seen({ gramsPerPiece: first.estimateGrams * 1.2, estimateGrams: first.estimateGrams });
    const after = pieceCoat({ form: truffle, drizzle: white }, dippery, { sizeClass: '', seen: [weighed] });
    expect(after.portions[0]!.grams).toBeGreaterThan(first.grams * 1.15);
    expect(after.portions[0]!.weighings).toBe(1);
    expect(after.portions.slice(1)).toEqual(before.portions.slice(1));
    expect(after.logSd).toBeLessThan(before.logSd);
  });

  test('carries what was learned over to a piece described anew, as a factor', () => {
    const history = { sizeClass: '', seen: Array.from({ length: 8 }, () => seen({ gramsPerPiece: 5 })) };
    const factor = (form: DippedForm): number => {
      const { portions } = pieceCoat({ form, drizzle: null }, dippery, history);
      return portions[0]!.grams / portions[0]!.estimateGrams;
    };
    expect(factor({ ...truffle, covered: 0.5 })).toBeCloseTo(factor(truffle), 12);
    expect(factor(truffle)).toBeGreaterThan(1.2);
  });

  test('asks for a coating that is there', () => {
    expect(() => pieceCoat({ form: { ...truffle, coating: 'ruby' }, drizzle: null }, dippery)).toThrow(
      'no coating ruby',
    );
  });

  test('of a size class has its centre’s mass at the same density', () => {
    const small = formOfSize(truffle, { id: 's', name: 'small', centreGrams: 9 / 8 });
    expect(small).toMatchObject({
      centreGrams: 9 / 8,
      shape: { diameterMm: expect.closeTo(12, 9) as number },
    });
    expect(formOfSize(truffle, undefined)).toBe(truffle);
  });
});

describe('rejects', () => {
  test('never go beyond nine in ten, so that a day on which all failed still lets the rest be planned', () => {
    const belief = learnRejects([{ pieces: 400, rejects: 400, seasonsBack: 0 }]);
    expect(rejectShare(belief)).toBeCloseTo(0.9, 12);
    expect(startPiecesLearned({ goodPieces: 10, certainty: 0.95 }, belief)).toBeGreaterThan(100);
  });

  test('are learned from runs, older ones less', () => {
    // Beta(1 + 6, 29 + 114): 7/150
    expect(rejectShare(learnRejects([{ pieces: 120, rejects: 6, seasonsBack: 0 }]))).toBeCloseTo(7 / 150, 12);
    // faded by 0.7: Beta(5.2, 108.8)
    expect(learnRejects([{ pieces: 120, rejects: 6, seasonsBack: 1 }]).bad).toBeCloseTo(5.2, 12);
    expect(() => learnRejects([{ pieces: 10, rejects: 11, seasonsBack: 0 }])).toThrow('/runs/0/rejects: 11');
  });

  test('do not depend on the order of runs', () => {
    const run = fc.record({
      pieces: fc.integer({ min: 10, max: 200 }),
      rejects: fc.integer({ min: 0, max: 10 }),
      seasonsBack: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(run), (runs) => {
        expect(rejectShare(learnRejects(runs))).toBeCloseTo(
          rejectShare(learnRejects([...runs].reverse())),
          12,
        );
      }),
    );
  });
});
