import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { COATING_KINDS } from './coating-kind';
import {
  FLUIDITIES,
  OWN_FAT_PERCENT,
  coatingAllergens,
  lotMonths,
  minorPerGram,
  percentAgainst,
  suggestedWindow,
  thinnedLogSd,
  thinnedYieldPa,
  restoringPercent,
  thinningFactor,
  totalFatPercent,
  type Fluidity,
  yieldPaOf,
  type CoatingDescription,
} from './coating-flow';
import { runOffSeconds, yieldPaByRunOff } from './run-off';

const dark: CoatingDescription = {
  id: 'dark',
  kind: 'dark',
  fluidity: 3,
  measuredYieldPa: null,
  thinnedPercent: 0,
  stockMonths: 0,
  windowLowCelsius: 31,
  windowHighCelsius: 32.2,
  parts: [],
  packs: [
    { grams: 1000, priceMinor: 1850 },
    { grams: 2500, priceMinor: 4250 },
  ],
  allergens: ['soya'],
};
const milk: CoatingDescription = {
  ...dark,
  id: 'milk',
  kind: 'milk',
  windowLowCelsius: 29.5,
  windowHighCelsius: 31,
  packs: [{ grams: 1000, priceMinor: 1500 }],
  allergens: ['milk'],
};
const blend: CoatingDescription = {
  ...dark,
  id: 'blend',
  kind: 'blend',
  packs: [],
  allergens: [],
  parts: [
    { coating: 'dark', parts: 3 },
    { coating: 'milk', parts: 1 },
  ],
};
const all = [dark, milk, blend];

describe('the yield value of a coating', () => {
  test.each<[string, Partial<CoatingDescription>, number]>([
    ['as the packet calls ordinary', {}, 14],
    ['thicker by its packet', { fluidity: 1 }, 14 * 1.6],
    ['thinned by 1%', { thinnedPercent: 1 }, 10.5],
    ['thinned by 6%, with no floor', { thinnedPercent: 6 }, 14 / 3],
    ['a year old', { stockMonths: 12 }, 14 * (1 + 0.03 * 6)],
    [
      'measured, its packet and age no longer asked',
      { measuredYieldPa: 20, fluidity: 5, stockMonths: 12 },
      20,
    ],
    ['white eleven months old', { kind: 'white', stockMonths: 11 }, 10 * 1.3],
  ])('that is %s', (_name, change, yieldPa) => {
    expect(yieldPaOf({ ...dark, ...change }, all)).toBeCloseTo(yieldPa, 9);
  });

  test('of a blend lies by mass between its parts', () => {
    // (3·14 + 1·12)/4
    expect(yieldPaOf(blend, all)).toBeCloseTo(13.5, 9);
    // 35% fat of its own: 1% more is 0.65 points
    const thinning = 1 / (1 + 0.65 / 0.64 / 3);
    expect(yieldPaOf({ ...blend, thinnedPercent: 1 }, all)).toBeCloseTo(13.5 * thinning, 9);
    expect(suggestedWindow(blend, all)).toEqual({ low: 30.625, high: expect.closeTo(31.9) as number });
    expect(suggestedWindow(milk, all)).toEqual({ low: 29.5, high: 31 });
  });

  test('of a blend never leaves the span of its parts', () => {
    const parts = fc.double({ min: 0.01, max: 1000, noNaN: true });
    fc.assert(
      fc.property(parts, parts, (a, b) => {
        const mixed = yieldPaOf(
          {
            ...blend,
            parts: [
              { coating: 'dark', parts: a },
              { coating: 'milk', parts: b },
            ],
          },
          all,
        );
        expect(mixed).toBeGreaterThanOrEqual(12 - 1e-9);
        expect(mixed).toBeLessThanOrEqual(14 + 1e-9);
      }),
    );
  });

  test('never grows with more fat, and never falls with age', () => {
    expect(thinningFactor(0)).toBe(1);
    const percent = fc.double({ min: 0, max: 10, noNaN: true });
    fc.assert(
      fc.property(percent, percent, (a, b) => {
        expect(thinningFactor(Math.max(a, b))).toBeLessThanOrEqual(thinningFactor(Math.min(a, b)));
      }),
    );
  });

  test('falls with every percent of fat, in a thick packet less, and is in doubt by what the fat does', () => {
    // 2.7%, 7.6% and 10% read the same before
    const factors = [2.7, 7.6, 10].map((percent) => thinningFactor(percent));
    expect(factors).toEqual([expect.closeTo(0.526, 3), expect.closeTo(0.283, 3), expect.closeTo(0.231, 3)]);
    const packet = (fluidity: Fluidity, ownFatPercent = 36) => ({ fluidity, ownFatPercent });
    expect(thinningFactor(3, packet(1))).toBeCloseTo(0.625, 9);
    expect(thinningFactor(3, packet(1))).toBeGreaterThan(thinningFactor(3, packet(2)));
    // by the fat in all: what has more of its own gains less by as much
    expect(thinningFactor(3, packet(3, 32))).toBeCloseTo(1 / (1 + 0.68 / 0.64), 9);
    expect(thinningFactor(3, packet(3, 42))).toBeGreaterThan(thinningFactor(3, packet(3, 36)));
    expect(thinningFactor(40)).toBeCloseTo(1 / (1 + 40 / 3), 9);
    expect(totalFatPercent(5, 36)).toBeCloseTo(39.2, 9);
    expect(thinnedLogSd(dark, all)).toBeCloseTo(0, 12);
    expect(thinnedLogSd({ ...dark, thinnedPercent: 3 }, all)).toBeCloseTo(0.5 * Math.LN2, 9);
    const thinnedMilk = all.map((each) => (each.id === 'milk' ? { ...each, thinnedPercent: 3 } : each));
    const half: CoatingDescription = {
      ...dark,
      ...{ id: 'half', kind: 'blend', parts: ['dark', 'milk'].map((coating) => ({ coating, parts: 1 })) },
    };
    expect(thinnedLogSd(half, thinnedMilk)).toBeCloseTo(0.25 * Math.log(1 + 0.68 / 0.64), 9);
  });

  test('is brought back by fat to the flow that it had when fresh', () => {
    // 1.3 times as thick
    expect(restoringPercent('dark', 16)).toBeCloseTo(0.9, 9);
    fc.assert(
      fc.property(
        fc.constantFrom(...COATING_KINDS),
        fc.integer({ min: 0, max: 36 }),
        fc.constantFrom(...FLUIDITIES),
        (kind, stockMonths, fluidity) => {
          const old = { ...dark, kind, fluidity, stockMonths };
          const thinnedPercent = restoringPercent(kind, stockMonths, fluidity)!;
          const fresh = yieldPaOf({ ...old, stockMonths: 0 }, all);
          expect(yieldPaOf({ ...old, thinnedPercent }, all) / fresh).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  test.each<[string, Partial<CoatingDescription>, string]>([
    ['more fat than can be meant', { thinnedPercent: 41 }, '/thinnedPercent'],
    ['stock of a hundred months', { stockMonths: 100 }, '/stockMonths'],
    ['no number', { measuredYieldPa: NaN }, '/measuredYieldPa'],
    ['a blend of one', { kind: 'blend', parts: [{ coating: 'milk', parts: 1 }] }, '/parts'],
    [
      'no mass of a part',
      {
        ...blend,
        parts: [
          { coating: 'dark', parts: 0 },
          { coating: 'milk', parts: 1 },
        ],
      },
      '/parts/0/parts',
    ],
    [
      'a part that is not there',
      {
        ...blend,
        parts: [
          { coating: 'dark', parts: 1 },
          { coating: 'ruby', parts: 1 },
        ],
      },
      '/parts/1/coating',
    ],
    [
      'a blend of itself',
      {
        ...blend,
        parts: [
          { coating: 'blend', parts: 1 },
          { coating: 'milk', parts: 1 },
        ],
      },
      '/parts/0/coating',
    ],
  ])('is refused for %s', (_name, change, field) => {
    expect(() => yieldPaOf({ ...dark, ...change }, all)).toThrow(expect.objectContaining({ field }) as Error);
  });
});

describe('price and allergens of a coating', () => {
  test('go by the pack that is cheapest by mass, and by the parts of a blend', () => {
    expect(minorPerGram(dark, all)).toBeCloseTo(1.7, 9);
    // (3·1.7 + 1·1.5)/4
    expect(minorPerGram(blend, all)).toBeCloseTo(1.65, 9);
    expect(minorPerGram({ ...dark, packs: [] }, all)).toBeNull();
    expect(minorPerGram(blend, [{ ...dark, packs: [] }, milk, blend])).toBeNull();
  });

  test('are those of the parts with its own, each once', () => {
    expect(coatingAllergens({ ...blend, allergens: ['nuts', 'soya'] }, all)).toEqual([
      'milk',
      'nuts',
      'soya',
    ]);
    expect(coatingAllergens(dark, all)).toEqual(['soya']);
  });
});

describe('a coating with more fat stirred in', () => {
  test.each<[string, Partial<CoatingDescription>, number, number | null]>([
    ['is thinner by 1%', {}, 1, 10.5],
    ['is thinner yet where it is thin already', { thinnedPercent: 5 }, 1, 14 / 3],
    ['takes no more than 40%', { thinnedPercent: 39.5 }, 1, null],
    ['is thinner than what was measured', { measuredYieldPa: 20 }, 1, 15],
  ])('%s', (_name, change, by, yieldPa) => {
    const thinned = thinnedYieldPa({ ...dark, ...change }, by, all);
    if (yieldPa === null) expect(thinned).toBeNull();
    else expect(thinned).toBeCloseTo(yieldPa, 9);
  });

  test('is never thicker than it was', () => {
    const percent = fc.double({ min: 0, max: 10, noNaN: true });
    fc.assert(
      fc.property(percent, percent, (thinnedPercent, by) => {
        const before = { ...dark, thinnedPercent };
        expect(thinnedYieldPa(before, by, all) ?? 0).toBeLessThanOrEqual(yieldPaOf(before, all));
      }),
    );
  });
});

describe('a lot of a coating', () => {
  const now = Date.UTC(2026, 5, 18);
  const month = (365.25 / 12) * 86_400_000;

  test('is as old as what is left to its best-before date says, and no younger than it has lain', () => {
    const lot = { receivedAt: now - 2 * month, bestBefore: now + 5 * month, now };
    expect(lotMonths('milk', lot)).toBeCloseTo(13, 9);
    expect(lotMonths('milk', { ...lot, bestBefore: null })).toBeCloseTo(2, 9);
    expect(lotMonths('milk', { ...lot, bestBefore: now + 30 * month })).toBeCloseTo(2, 9);
    expect(lotMonths('milk', { ...lot, bestBefore: now - 90 * month })).toBe(36);
  });

  test('is brought back by as much fat as undoes what made it thick', () => {
    for (const times of [1, 1.3, 2])
      for (const kind of ['dark', 'milk', 'white'] as const) {
        const percent = percentAgainst(kind, times)!;
        const packet = { fluidity: 3, ownFatPercent: OWN_FAT_PERCENT[kind] } as const;
        expect(times * thinningFactor(percent, packet)).toBeCloseTo(1, 9);
      }
    expect(percentAgainst('dark', 0.5)).toBe(0);
    expect(percentAgainst('dark', 50)).toBeNull();
  });

  test('runs off a spoon the longer the thicker it is', () => {
    expect(yieldPaByRunOff(20)).toBe(12);
    expect(runOffSeconds(12)).toBe(20);
    expect(() => yieldPaByRunOff(500)).toThrow(/\/seconds/);
  });

  test('declares the allergens of the fat that is stirred in, where there is any in it', () => {
    const fats = [{ id: 'butter-oil', allergens: ['milk'] }];
    const dark = {
      ...({ id: 'dark', kind: 'dark', parts: [], allergens: ['soya'] } as const),
      ...{ thinnedPercent: 3, thinnedWith: 'butter-oil' },
    };
    expect(coatingAllergens(dark, [], fats)).toEqual(['milk', 'soya']);
    expect(coatingAllergens({ ...dark, thinnedPercent: 0 }, [], fats)).toEqual(['soya']);
    expect(coatingAllergens({ ...dark, thinnedWith: null }, [], fats)).toEqual(['soya']);
  });
});
