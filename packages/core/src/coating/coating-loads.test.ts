import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DIPPED_SPREAD } from './learning';
import { coatingLoads, type CoatPortion } from './piece-coat';
import type { CoatRole } from './piece-form';
import { FIRST_REJECTS, goodOf, rejectShare } from './rejects';

const portion = (role: CoatRole, coating: string, grams: number, logSd = 0.35): CoatPortion => ({
  role,
  coating,
  grams,
  estimateGrams: grams,
  logSd,
  spread: DIPPED_SPREAD,
  weighings: 0,
  doubtful: 0,
});

describe('what a piece carries of each coating', () => {
  test('is the sum over its coats, in the order in which they are put on', () => {
    const portions = [
      portion('first', 'dark', 4),
      portion('second', 'dark', 2, 0.05),
      portion('drizzle', 'white', 0.5),
    ];
    // 4 g ± 0.35 and 2 g ± 0.05 err the same way: (4·0.35 + 2·0.05)/6 = 0.25
    expect(coatingLoads({ portions })).toEqual([
      { coating: 'dark', meanGrams: 6, logSd: expect.closeTo(0.25, 9), isMixed: false },
      { coating: 'white', meanGrams: 0.5, logSd: expect.closeTo(0.35, 9), isMixed: false },
    ]);
  });

  test('loses nothing of what it carries in all, and names each coating once', () => {
    const part = fc.record({
      coating: fc.constantFrom('dark', 'milk', 'white'),
      grams: fc.double({ min: 0.05, max: 40, noNaN: true }),
      logSd: fc.double({ min: 0.01, max: 0.4, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 4 }), (parts) => {
        const portions = parts.map(({ coating, grams, logSd }) => portion('first', coating, grams, logSd));
        const loads = coatingLoads({ portions });
        const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);
        expect(sum(loads.map(({ meanGrams }) => meanGrams))).toBeCloseTo(sum(parts.map((p) => p.grams)), 9);
        expect(new Set(loads.map(({ coating }) => coating)).size).toBe(loads.length);
        const widest = Math.max(...parts.map(({ logSd }) => logSd));
        for (const { logSd } of loads) expect(logSd).toBeLessThanOrEqual(widest + 1e-9);
      }),
    );
  });
});

describe('the good ones of so many dipped', () => {
  test('are whole pieces', () => {
    expect(goodOf(150, { bad: 7, good: 143 })).toBe(143);
    expect(goodOf(151, { bad: 7, good: 143 })).toBe(143);
    expect(goodOf(0, FIRST_REJECTS)).toBe(0);
  });

  test('are never more than were dipped, and one piece more never makes fewer', () => {
    fc.assert(
      fc.property(fc.nat(20_000), fc.nat(500), fc.integer({ min: 1, max: 5000 }), (dipped, bad, good) => {
        const belief = { bad, good };
        expect(goodOf(dipped, belief)).toBeLessThanOrEqual(dipped);
        expect(goodOf(dipped + 1, belief)).toBeGreaterThanOrEqual(goodOf(dipped, belief));
        expect(goodOf(dipped, belief)).toBeGreaterThan(dipped * (1 - rejectShare(belief)) - 1);
      }),
    );
  });
});
