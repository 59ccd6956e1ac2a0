import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runBowl } from '../commands/run-bowl';
import { meltFor, piecesFrom, type MeltWish } from './melt-for';
import { normalQuantile, normalShareBelow } from './normal';
import { startPieces } from './start-pieces';

describe('the normal distribution', () => {
  test.each([
    [0, 0.5],
    [1, 0.841345],
    [1.644854, 0.95],
    [-2, 0.02275],
    [6, 0.999999999],
  ])('has of itself below %d a share of %d', (x, share) => expect(normalShareBelow(x)).toBeCloseTo(share, 6));

  test('and its quantile undo each other', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0001, max: 0.9999, noNaN: true }), (share) => {
        expect(normalShareBelow(normalQuantile(share))).toBeCloseTo(share, 9);
      }),
    );
    expect(() => normalQuantile(1)).toThrow('/probability');
    expect(() => normalQuantile(NaN)).toThrow('/probability');
  });
});

describe('pieces to start', () => {
  test.each([
    // 0.9 < 0.95 <= 1 − 0.1² = 0.99
    [1, 0.1, 0.95, 2],
    // 0.5, 0.75, 0.875, 0.9375, 0.96875: one of five
    [1, 0.5, 0.95, 5],
    [60, 0, 0.95, 60],
    // 0.99³ = 0.9703 >= 0.95
    [3, 0.01, 0.95, 3],
    // 0.97² = 0.9409 < 0.95; two of three: 1 − 3·0.03²·0.97 − 0.03³ = 0.9974
    [2, 0.03, 0.95, 3],
  ])(
    'for %d good ones at %d rejects and certainty %d are %d',
    (goodPieces, rejectRate, certainty, expected) => {
      expect(startPieces({ goodPieces, rejectRate, certainty })).toBe(expected);
    },
  );

  test('are the fewest that do, as simple sums of small cases find them', () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: 0.001, max: 0.5, noNaN: true }),
        fc.double({ min: 0.5, max: 0.99, noNaN: true }),
        (goodPieces, rejectRate, certainty) => {
          const sure = (n: number): number => {
            let sum = 0;
            for (let bad = 0; bad <= n - goodPieces; bad++)
              sum += choose(n, bad) * rejectRate ** bad * (1 - rejectRate) ** (n - bad);
            return sum;
          };
          const started = startPieces({ goodPieces, rejectRate, certainty });
          expect(sure(started)).toBeGreaterThanOrEqual(certainty - 1e-9);
          if (started > goodPieces) expect(sure(started - 1)).toBeLessThan(certainty + 1e-9);
        },
      ),
    );
  });

  test('are found for long runs too, where the first terms vanish', () => {
    // mean of rejects 5,263 a 100,000 good at 5%, sd 74.4: about 100,000/0.95 + 1.645·77
    const started = startPieces({ goodPieces: 100_000, rejectRate: 0.05, certainty: 0.95 });
    expect(started).toBeGreaterThan(105_263);
    expect(started).toBeLessThan(105_500);
  });
});

const wish: MeltWish = {
  goodPieces: 60,
  rejectRate: 0,
  certainty: 0.95,
  meanGrams: 6,
  logSd: 0,
  tailGrams: 400,
  capacityGrams: 4000,
  seedShare: 1 / 3,
};

describe('what to melt', () => {
  test('is on the pieces, to spare, and left in the bowl', () => {
    const answer = meltFor(wish);
    // 1.645·360·sqrt(0.01 + 0.0625/60) = 62.2
    expect(answer).toMatchObject({ startPieces: 60, onPiecesGrams: 360, rejectsGrams: 0, tailGrams: 400 });
    expect(answer.spareGrams).toBeCloseTo(62.2, 1);
    expect(answer.melts).toEqual([{ pieces: 60, grams: expect.closeTo(822.2, 1) as number }]);
    expect(answer.seedGrams).toBeCloseTo(822.2 / 3, 1);
    expect(answer.reserveGrams).toBe(answer.seedGrams);
  });

  test('adds up over its melts, of equal pieces, none over the bowl’s capacity, and never fewer than needed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3000 }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 0.35, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (goodPieces, meanGrams, logSd, rejectRate) => {
          const answer = meltFor({ ...wish, goodPieces, meanGrams, logSd, rejectRate });
          const grams = answer.melts.reduce((sum, melt) => sum + melt.grams, 0);
          const pieces = answer.melts.map((melt) => melt.pieces);
          const parts = answer.onPiecesGrams + answer.rejectsGrams + answer.spareGrams + answer.tailGrams;
          expect(grams).toBeCloseTo(parts, 6);
          expect(pieces.reduce((sum, each) => sum + each, 0)).toBe(answer.startPieces);
          expect(Math.max(...pieces) - Math.min(...pieces)).toBeLessThanOrEqual(1);
          for (const melt of answer.melts) expect(melt.grams).toBeLessThanOrEqual(4000 + 1e-6);
          const fewer = answer.melts.length - 1;
          if (fewer > 0)
            expect(
              ((parts - answer.tailGrams) * Math.ceil(answer.startPieces / fewer)) / answer.startPieces + 400,
            ).toBeGreaterThan(4000);
        },
      ),
    );
  });

  test.each<[string, Partial<MeltWish>, string]>([
    ['a bowl smaller than its tail', { capacityGrams: 300 }, '/capacityG'],
    ['a bowl that holds its tail alone', { capacityGrams: 400 }, '/capacityG'],
    ['no pieces', { goodPieces: 0 }, '/pieces'],
    ['a certainty of 1', { certainty: 1 }, '/certainty'],
    ['less than no rejects', { rejectRate: -0.01 }, '/rejectRate'],
    ['a weightless coat', { meanGrams: 0 }, '/perPieceG/mean'],
    ['an endless spread', { logSd: Infinity }, '/perPieceG/logSd'],
    ['all of it seed', { seedShare: 1 }, '/seedShare'],
  ])('refuses %s', (_name, change, field) => {
    expect(() => meltFor({ ...wish, ...change })).toThrow(expect.objectContaining({ field }) as Error);
  });

  test('backwards: a bowl covers whole pieces down to its tail', () => {
    expect(piecesFrom(3200, { meanGrams: 7, tailGrams: 400 })).toBe(400);
    expect(piecesFrom(3199, { meanGrams: 7, tailGrams: 400 })).toBe(399);
    expect(piecesFrom(300, { meanGrams: 7, tailGrams: 400 })).toBe(0);
  });
});

describe('the bowl command', () => {
  const input = {
    pieces: 420,
    perPieceG: { mean: 9.4, logSd: 0.05 },
    rejectRate: 0.03,
    certainty: 0.95,
    tailG: 600,
    capacityG: 4000,
    seedShare: 0.3333,
  };

  test('answers in grams', () => {
    const answer = runBowl(input) as { melts: { grams: number }[] } & Record<string, number>;
    const parts = answer['onPiecesG']! + answer['rejectsG']! + answer['spareG']! + answer['tailG']!;
    expect(answer.melts.reduce((sum, melt) => sum + melt.grams, 0)).toBeCloseTo(parts, 6);
    expect(answer['onPiecesG']).toBeCloseTo(3948, 6);
    expect(answer.melts).toHaveLength(2);
  });

  test.each([
    [{ pieces: 1.5 }, '/pieces', 'not-an-integer'],
    [{ perPieceG: { mean: 9.4 } }, '/perPieceG/logSd', 'missing-field'],
    [{ perPieceG: { mean: 9.4, logSd: 0.05, unit: 'g' } }, '/perPieceG/unit', 'unknown-field'],
    [{ bowl: 'A' }, '/bowl', 'unknown-field'],
    [{ capacityG: 500 }, '/capacityG', 'out-of-range'],
  ])('refuses %j', (change, field, code) => {
    expect(() => runBowl({ ...input, ...change })).toThrow(expect.objectContaining({ field, code }) as Error);
  });
});
