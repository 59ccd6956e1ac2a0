import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runYield } from '../commands/run-yield';
import { readRecipe } from './read-recipe';
import { portionCount, recipeFigures } from './recipe-figures';
import { scaleFactor, scaleRecipe } from './scale-recipe';
import { compositionOfYield } from './yield-composition';
import { UNWEIGHED_YIELD, cameOutOf, learnYield, yieldRange } from './yield-learning';

const CARAMEL = {
  format: 'alnage-recipe/1',
  name: 'Caramel',
  ingredients: [
    { ingredient: 'sugar', amount: 300, unit: 'g' },
    { ingredient: 'water', amount: 150, unit: 'g' },
  ],
  yield: { kind: 'boiled', toCelsius: 112 },
  portion: { kind: 'weight', grams: 10 },
};
const caramel = readRecipe(CARAMEL);
const counted = (low: number, high = low) =>
  readRecipe({
    ...CARAMEL,
    yield: { kind: 'computed', lossShare: 0 },
    portion: { kind: 'count', low, high },
  });

describe('a recipe that is boiled', () => {
  test('yields what is left when its water has gone', () => {
    const figures = recipeFigures(caramel);
    expect(figures).toMatchObject({ totalGrams: 450, pieces: 37 });
    expect(figures.boiledOffGrams).toBeCloseTo(75, 9);
    expect(figures.yieldGrams).toBeCloseTo(375, 9);
    const { composition } = compositionOfYield(caramel, figures);
    expect(composition).toMatchObject({
      water: expect.closeTo(20, 9),
      sugars: expect.closeTo(80, 9),
    });
  });

  test('loses what sticks to the pot beside that', () => {
    const sticks = readRecipe({ ...CARAMEL, yield: { kind: 'boiled', toCelsius: 112, lossShare: 0.04 } });
    expect(recipeFigures(sticks).yieldGrams).toBeCloseTo(360, 9);
  });

  test('of what is not known loses nothing, and needs some sugar', () => {
    const of = (...ingredients: object[]) => readRecipe({ ...CARAMEL, ingredients });
    const sugar = { ingredient: 'sugar', amount: 300, unit: 'g' };
    const strange = { ingredient: 'birch-sap', amount: 150, unit: 'g' };
    const figures = recipeFigures(of(sugar, strange));
    expect(figures.boiledOffGrams).toBe(0);
    expect(compositionOfYield(of(sugar, strange), figures)).toEqual({
      composition: null,
      unknown: ['birch-sap'],
    });
    expect(() => recipeFigures(of(strange))).toThrow(expect.objectContaining({ field: '/ingredients' }));
  });

  test('that was weighed has lost steam where a step boils it', () => {
    const step = { text: 'Boil', celsius: 112 };
    const weighed = { ...CARAMEL, yield: { kind: 'measured', grams: 375 } };
    const boiled = readRecipe({ ...weighed, steps: [step] });
    expect(compositionOfYield(boiled, recipeFigures(boiled)).composition?.sugars).toBeCloseTo(80, 9);
    const stuck = readRecipe(weighed);
    expect(compositionOfYield(stuck, recipeFigures(stuck)).composition?.sugars).toBeCloseTo(66.67, 2);
  });
});

describe('a recipe that makes so many', () => {
  test.each([
    [48, 48, 450 / 48, 48],
    [6, 7, 450 / 6.5, 6],
  ])('%d to %d portions its yield evenly', (low, high, grams, pieces) => {
    const figures = recipeFigures(counted(low, high));
    expect(figures.portionGrams).toBeCloseTo(grams, 9);
    expect(figures.pieces).toBe(pieces);
  });

  test('makes more when it is scaled, each as heavy as before', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 500 }), (makes, wanted) => {
        const recipe = counted(makes);
        const more = scaleRecipe(recipe, scaleFactor(recipe, { kind: 'pieces', pieces: wanted }));
        const [before, after] = [recipeFigures(recipe), recipeFigures(more)];
        expect(after.pieces).toBe(wanted);
        expect(after.portionGrams / before.portionGrams).toBeCloseTo(1, 9);
      }),
    );
  });

  test('is refused where it ends before it begins', () => {
    expect(() => counted(7, 6)).toThrow(expect.objectContaining({ field: '/portion/high' }));
  });
});

describe('what a recipe yields', () => {
  const batch = (grams: number, seasonsBack = 0) => ({ expectedGrams: 800, grams, seasonsBack });

  test('is learned from what came out', () => {
    const belief = learnYield([batch(740)]);
    expect(belief).toMatchObject({ logMean: expect.closeTo(-0.0624, 4), weighings: 1 });
    expect(yieldRange(800, belief).mean).toBeCloseTo(751.6, 1);
  });

  test('moves between estimate and what was weighed, and never becomes less sure', () => {
    const grams = fc.double({ min: 300, max: 2000, noNaN: true });
    fc.assert(
      fc.property(fc.array(grams, { minLength: 1, maxLength: 8 }), (weighed) => {
        let before = UNWEIGHED_YIELD;
        for (const each of weighed) {
          const after = learnYield([batch(each)], { first: before });
          const [low, high] = [before.logMean, Math.log(each / 800)].sort((a, b) => a - b);
          expect(after.logMean).toBeGreaterThanOrEqual(low! - 1e-12);
          expect(after.logMean).toBeLessThanOrEqual(high! + 1e-12);
          expect(after.logVariance).toBeLessThan(before.logVariance);
          before = after;
        }
      }),
    );
  });

  test('goes by what its batches came to of what went in, as the recipe is written now', () => {
    const ganache = readRecipe({
      ...CARAMEL,
      yield: { kind: 'measured', grams: 392 },
      ingredients: [{ ingredient: 'sugar', amount: 400, unit: 'g' }],
    });
    const made = [{ potGrams: 800, grams: 740, seasonsBack: 0 }];
    const learned = cameOutOf(ganache, made)!;
    expect(learned).toMatchObject({ times: expect.closeTo(0.9548, 4), weighings: 1 });
    expect(recipeFigures({ ...ganache, yieldTimes: learned.times }).yieldGrams).toBeCloseTo(374.3, 1);
    // the recipe is put right, and the same batch agrees with it
    const corrected = { ...ganache, yield: { kind: 'measured', grams: 370 } as const };
    expect(cameOutOf(corrected, made)!.times).toBeCloseTo(1, 9);
  });

  test('that is shared out by count makes fewer of the same size where less comes out', () => {
    const written = recipeFigures(counted(48));
    const learned = { ...counted(48), yieldTimes: 0.9 };
    const figures = recipeFigures(learned);
    expect(figures.portionGrams).toBeCloseTo(written.portionGrams, 9);
    expect(figures.pieces).toBe(43);
    expect(scaleFactor(learned, { kind: 'pieces', pieces: 48 })).toBeCloseTo(1 / 0.9, 9);
    const span = { ...counted(6, 7), yieldTimes: 0.9 };
    expect(portionCount(span, recipeFigures(span))).toEqual({ low: 5, high: 6 });
    expect(portionCount(learned, figures)).toEqual({ low: 43, high: 43 });
  });

  test('is not learned from what is no batch of it, nor from none', () => {
    expect(cameOutOf(caramel, [])).toBeNull();
    expect(cameOutOf(caramel, [{ potGrams: 450, grams: 100, seasonsBack: 0 }])).toBeNull();
  });

  test('once learned makes so much more to go into the pot, for whatever it is scaled to', () => {
    const times = fc.double({ min: 0.5, max: 1.5, noNaN: true });
    fc.assert(
      fc.property(times, fc.integer({ min: 1, max: 500 }), (yieldTimes, pieces) => {
        const wish = { kind: 'pieces', pieces } as const;
        const factor = scaleFactor({ ...caramel, yieldTimes }, wish);
        expect(factor).toBeCloseTo(scaleFactor(caramel, wish) / yieldTimes, 9);
        const made = recipeFigures(scaleRecipe({ ...caramel, yieldTimes }, factor));
        expect(made.yieldGrams).toBeCloseTo(pieces * made.portionGrams, 6);
      }),
    );
  });

  test('is told by the command, with its pieces', () => {
    const told = runYield({ recipe: CARAMEL, made: [{ cameOutG: 350 }, { cameOutG: 700, times: 2 }] });
    const { estimateG, yieldG, pieces } = told as {
      estimateG: number;
      yieldG: { mean: number; low90: number };
      pieces: number;
    };
    expect(estimateG).toBeCloseTo(375, 9);
    // ln(350/375) twice: 1250 of 1406.25
    expect(yieldG.mean).toBeCloseTo(375 * Math.exp((1250 / 1406.25) * Math.log(350 / 375)), 6);
    expect(pieces).toBe(35);
  });

  test.each([
    ['of another recipe', [{ cameOutG: 100 }], '/made/0/cameOutG'],
    ['with another field', [{ cameOutG: 350, left: 3 }], '/made/0/left'],
  ])('is not learned from a batch %s', (_name, made, field) => {
    expect(() => runYield({ recipe: CARAMEL, made })).toThrow(expect.objectContaining({ field }));
  });
});
