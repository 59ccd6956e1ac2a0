import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  firstBelief,
  learn,
  learnAll,
  pieceRange,
  runRange,
  weighedGramsPerPiece,
  type Weighing,
} from './learning';

const run = (grams: number, pieces: number, seasonsBack = 0): Weighing => ({
  startGrams: grams * pieces + 500,
  addedGrams: 0,
  leftGrams: 500,
  pieces,
  seasonsBack,
});
const weighing = fc.record({
  grams: fc.double({ min: 0.5, max: 40, noNaN: true }),
  pieces: fc.integer({ min: 1, max: 500 }),
});
const ratio = (belief: ReturnType<typeof firstBelief>): number => {
  const { low90, high90 } = runRange(belief);
  return high90 / low90;
};

describe('a first belief', () => {
  test('is the estimate with a log spread of 0.35', () => {
    // 6.2·exp(±1.645·0.35) = 6.2·0.5623 and 6.2·1.7784
    const { mean, low90, high90 } = runRange(firstBelief(6.2));
    expect(mean).toBeCloseTo(6.2, 10);
    expect(low90).toBeCloseTo(3.486, 3);
    expect(high90).toBeCloseTo(11.026, 3);
  });

  test.each([0, -1, NaN, Infinity])('refuses an estimate of %d g', (grams) => {
    expect(() => firstBelief(grams)).toThrow('/estimateG');
  });
});

describe('a weighing', () => {
  test('moves the mean as the closed form says', () => {
    // n 100: s² = 0.01 + 0.0625/100 = 0.010625; v = 0.1225; weight of the estimate 0.010625/0.133125 = 0.0798
    // mean = exp(0.0798·ln 6 + 0.9202·ln 8) = 7.819; variance 0.1225·0.010625/0.133125 = 0.009777
    const belief = learn(firstBelief(6), run(8, 100));
    expect(Math.exp(belief.logMean)).toBeCloseTo(7.819, 2);
    expect(belief.logVariance).toBeCloseTo(0.009777, 6);
  });

  test('leaves the mean between the belief and what was seen, and never widens the range', () => {
    fc.assert(
      fc.property(weighing, weighing, (first, second) => {
        const before = learn(firstBelief(first.grams), run(first.grams * 1.2, first.pieces));
        const after = learn(before, run(second.grams, second.pieces));
        const [low, high] = [runRange(before).mean, second.grams].sort((a, b) => a - b) as [number, number];
        expect(runRange(after).mean).toBeGreaterThanOrEqual(low * (1 - 1e-9));
        expect(runRange(after).mean).toBeLessThanOrEqual(high * (1 + 1e-9));
        expect(ratio(after)).toBeLessThanOrEqual(ratio(before));
      }),
    );
  });

  test('counts the same whatever the order', () => {
    const runs = [run(6, 40), run(7.5, 120, 1), run(5.5, 10, 2)];
    const forward = learnAll(firstBelief(6.2), runs);
    const backward = learnAll(firstBelief(6.2), [...runs].reverse());
    expect(forward.logMean).toBeCloseTo(backward.logMean, 12);
    expect(forward.logVariance).toBeCloseTo(backward.logVariance, 12);
  });

  test('of an earlier season counts for less', () => {
    const now = learn(firstBelief(6), run(9, 100));
    const before = learn(firstBelief(6), run(9, 100, 1));
    expect(before.logMean).toBeLessThan(now.logMean);
    expect(before.logVariance).toBeGreaterThan(now.logVariance);
  });

  test('far from what was expected is counted as doubtful and still used', () => {
    const belief = learn(firstBelief(6), run(30, 100));
    expect(belief).toMatchObject({ weighings: 1, doubtful: 1 });
    expect(Math.exp(belief.logMean)).toBeGreaterThan(20);
  });

  test('of a single piece spreads more than of a run', () => {
    const belief = firstBelief(6);
    expect(pieceRange(belief).high90).toBeGreaterThan(runRange(belief).high90);
  });

  test.each<[string, Partial<Weighing>, string]>([
    ['more left than there was', { leftGrams: 1200 }, '/leftG'],
    ['as much left as there was', { leftGrams: 1100 }, '/leftG'],
    ['no pieces', { pieces: 0 }, '/pieces'],
    ['half a piece', { pieces: 1.5 }, '/pieces'],
    ['a negative start', { startGrams: -1 }, '/startG'],
  ])('with %s is refused', (_name, change, field) => {
    const sound: Weighing = { startGrams: 1000, addedGrams: 100, leftGrams: 500, pieces: 60, seasonsBack: 0 };
    expect(weighedGramsPerPiece(sound)).toBe(10);
    expect(() => weighedGramsPerPiece({ ...sound, ...change })).toThrow(
      expect.objectContaining({ field }) as Error,
    );
  });
});
