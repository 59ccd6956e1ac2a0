import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runScale } from '../commands/run-scale';
import { MEASURES, millilitresPer } from '../units/volume';
import { AMOUNT_UNITS, amountOf, gramsOf, type AmountUnit, type Matter } from './amount';
import { KNOWN_INGREDIENTS } from './ingredient-table';
import { splitIntoPots } from './pots';
import { readRecipe } from './read-recipe';
import type { Recipe } from './recipe';
import { recipeFigures } from './recipe-figures';
import { roundAmount } from './round-amount';
import { scaleFactor, scaleRecipe } from './scale-recipe';

const measuring = { measures: 'metric', field: '/unit' } as const;
const cream: Matter = { gramsPerMl: 1.01, gramsPerPiece: null };
const egg: Matter = { gramsPerMl: null, gramsPerPiece: 50 };

const TRUFFLE = {
  format: 'alnage-recipe/1',
  name: 'Rye truffle centre',
  ingredients: [
    { ingredient: 'chocolate-chopped', amount: 300, unit: 'g' },
    { ingredient: 'cream', name: 'Cream', amount: 100, unit: 'g', allergens: ['milk'] },
  ],
  yield: { kind: 'computed', lossShare: 0.02 },
  portion: { kind: 'weight', grams: 9 },
};
const truffle = readRecipe(TRUFFLE);

describe('an amount', () => {
  test.each<[string, number, AmountUnit, Matter, 'metric' | 'us', number]>([
    ['two metric cups of cream', 2, 'cup', cream, 'metric', 505],
    // 236.588 ml
    ['a US cup of water', 1, 'cup', { gramsPerMl: 1, gramsPerPiece: null }, 'us', 236.5882365],
    ['three eggs', 3, 'piece', egg, 'metric', 150],
    ['a pound', 1, 'lb', egg, 'metric', 453.59237],
    ['4 US tablespoons, a quarter of a cup', 4, 'tbsp', { gramsPerMl: 1, gramsPerPiece: null }, 'us', 59.147],
  ])('of %s is so many grams', (_name, amount, unit, matter, measures, grams) => {
    expect(gramsOf({ amount, unit }, matter, { measures, field: '' })).toBeCloseTo(grams, 3);
  });

  test('comes back from grams in every unit and by every measure', () => {
    const matter = { gramsPerMl: 0.53, gramsPerPiece: 7 };
    const units = fc.constantFrom(...AMOUNT_UNITS);
    const amounts = fc.double({ min: 0.01, max: 1e4, noNaN: true });
    fc.assert(
      fc.property(units, amounts, fc.constantFrom(...MEASURES), (unit, amount, measures) => {
        const at = { measures, field: '' };
        const back = amountOf(gramsOf({ amount, unit }, matter, at), { unit, matter }, at);
        expect(back / amount).toBeCloseTo(1, 12);
      }),
    );
  });

  test.each<[string, AmountUnit, Matter, string]>([
    ['pieces of what nobody weighed', 'piece', cream, 'the weight of one piece'],
    ['cups of what has no density', 'cup', egg, 'a density'],
  ])('of %s is refused, and it is said what is missing', (_name, unit, matter, missing) => {
    expect(() => gramsOf({ amount: 1, unit }, matter, measuring)).toThrow(
      expect.objectContaining({
        code: 'not-convertible',
        field: '/unit',
        value: unit,
        range: expect.stringContaining(missing) as string,
      }) as Error,
    );
  });

  test('of US spoons goes three times into a larger one', () => {
    expect(millilitresPer('tbsp', 'us') / millilitresPer('tsp', 'us')).toBeCloseTo(3, 12);
    expect(millilitresPer('cup', 'us') / millilitresPer('floz', 'us')).toBeCloseTo(8, 12);
  });
});

describe('the table of ingredients', () => {
  test('has sixty and more, each once, each to be weighed by something', () => {
    expect(KNOWN_INGREDIENTS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(KNOWN_INGREDIENTS.map(({ id }) => id)).size).toBe(KNOWN_INGREDIENTS.length);
    for (const { gramsPerMl, gramsPerPiece } of KNOWN_INGREDIENTS)
      expect(gramsPerMl ?? gramsPerPiece).toBeGreaterThan(0);
  });
});

describe('a recipe', () => {
  test('comes to its grams, its portions and what is over', () => {
    const { grams, totalGrams, yieldGrams, pieces, remainderGrams, allergens } = recipeFigures(truffle);
    expect(grams).toEqual([300, 100]);
    expect(totalGrams).toBe(400);
    expect(yieldGrams).toBeCloseTo(392, 9);
    expect(pieces).toBe(43);
    // 392 − 43·9
    expect(remainderGrams).toBeCloseTo(5, 9);
    expect(allergens).toEqual(['milk', 'soya']);
  });

  test('by the scoop is portioned by what the scoop holds', () => {
    const portion = { kind: 'scoop', millilitres: 15, gramsPerMl: 1.2 } as const;
    expect(recipeFigures({ ...truffle, portion })).toMatchObject({ portionGrams: 18, pieces: 21 });
  });

  test('for so many pieces makes just these', () => {
    const scaled = scaleRecipe(truffle, scaleFactor(truffle, { kind: 'pieces', pieces: 43 }));
    expect(recipeFigures(scaled).pieces).toBe(43);
    // 387/392 of 300 g
    expect(scaled.ingredients[0]!.amount).toBeCloseTo(296.17, 2);
  });

  test('is half of it, or three times, as one wishes', () => {
    expect(scaleFactor(truffle, { kind: 'times', times: 0.5 })).toBe(0.5);
    expect(recipeFigures(scaleRecipe(truffle, 3)).grams).toEqual([900, 300]);
  });

  test('by what is there of an ingredient uses it up', () => {
    const factor = scaleFactor(truffle, { kind: 'have', ingredient: 'cream', grams: 700 });
    expect(factor).toBe(7);
    expect(recipeFigures(scaleRecipe(truffle, factor)).grams).toEqual([2100, 700]);
  });

  test('scaled by a and then by b is scaled by a·b, and its masses add up', () => {
    const factor = fc.double({ min: 0.1, max: 20, noNaN: true });
    fc.assert(
      fc.property(factor, factor, (a, b) => {
        const twice = recipeFigures(scaleRecipe(scaleRecipe(truffle, a), b));
        const once = recipeFigures(scaleRecipe(truffle, a * b));
        expect(twice.totalGrams / once.totalGrams).toBeCloseTo(1, 9);
        expect(twice.grams[0]! + twice.grams[1]!).toBeCloseTo(twice.totalGrams, 6);
        expect(twice.yieldGrams / (400 * a * b * 0.98)).toBeCloseTo(1, 9);
      }),
    );
  });

  test('is shared over as few pots as hold it, all alike', () => {
    const { pots, perPot, gramsPerPot } = splitIntoPots(scaleRecipe(truffle, 18.25), 3000);
    // 7,300 g
    expect(pots).toBe(3);
    expect(gramsPerPot).toBeCloseTo(2433.333, 3);
    expect(recipeFigures(perPot).totalGrams).toBeCloseTo(gramsPerPot, 9);
    expect(splitIntoPots(truffle, 400).pots).toBe(1);
    expect(() => splitIntoPots(truffle, 5)).toThrow('/potG');
  });

  test.each<[string, () => unknown, string]>([
    ['no times', () => scaleFactor(truffle, { kind: 'times', times: 0 }), '/times'],
    ['no pieces', () => scaleFactor(truffle, { kind: 'pieces', pieces: 0 }), '/pieces'],
    ['half a piece', () => scaleFactor(truffle, { kind: 'pieces', pieces: 1.5 }), '/pieces'],
    [
      'an ingredient that it has not',
      () => scaleFactor(truffle, { kind: 'have', ingredient: 'rum', grams: 10 }),
      '/have/ingredient',
    ],
    [
      'nothing of one',
      () => scaleFactor(truffle, { kind: 'have', ingredient: 'cream', grams: 0 }),
      '/have/g',
    ],
    ['a factor of nothing', () => scaleRecipe(truffle, 0), '/factor'],
    ['a factor that is none', () => scaleRecipe(truffle, NaN), '/factor'],
  ])('is not scaled by %s', (_name, scale, field) => {
    expect(scale).toThrow(expect.objectContaining({ field }) as Error);
  });
});

describe('what can be measured', () => {
  const salt: Matter = { gramsPerMl: 1.2, gramsPerPiece: null };
  const water: Matter = { gramsPerMl: 1, gramsPerPiece: null };
  const syrup: Matter = { gramsPerMl: 1.42, gramsPerPiece: null };
  const by = (grams: number, matter: Matter, measures: 'metric' | 'us' | 'australian') => {
    const perMl = matter.gramsPerMl!;
    const perTsp = gramsOf({ amount: 1, unit: 'tsp' }, matter, { measures, field: '' });
    const rounded = roundAmount({ amount: grams / perTsp, unit: 'tsp' }, matter, {
      ...{ measures, field: '', stepGrams: 1 },
    });
    expect(perMl).toBeGreaterThan(0);
    return rounded;
  };
  const partsOf = ({ parts }: { parts: readonly { amount: number; unit: string }[] }) =>
    parts.map(({ amount, unit }) => `${amount} ${unit}`);

  test('by spoon is what spoons there are, with the error told', () => {
    const rounded = roundAmount({ amount: 0.37, unit: 'tsp' }, salt, { ...measuring, stepGrams: 1 });
    expect(rounded).toMatchObject({ parts: [{ amount: 0.25, unit: 'tsp' }], grams: 1.5 });
    // 1.5 of 2.22 g
    expect(rounded.errorGrams).toBeCloseTo(-0.72, 9);
    expect(rounded.errorShare).toBeCloseTo(-0.3243, 4);
  });

  test('in cups and spoons is put together of the fewest that come near', () => {
    // a quarter of a US cup is 59.1 ml; 41.1 g is 2 tbsp (29.6) and 2¼ tsp (11.1), and 2¾ tbsp are no spoon
    expect(partsOf(by(41.1, water, 'us'))).toEqual(['2 tbsp', '2.25 tsp']);
    expect(partsOf(by(250, water, 'metric'))).toEqual(['1 cup']);
    expect(partsOf(by(83.4, water, 'metric'))[0]).toMatch(/^0\.333\d* cup$/);
    // 1 cup and a tablespoon, not 1⅛ cups
    expect(partsOf(by(265, water, 'metric'))).toEqual(['1 cup', '1 tbsp']);
    // 6.35 g of honey are 4.47 ml: no half a tablespoon of 7.5
    expect(by(6.35, syrup, 'metric').parts.every(({ unit }) => unit === 'tsp')).toBe(true);
    // a tablespoon of 20 ml
    expect(partsOf(by(20, water, 'australian'))).toEqual(['1 tbsp']);
  });

  test('in cups and spoons is never further off than the smallest spoon, and names none that there is not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 3000, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const, 'australian' as const),
        (grams, measures) => {
          const { parts, errorGrams, errorShare } = by(grams, water, measures);
          const quarterSpoon = gramsOf({ amount: 0.25, unit: 'tsp' }, water, { measures, field: '' });
          expect(Math.abs(errorGrams) <= quarterSpoon / 2 + 1e-9 || Math.abs(errorShare) <= 0.02).toBe(true);
          for (const { amount, unit } of parts) {
            const per = unit === 'cup' ? [3, 4] : unit === 'tbsp' ? [2] : [4, 8];
            expect(per.some((each) => Math.abs(amount * each - Math.round(amount * each)) < 1e-9)).toBe(true);
          }
        },
      ),
    );
  });

  test('by scale is its step, whatever the unit of mass', () => {
    const at = { ...measuring, stepGrams: 5 };
    expect(roundAmount({ amount: 12.4, unit: 'g' }, salt, at).grams).toBe(10);
    expect(roundAmount({ amount: 0.1024, unit: 'kg' }, salt, at).grams).toBeCloseTo(100, 9);
    expect(roundAmount({ amount: 0.2, unit: 'g' }, salt, at).grams).toBe(5);
  });

  test('is never further off than half a step, but for what would round to nothing', () => {
    const amount = fc.double({ min: 1, max: 500, noNaN: true });
    fc.assert(
      fc.property(amount, (grams) => {
        const { errorGrams } = roundAmount({ amount: grams, unit: 'g' }, salt, {
          ...measuring,
          stepGrams: 2,
        });
        expect(Math.abs(errorGrams)).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });
});

describe('a recipe file', () => {
  test('takes from the table what an ingredient does not say', () => {
    expect(truffle.ingredients[0]).toMatchObject({ name: 'Chocolate, chopped', allergens: ['soya'] });
    expect(truffle.ingredients[1]).toMatchObject({ gramsPerMl: null, gramsPerPiece: null });
  });

  test.each<[string, object, string, string]>([
    ['another format', { format: 'recipe/2' }, '/format', 'unknown-value'],
    ['a field that there is not', { colour: 'brown' }, '/colour', 'unknown-field'],
    ['a yield of zero', { yield: { kind: 'measured', grams: 0 } }, '/yield/grams', 'out-of-range'],
    [
      'a loss of everything',
      { yield: { kind: 'computed', lossShare: 1 } },
      '/yield/lossShare',
      'out-of-range',
    ],
    ['no portion', { portion: { kind: 'weight', grams: 0 } }, '/portion/grams', 'out-of-range'],
    ['nothing in it', { ingredients: [] }, '/ingredients', 'out-of-range'],
    [
      'less than nothing of one',
      { ingredients: [{ ingredient: 'water', amount: -3, unit: 'g' }] },
      '/ingredients/0/amount',
      'out-of-range',
    ],
    [
      'a unit that there is not',
      { ingredients: [{ ingredient: 'water', amount: 1, unit: 'bushel' }] },
      '/ingredients/0/unit',
      'unknown-value',
    ],
    [
      'a step back in time',
      { steps: [{ text: 'Boil', workMinutes: -1 }] },
      '/steps/0/workMinutes',
      'out-of-range',
    ],
  ])('is refused for %s', (_name, change, field, code) => {
    expect(() => readRecipe({ ...TRUFFLE, ...change })).toThrow(
      expect.objectContaining({ field, code }) as Error,
    );
  });
});

describe('the scale command', () => {
  type Scaled = Recipe & { readonly figures: { readonly pieces: number; readonly totalGrams: number } };

  test('answers with the recipe scaled, which can be scaled again', () => {
    const once = runScale({ ...TRUFFLE, pieces: 86 }) as Scaled;
    expect(once.figures.pieces).toBe(86);
    const back = runScale({ recipe: once, pieces: 43 }) as Scaled;
    expect(back.figures.totalGrams).toBeCloseTo(once.figures.totalGrams / 2, 9);
  });

  test.each<[string, object, string]>([
    ['neither pieces nor have', {}, '/pieces'],
    ['both', { pieces: 1, have: { ingredient: 'cream', g: 1 } }, '/have'],
    ['an ingredient that is not in it', { have: { ingredient: 'sand', g: 100 } }, '/have/ingredient'],
    ['no pieces', { pieces: 0 }, '/pieces'],
  ])('refuses %s', (_name, wish, field) => {
    expect(() => runScale({ ...TRUFFLE, ...wish })).toThrow(expect.objectContaining({ field }) as Error);
  });

  test('refuses cups of what has no density, by the ingredient', () => {
    const ingredients = [{ ingredient: 'moss', amount: 1, unit: 'cup' }];
    expect(() => runScale({ ...TRUFFLE, ingredients, pieces: 3 })).toThrow(
      expect.objectContaining({ field: '/ingredients/0/unit', code: 'not-convertible' }) as Error,
    );
  });
});

describe('what goes in by feel', () => {
  const dough: Recipe = {
    ...{ format: 'alnage-recipe/1', name: 'Dough', measures: 'metric', steps: [] },
    yield: { kind: 'computed', lossShare: 0 },
    portion: { kind: 'weight', grams: 10 },
    ingredients: [ingredientOf('nut-butter', 100), { ...ingredientOf('crumb', 0), upTo: 20 }],
  };

  test('is reckoned at its least, and grows with the recipe', () => {
    expect(recipeFigures(dough).totalGrams).toBe(100);
    expect(scaleRecipe(dough, 3).ingredients.map(({ upTo }) => upTo)).toEqual([undefined, 60]);
    expect(readRecipe({ ...dough, ingredients: dough.ingredients.map(({ ...line }) => line) })).toEqual(
      dough,
    );
  });

  test.each<[number, number | undefined, string]>([
    [0, undefined, '/ingredients/1/amount'],
    [20, 20, '/ingredients/1/upTo'],
    [30, 20, '/ingredients/1/upTo'],
  ])('from %s to %s is refused at its field', (amount, upTo, field) => {
    const line = { ...ingredientOf('crumb', amount), ...(upTo !== undefined && { upTo }) };
    const wrong = () => recipeFigures({ ...dough, ingredients: [dough.ingredients[0]!, line] });
    expect(wrong).toThrow(expect.objectContaining({ field }) as Error);
  });
});

function ingredientOf(ingredient: string, amount: number): Recipe['ingredients'][number] {
  return {
    ...{ ingredient, name: ingredient, amount, unit: 'g', gramsPerMl: null, gramsPerPiece: null },
    ...{ allergens: [], composition: null },
  };
}
