import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runBowl } from '../commands/run-bowl';
import { meltFor as meltForStarted, piecesFrom } from './melt-for';
import { splitOverBowls } from './split-over-bowls';
import { normalQuantile, normalShareBelow } from './normal';
import { startPieces, startPiecesLearned } from './start-pieces';

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

/** What to melt from one bowl at a known rate of rejects. */
interface Wish {
  readonly goodPieces: number;
  readonly rejectRate: number;
  readonly certainty: number;
  readonly meanGrams: number;
  readonly logSd: number;
  readonly tailGrams: number;
  readonly capacityGrams: number;
  readonly seedShare: number;
}

const meltFor = ({ tailGrams, capacityGrams, ...rest }: Wish) =>
  meltForStarted({
    ...rest,
    startedPieces: startPieces(rest),
    bowls: [{ id: 'a', tailGrams, capacityGrams }],
  });

describe('pieces to start when the rate is learned', () => {
  test.each([
    // 1 of 1 good with 1/2; one of 2 with 1 − 1/2·2/3 = 2/3; one of 3 with 1 − 1/4 = 3/4
    [1, 0.7, { bad: 1, good: 1 }, 3],
    [1, 0.66, { bad: 1, good: 1 }, 2],
    // one of one good with 29/30 = 0.967
    [1, 0.95, { bad: 1, good: 29 }, 1],
  ])('for %d good ones at certainty %d and %j are %d', (goodPieces, certainty, belief, expected) => {
    expect(startPiecesLearned({ goodPieces, certainty }, belief)).toBe(expected);
  });

  test('are the fewest that do, as plain products of small cases find them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.double({ min: 0.5, max: 5, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        (goodPieces, bad, good) => {
          const choose = (n: number, k: number): number =>
            k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k;
          const rising = (x: number, n: number): number =>
            Array.from({ length: n }, (_, i) => x + i).reduce((product, each) => product * each, 1);
          const sure = (n: number): number => {
            let sum = 0;
            for (let k = 0; k <= n - goodPieces; k++)
              sum += (choose(n, k) * rising(bad, k) * rising(good, n - k)) / rising(bad + good, n);
            return sum;
          };
          const started = startPiecesLearned({ goodPieces, certainty: 0.9 }, { bad, good });
          expect(sure(started)).toBeGreaterThanOrEqual(0.9 - 1e-9);
          if (started > goodPieces) expect(sure(started - 1)).toBeLessThan(0.9 + 1e-9);
        },
      ),
    );
  });

  test('come near those of a known rate once much is known', () => {
    const known = startPieces({ goodPieces: 400, certainty: 0.95, rejectRate: 0.03 });
    const learned = startPiecesLearned({ goodPieces: 400, certainty: 0.95 }, { bad: 3e5, good: 97e5 });
    expect(learned).toBe(known);
    const few = startPiecesLearned({ goodPieces: 400, certainty: 0.95 }, { bad: 3, good: 97 });
    expect(few).toBeGreaterThan(known);
  });
});

const wish: Wish = {
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
    expect(answer).toMatchObject({ startedPieces: 60, onPiecesGrams: 360, rejectsGrams: 0, tailGrams: 400 });
    expect(answer.spareGrams).toBeCloseTo(62.2, 1);
    expect(answer.melts).toEqual([
      { bowl: 'a', pieces: 60, grams: expect.closeTo(822.2, 1) as number, tailGrams: 400 },
    ]);
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
          expect(pieces.reduce((sum, each) => sum + each, 0)).toBe(answer.startedPieces);
          expect(Math.max(...pieces) - Math.min(...pieces)).toBeLessThanOrEqual(1);
          for (const melt of answer.melts) expect(melt.grams).toBeLessThanOrEqual(4000 + 1e-6);
          const fewer = answer.melts.length - 1;
          if (fewer > 0)
            expect(
              ((parts - answer.tailGrams) * Math.ceil(answer.startedPieces / fewer)) / answer.startedPieces +
                400,
            ).toBeGreaterThan(4000);
        },
      ),
    );
  });

  test.each<[string, Partial<Wish>, string]>([
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
    const bowl = { meanGrams: 7, logSd: 0, certainty: 0.95, tailGrams: 400 };
    expect(piecesFrom(3200, bowl).likely).toBe(400);
    expect(piecesFrom(3199, bowl).likely).toBe(399);
    expect(piecesFrom(400, bowl)).toEqual({ likely: 0, sure: 0 });
    expect(() => piecesFrom(300, bowl)).toThrow(
      '/grams: 300 is not accepted; expected at least the tail, 400',
    );
  });

  test('backwards and forwards agree: what is sure to be covered is what that much would be melted for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 450, max: 6000, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 0.35, noNaN: true }),
        (grams, meanGrams, logSd) => {
          const bowl = { meanGrams, logSd, certainty: 0.95, tailGrams: 400 };
          const { sure, likely } = piecesFrom(grams, bowl);
          const melted = (pieces: number): number =>
            meltFor({ ...wish, ...bowl, goodPieces: pieces, capacityGrams: 100_000 }).melts[0]!.grams;
          expect(sure).toBeLessThanOrEqual(likely);
          if (sure > 0) expect(melted(sure)).toBeLessThanOrEqual(grams + 1e-6);
          expect(melted(sure + 1)).toBeGreaterThan(grams - 1e-6);
        },
      ),
    );
  });
});

describe('a split over bowls', () => {
  const small = { id: 'small', capacityGrams: 1000, tailGrams: 90 };
  const large = { id: 'large', capacityGrams: 4000, tailGrams: 400 };
  const over = (pieces: number) => splitOverBowls({ pieces, grams: pieces * 6, bowls: [small, large] });

  test('takes the bowl that leaves least when it holds all', () => {
    // (1000 − 90)/6 = 151 pieces go into the small one
    expect(over(151)).toEqual([{ bowl: 'small', pieces: 151, grams: 996, tailGrams: 90 }]);
    expect(over(152).map((melt) => melt.bowl)).toEqual(['large']);
  });

  test('fills the roomiest and puts the rest where least is left', () => {
    expect(over(700).map(({ bowl, pieces }) => [bowl, pieces])).toEqual([
      ['large', 600],
      ['small', 100],
    ]);
    expect(over(1000).map(({ bowl, pieces }) => [bowl, pieces])).toEqual([
      ['large', 500],
      ['large', 500],
    ]);
  });

  test('keeps every piece and every gram, and no bowl is overfilled', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (pieces, perPiece) => {
          const melts = splitOverBowls({ pieces, grams: pieces * perPiece, bowls: [small, large] });
          const tails = melts.reduce((sum, melt) => sum + melt.tailGrams, 0);
          expect(melts.reduce((sum, melt) => sum + melt.pieces, 0)).toBe(pieces);
          expect(melts.reduce((sum, melt) => sum + melt.grams, 0) - tails).toBeCloseTo(pieces * perPiece, 5);
          for (const { bowl, grams, pieces: dipped } of melts) {
            expect(grams).toBeLessThanOrEqual((bowl === 'small' ? 1000 : 4000) + 1e-6);
            expect(dipped).toBeGreaterThan(0);
          }
        },
      ),
    );
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
    [{ capacityG: 500 }, '/tailG', 'out-of-range'],
    [{ pieces: 0 }, '/pieces', 'out-of-range'],
  ])('refuses %j', (change, field, code) => {
    expect(() => runBowl({ ...input, ...change })).toThrow(expect.objectContaining({ field, code }) as Error);
  });
});
