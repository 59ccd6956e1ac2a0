import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  bareAndDippedGramsPerPiece,
  CoatLearner,
  courseOfLearning,
  gramsShown,
  learnedBelief,
  sumOfCoats,
  type CoatSeen,
} from './coat-learning';
import { firstBelief, learnAll, runRange } from './learning';

const berry = { estimateGrams: 6, sizeClass: 'medium' };
const seen = (change: Partial<CoatSeen> = {}): CoatSeen => ({
  gramsPerPiece: 7,
  pieces: 100,
  estimateGrams: 6,
  sizeClass: 'medium',
  seasonsBack: 0,
  isSetAside: false,
  ...change,
});
const anySeen = fc
  .record({
    gramsPerPiece: fc.double({ min: 2, max: 14, noNaN: true }),
    pieces: fc.integer({ min: 10, max: 300 }),
    seasonsBack: fc.integer({ min: 0, max: 3 }),
    sizeClass: fc.constantFrom('small', 'medium', 'large'),
  })
  .map(seen);

describe('a coat that is learned', () => {
  test('is, with one class and one description, the plain normal update', () => {
    fc.assert(
      fc.property(fc.array(anySeen, { minLength: 1, maxLength: 12 }), (weighings) => {
        const plain = learnAll(
          firstBelief(6),
          weighings.map(({ gramsPerPiece, pieces, seasonsBack }) => ({
            startGrams: gramsPerPiece * pieces,
            addedGrams: 0,
            leftGrams: 0,
            pieces,
            seasonsBack,
          })),
        );
        const oneClass = weighings.map((each) => ({ ...each, sizeClass: 'medium' }));
        const learned = learnedBelief(berry, oneClass);
        expect(learned.logMean).toBeCloseTo(plain.logMean, 9);
        expect(learned.logVariance).toBeCloseTo(plain.logVariance, 9);
        expect(learned).toMatchObject({ weighings: plain.weighings, doubtful: plain.doubtful });
      }),
    );
  });

  test('does not depend on the order of weighings, and never grows wider', () => {
    fc.assert(
      fc.property(fc.array(anySeen, { minLength: 2, maxLength: 15 }), (weighings) => {
        const there = learnedBelief(berry, weighings);
        const back = learnedBelief(berry, [...weighings].reverse());
        expect(there.logMean).toBeCloseTo(back.logMean, 9);
        expect(there.logVariance).toBeCloseTo(back.logVariance, 9);
        let before = learnedBelief(berry, []).logVariance;
        for (const { belief } of courseOfLearning(berry, weighings)) {
          expect(belief.logVariance).toBeLessThanOrEqual(before + 1e-12);
          before = belief.logVariance;
        }
      }),
    );
  });

  test('moves between estimate and observation', () => {
    fc.assert(
      fc.property(anySeen, (each) => {
        const { mean } = runRange(learnedBelief(berry, [each]));
        const [low, high] = [Math.min(6, each.gramsPerPiece), Math.max(6, each.gramsPerPiece)];
        expect(mean).toBeGreaterThanOrEqual(low - 1e-9);
        expect(mean).toBeLessThanOrEqual(high + 1e-9);
      }),
    );
  });

  test('lends strength from one size class to another, and keeps the rest of the doubt', () => {
    const small = { estimateGrams: 5, sizeClass: 'small' };
    const weighings = Array.from({ length: 10 }, () => seen({ gramsPerPiece: 7.2 }));
    const other = learnedBelief(small, weighings);
    const own = learnedBelief(berry, weighings);
    expect(runRange(own).mean).toBeGreaterThan(7);
    // the factor 1.2 comes over nearly whole, the class's own 0.12 stays
    expect(runRange(other).mean / 5).toBeGreaterThan(1.13);
    expect(Math.sqrt(other.logVariance)).toBeGreaterThan(0.12);
    expect(Math.sqrt(other.logVariance)).toBeLessThan(0.17);
    expect(Math.sqrt(own.logVariance)).toBeLessThan(0.05);
  });

  test('agrees with the joint normal computed by plain integration over the shared part', () => {
    // two classes, one weighing each: integrate exp(−b²/2σb²)·N(x1; b, τ²+s²)·N(m; …) on a grid
    const weighings = [
      seen({ gramsPerPiece: 7, sizeClass: 'medium' }),
      seen({ gramsPerPiece: 5, sizeClass: 'large', pieces: 40 }),
    ];
    const tau2 = 0.12 ** 2;
    const shared2 = 0.35 ** 2 - tau2;
    const own2 = 0.1 ** 2 + 0.25 ** 2 / 100;
    const other2 = 0.1 ** 2 + 0.25 ** 2 / 40;
    const [x1, x2] = [Math.log(7 / 6), Math.log(5 / 6)];
    let mass = 0;
    let first = 0;
    for (let b = -2; b <= 2; b += 0.002)
      for (let m = b - 0.8; m <= b + 0.8; m += 0.004) {
        const weight = Math.exp(
          -(b * b) / (2 * shared2) -
            (m - b) ** 2 / (2 * tau2) -
            (x1 - m) ** 2 / (2 * own2) -
            (x2 - b) ** 2 / (2 * (tau2 + other2)),
        );
        mass += weight;
        first += weight * m;
      }
    expect(learnedBelief(berry, weighings).logMean - Math.log(6)).toBeCloseTo(first / mass, 3);
  });

  test('counts what is doubtful and uses it; what is set aside is neither', () => {
    const learner = new CoatLearner();
    expect(learner.add(seen({ gramsPerPiece: 6.2 }))).toEqual({ isDoubtful: false });
    expect(learner.add(seen({ gramsPerPiece: 20 }))).toEqual({ isDoubtful: true });
    expect(learner.belief(6, 'medium')).toMatchObject({ weighings: 2, doubtful: 1 });
    const without = learnedBelief(berry, [
      seen({ gramsPerPiece: 6.2 }),
      seen({ gramsPerPiece: 20, isSetAside: true }),
    ]);
    expect(without).toEqual(learnedBelief(berry, [seen({ gramsPerPiece: 6.2 })]));
  });

  test('trusts an older season less', () => {
    const now = learnedBelief(berry, [seen()]);
    const back = learnedBelief(berry, [seen({ seasonsBack: 2 })]);
    expect(back.logVariance).toBeGreaterThan(now.logVariance);
    expect(back.logMean).toBeLessThan(now.logMean);
  });
});

describe('the course of learning', () => {
  test('tells what a weighing of another description is worth today', () => {
    // 7 g where 6 g were estimated is a sixth more; of the 3 g that are estimated today that is 3.5 g
    const [step] = courseOfLearning({ estimateGrams: 3, sizeClass: 'medium' }, [seen()]);
    expect(step!.gramsToday).toBeCloseTo(3.5, 12);
  });
});

test('what is on the scale shows grams a piece, whichever way it was weighed', () => {
  const run = { kind: 'run', startGrams: 3000, addedGrams: 500, leftGrams: 2700 } as const;
  const dipped = { kind: 'bare-and-dipped', bareGrams: 182, dippedGrams: 246 } as const;
  expect(gramsShown(run, 100)).toBeCloseTo(8, 12);
  expect(gramsShown(dipped, 10)).toBeCloseTo(6.4, 12);
  expect(() => gramsShown({ ...run, leftGrams: 3500 }, 100)).toThrow(
    expect.objectContaining({ field: '/leftG' }) as Error,
  );
});

describe('ten bare and ten dipped', () => {
  test('show what they carry', () => {
    expect(bareAndDippedGramsPerPiece({ bareGrams: 182, dippedGrams: 246, pieces: 10 })).toBeCloseTo(6.4, 9);
  });

  test.each([
    [{ bareGrams: 0, dippedGrams: 60, pieces: 10 }, '/bareG'],
    [{ bareGrams: 182, dippedGrams: 182, pieces: 10 }, '/dippedG'],
    [{ bareGrams: 182, dippedGrams: 170, pieces: 10 }, '/dippedG'],
    [{ bareGrams: 182, dippedGrams: 246, pieces: 0 }, '/pieces'],
    [{ bareGrams: NaN, dippedGrams: 246, pieces: 10 }, '/bareG'],
  ])('are refused as %j at %s', (weighed, field) => {
    expect(() => bareAndDippedGramsPerPiece(weighed)).toThrow(expect.objectContaining({ field }) as Error);
  });
});

test('coats together spread as if they erred the same way', () => {
  expect(
    sumOfCoats([
      { grams: 4, logSd: 0.35 },
      { grams: 2, logSd: 0.05 },
    ]),
  ).toEqual({
    totalGrams: 6,
    logSd: expect.closeTo(0.25, 12) as number,
  });
});
