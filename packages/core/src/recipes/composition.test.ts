import { describe, expect, test } from 'vitest';
import {
  COATING_COMPOSITIONS,
  FACT_PARTS,
  KNOWN_COMPOSITIONS,
  energyOf,
  requireComposition,
  type Composition,
  type FactGrams,
} from './composition';
import { compositionOfCoating } from './coating-composition';
import { KNOWN_INGREDIENTS } from './ingredient-table';

const ALL: Readonly<Record<string, Composition>> = { ...KNOWN_COMPOSITIONS, ...COATING_COMPOSITIONS };
const grams = (change: Partial<FactGrams>): FactGrams => ({
  ...(Object.fromEntries(FACT_PARTS.map((part) => [part, 0])) as FactGrams),
  ...change,
});

describe('what is known of ingredients', () => {
  test('is of ingredients of the table, and of all but those that are strained out', () => {
    const ids = KNOWN_INGREDIENTS.map(({ id }) => id);
    expect(Object.keys(KNOWN_COMPOSITIONS).filter((id) => !ids.includes(id))).toEqual([]);
    expect(ids.filter((id) => !(id in KNOWN_COMPOSITIONS))).toEqual(['coffee-ground', 'tea-leaves']);
  });

  test.each(Object.entries(ALL))('adds up: %s', (_id, made) => {
    const { water, fat, carbohydrate, sugars, polyols, fibre, protein, salt, alcohol } = made;
    const sum = water + fat + carbohydrate + fibre + protein + salt + alcohol;
    // minerals and acids are not told
    expect(sum).toBeLessThanOrEqual(102);
    expect(sum).toBeGreaterThanOrEqual(made === ALL['cream-of-tartar'] || salt > 20 ? 60 : 88);
    expect(sugars + polyols).toBeLessThanOrEqual(carbohydrate + 1e-9);
  });

  test('has energy by its parts, sugar alcohols less than sugar', () => {
    expect(energyOf(grams({ fat: 10, carbohydrate: 20 }))).toEqual({ kilojoules: 710, kilocalories: 170 });
    expect(energyOf(grams({ carbohydrate: 20, polyols: 20 })).kilojoules).toBe(200);
    expect(energyOf(grams({ fibre: 5, protein: 2, alcohol: 1 }))).toEqual({
      kilojoules: 103,
      kilocalories: 25,
    });
  });
});

describe('what a coating is made of', () => {
  const plain = (id: 'dark' | 'milk', thinnedPercent = 0) => ({ id, kind: id, parts: [], thinnedPercent });
  const half = {
    ...({ id: 'half', kind: 'blend', thinnedPercent: 0 } as const),
    parts: [
      { coating: 'dark', parts: 1 },
      { coating: 'milk', parts: 3 },
    ],
  };

  test('is of its kind, with the fat that is stirred in', () => {
    const thinned = compositionOfCoating(plain('dark', 5), [])!;
    expect(thinned.fat).toBeCloseTo(39.2, 9);
    expect(thinned.sugars).toBeCloseTo(41.8, 9);
  });

  test('is of its parts by mass, and not known without one of them', () => {
    // (36 + 3·32)/4
    expect(compositionOfCoating(half, [plain('dark'), plain('milk')])!.fat).toBeCloseTo(33, 9);
    expect(compositionOfCoating(half, [plain('dark')])).toBeNull();
  });
});

describe('a make-up that somebody types', () => {
  const sugar = KNOWN_COMPOSITIONS['sugar']!;

  test.each([
    ['more than there is', { fat: 5 }, '/composition/fat'],
    ['more sugars than carbohydrate', { carbohydrate: 90 }, '/composition/sugars'],
    ['sugar alcohols beside all sugars', { polyols: 1 }, '/composition/polyols'],
  ])('is refused for %s', (_name, change, field) => {
    expect(requireComposition(sugar, '/composition')).toBe(sugar);
    expect(() => requireComposition({ ...sugar, ...change }, '/composition')).toThrow(
      expect.objectContaining({ field }),
    );
  });
});
