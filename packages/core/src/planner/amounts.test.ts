import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  ceilDiv,
  clockStageIndex,
  leaveMinute,
  setupMinutes,
  stageGrams,
  stageMinutes,
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
