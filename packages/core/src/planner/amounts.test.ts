import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { meltFor } from '../melting/melt-for';
import { startPiecesLearned } from '../melting/start-pieces';
import {
  carriedGrams,
  ceilDiv,
  clockStageIndex,
  leaveMinute,
  leastStartShare,
  setupMinutes,
  stageGrams,
  stageMinutes,
  goodOfStarted,
  startedPieces,
  usableMinutes,
} from './amounts';
import { berry, smallProblem, twist } from './testing/small-problem';

describe('ceilDiv', () => {
  test.each([
    [0, 5, 0],
    [1, 5, 1],
    [5, 5, 1],
    [6, 5, 2],
  ])('of %d by %d is %d', (a, b, expected) => expect(ceilDiv(a, b)).toBe(expected));

  test('is exact on integers where a double division is not', () => {
    // 9007199254740991/3 = 3002399751580330.33…: the double quotient rounds to …330.5 at best
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 52 }), fc.integer({ min: 1, max: 1e6 }), (a, b) => {
        expect(BigInt(ceilDiv(a, b))).toBe((BigInt(a) + BigInt(b) - 1n) / BigInt(b));
      }),
    );
  });
});

describe('amounts of a stage', () => {
  test('minutes follow pieces and pace, rounded up once', () => {
    // (60·3 + 12·48)·90/6000 = 11.34 → 12
    expect(stageMinutes(berry.stages[1]!, 48, 90)).toBe(12);
    expect(stageMinutes(berry.stages[1]!, 48, 110)).toBe(14);
  });

  test('grams count started pieces, and milligrams keep a light drizzle itself', () => {
    expect(stageGrams(berry.stages[1]!, 48)).toBe(288);
    expect(stageGrams(berry.stages[0]!, 48)).toBe(0);
    // 13·0.8 g = 10.4 g → 11 g
    expect(stageGrams({ ...berry.stages[1]!, coating: { id: 'dark', milligramsPerPiece: 800 } }, 13)).toBe(
      11,
    );
  });

  test('pieces are started for those that will fail', () => {
    expect(startedPieces(berry, 48)).toBe(48);
    // 48·104/100 = 49.92 → 50
    expect(startedPieces({ ...berry, startPercent: 104 }, 48)).toBe(50);
  });

  test('what was started comes to the most good pieces that would start no more', () => {
    const product = { ...berry, startPercent: 104 };
    expect(goodOfStarted(product, { planned: 48, started: 45 })).toBe(43);
    expect(goodOfStarted(product, { planned: 48, started: 60 })).toBe(48);
    expect(goodOfStarted(product, { planned: 48, started: 0 })).toBe(0);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 300 }), (planned, started) => {
        const good = goodOfStarted(product, { planned, started });
        expect(good).toBeLessThanOrEqual(planned);
        expect(startedPieces(product, good)).toBeLessThanOrEqual(started);
        if (good < planned) expect(startedPieces(product, good + 1)).toBeGreaterThan(started);
      }),
    );
  });

  test('as many pieces are started as are surely enough, large batches in the proportion of the largest table', () => {
    const rejects = { bad: 1, good: 29, certainty: 0.95 };
    // one in thirty fails, and nobody knows it well yet: 14 beside 120, where 4 would be the mean
    expect(startedPieces({ rejects }, 120)).toBe(134);
    expect(startedPieces({ rejects }, 1)).toBe(1);
    expect(startedPieces({ rejects }, 0)).toBe(0);
    expect(startedPieces({ rejects }, 1_000_000)).toBe(100 * startedPieces({ rejects }, 10_000));
  });

  test('a melt holds what its pieces carry and what keeps it from running short', () => {
    const spare = { logSd: 0, certainty: 0.95 };
    const dip = { ...berry.stages[1]!, coating: { id: 'dark', milligramsPerPiece: 6000, spare } };
    // 360 g and 1.645·360·sqrt(0.01 + 0.0625/60) = 62.2 g
    expect(stageGrams(dip, 60)).toBe(423);
    expect(carriedGrams(dip, 60)).toBe(360);
    expect(stageGrams({ coating: { id: 'dark', gramsPerPiece: 6, spare } }, 60)).toBe(423);
    expect(stageGrams(dip, 0)).toBe(0);
  });

  test('a plan starts and melts what the piece’s own page says for as many', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.record({
          bad: fc.double({ min: 0.5, max: 20, noNaN: true }),
          good: fc.integer({ min: 20, max: 900 }),
        }),
        fc.record({
          mg: fc.integer({ min: 300, max: 30_000 }),
          logSd: fc.double({ min: 0, max: 0.35, noNaN: true }),
        }),
        fc.constantFrom(0.8, 0.95, 0.99),
        (goodPieces, belief, { mg, logSd }, certainty) => {
          const started = startedPieces({ rejects: { ...belief, certainty } }, goodPieces);
          const coating = { id: 'dark', milligramsPerPiece: mg, spare: { logSd, certainty } };
          const bowls = [{ id: 'a', capacityGrams: 60_000, tailGrams: 400 }];
          const page = meltFor({
            ...{ goodPieces, certainty, bowls, logSd, meanGrams: mg / 1000, seedShare: 0 },
            startedPieces: startPiecesLearned({ goodPieces, certainty }, belief),
          });
          expect(started).toBe(page.startedPieces);
          // a plan melts whole grams
          expect(stageGrams({ coating }, started) + 400 - page.totalGrams).toBeGreaterThan(-1e-5);
          expect(stageGrams({ coating }, started) + 400 - page.totalGrams).toBeLessThan(1);
        },
      ),
    );
  });

  test('no batch starts fewer for a good one than the least share, and more good ones never take fewer', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 150 }),
        fc.integer({ min: 1, max: 150 }),
        fc.record({
          bad: fc.double({ min: 0.5, max: 20, noNaN: true }),
          good: fc.integer({ min: 20, max: 900 }),
        }),
        (one, other, belief) => {
          const product = { maxBatchPieces: 300, rejects: { ...belief, certainty: 0.95 } };
          const share = leastStartShare(product);
          const [a, b] = [startedPieces(product, one), startedPieces(product, other)];
          expect(a).toBeGreaterThanOrEqual(share * one);
          expect(startedPieces(product, one + other)).toBeGreaterThanOrEqual(Math.max(a, b));
        },
      ),
    );
    expect(leastStartShare({ maxBatchPieces: 100, startPercent: 104 })).toBe(1.04);
    expect(leastStartShare({ maxBatchPieces: 100 })).toBe(1);
  });

  test('a set-up is cleaned, then melted by the kilogram', () => {
    // 5 + 20 + 4·0.788 = 28.152 → 5 + 24
    expect(setupMinutes(smallProblem.coatings[0]!, 788, 5)).toBe(29);
  });

  test('a plain bowl shortens what its coating allows, and never lengthens it', () => {
    const [coating] = smallProblem.coatings;
    expect(
      usableMinutes(coating!, { id: 'glass', capacityGrams: 1000, tailGrams: 90, usableMinutes: 40 }),
    ).toBe(40);
    expect(
      usableMinutes(coating!, { id: 'steel', capacityGrams: 1000, tailGrams: 90, usableMinutes: 900 }),
    ).toBe(240);
    expect(usableMinutes(coating!, smallProblem.melters[0]!)).toBe(240);
  });
});

test('the clock starts at the last coat, at the stage named, or at the end of a piece without a coat', () => {
  expect(clockStageIndex(berry)).toBe(1);
  expect(clockStageIndex({ ...berry, clockStage: 'wash' })).toBe(0);
  expect(
    clockStageIndex({ ...twist, stages: twist.stages.map((stage) => ({ ...stage, coating: null })) }),
  ).toBe(1);
});

test('boxes leave before their pickup by the journey to its place', () => {
  const order = { ...smallProblem.orders[0]!, place: 'quay' };
  expect(leaveMinute(order, [{ id: 'quay', minutes: 25 }])).toBe(1985);
  expect(leaveMinute(smallProblem.orders[0]!, undefined)).toBe(2010);
});
