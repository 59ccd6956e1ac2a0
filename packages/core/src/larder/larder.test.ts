import { DIPPED_SPREAD } from '../coating/learning';
import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bindRecipe, itemsForYield, recipeAllergens, type KeptRecipe } from './book';
import { chanceShort, serviceOf, spareFor } from './buying-choice';
import { itemNeed, type ItemQuestion } from './item-need';
import { makeUpAllergens, usesOfPiece, type MakeUp } from './piece-uses';
import { purchasesFor } from './purchases';
import { useSpread } from './spread';
import { stockCourse } from './stock-course';
import { baseAmountOf } from './supply';
import { BOOK, CENTRE, kept, PASTE, ROD } from './testing/small-book';
import type { ItemUse } from './use';

describe('a kept recipe', () => {
  test('stands by itself once it is bound, with what its recipes bring', () => {
    const bound = bindRecipe(CENTRE, BOOK);
    expect(bound.ingredients.map(({ name, allergens }) => [name, allergens])).toEqual([
      ['cream', ['milk']],
      ['paste', ['nuts']],
    ]);
    expect(bound.ingredients[1]).toMatchObject({ gramsPerPiece: 10, gramsPerMl: null });
  });

  test('takes supplies through the recipes that it is made of', () => {
    // 100 + 300 g yield 200: for 20 g of it a tenth of each
    expect(itemsForYield(CENTRE, 20, BOOK)).toEqual([
      { item: { kind: 'supply', id: 'cream' }, grams: 10 },
      { item: { kind: 'supply', id: 'nuts' }, grams: 30 },
    ]);
  });

  test.each<[string, Partial<KeptRecipe>, string, string]>([
    [
      'itself',
      { ingredients: [{ of: 'recipe', id: 'centre', amount: 1, unit: 'g' }] },
      '/ingredients/0/id',
      'out-of-range',
    ],
    [
      'a supply that there is not',
      { ingredients: [{ of: 'supply', id: 'moss', amount: 1, unit: 'g' }] },
      '/ingredients/0/id',
      'unknown-reference',
    ],
    [
      'a recipe that there is not',
      { ingredients: [{ of: 'recipe', id: 'moss', amount: 1, unit: 'g' }] },
      '/ingredients/0/id',
      'unknown-reference',
    ],
  ])('does not include %s', (_name, change, field, code) => {
    expect(() => bindRecipe({ ...CENTRE, ...change }, BOOK)).toThrow(
      expect.objectContaining({ field, code }) as Error,
    );
  });

  test('does not come back to itself by way of another', () => {
    const ring = { ...PASTE, ingredients: [{ of: 'recipe', id: 'centre', amount: 5, unit: 'g' }] } as const;
    expect(() => bindRecipe(CENTRE, { ...BOOK, recipes: [ring, CENTRE] })).toThrow(
      expect.objectContaining({ field: '/ingredients/1/id', value: 'centre' }) as Error,
    );
  });

  test('takes a coating by weight, and by nothing else', () => {
    const ganache = kept('ganache', {
      ingredients: [{ of: 'coating', id: 'dark', amount: 0.3, unit: 'kg' }],
    });
    expect(itemsForYield(ganache, 150, BOOK)).toEqual([
      { item: { kind: 'coating', id: 'dark' }, grams: 150 },
    ]);
    expect(recipeAllergens(ganache, BOOK)).toEqual(['soya']);
    const cups = { ...ganache, ingredients: [{ ...ganache.ingredients[0]!, unit: 'cup' as const }] };
    expect(() => itemsForYield(cups, 150, BOOK)).toThrow(
      expect.objectContaining({ field: '/ingredients/0/unit', code: 'not-convertible' }) as Error,
    );
  });

  test('may take the same one twice', () => {
    const twice = kept('twice', {
      ingredients: [
        { of: 'recipe', id: 'paste', amount: 10, unit: 'g' },
        { of: 'recipe', id: 'paste', amount: 20, unit: 'g' },
      ],
    });
    expect(itemsForYield(twice, 30, BOOK)).toEqual([{ item: { kind: 'supply', id: 'nuts' }, grams: 30 }]);
  });
});

describe('a piece', () => {
  const makeUp: MakeUp = {
    recipe: 'centre',
    supplies: [
      { supply: 'cup', amount: 1, unit: 'piece' },
      { supply: 'rod', amount: 2.5, unit: 'g' },
    ],
  };

  test('takes its centre, and what lies in it and round it, in what that is counted in', () => {
    expect(usesOfPiece(makeUp, BOOK)).toEqual([
      { item: { kind: 'supply', id: 'cream' }, amount: 5, per: 'started', recipe: 'centre', stage: null },
      { item: { kind: 'supply', id: 'nuts' }, amount: 15, per: 'started', recipe: 'centre', stage: null },
      { item: { kind: 'supply', id: 'cup' }, amount: 1, per: 'good', recipe: null, stage: null },
      { item: { kind: 'supply', id: 'rod' }, amount: 0.5, per: 'started', recipe: null, stage: null },
    ]);
  });

  test('declares what comes in with them', () => {
    expect(makeUpAllergens(makeUp, BOOK)).toEqual(['gluten', 'milk', 'nuts']);
    expect(makeUpAllergens({ recipe: null, supplies: [] }, BOOK)).toEqual([]);
  });

  test.each<[string, MakeUp, string, string]>([
    ['a recipe that there is not', { recipe: 'moss', supplies: [] }, '/recipe', 'unknown-reference'],
    [
      'a supply that there is not',
      { recipe: null, supplies: [{ supply: 'moss', amount: 1, unit: 'g' }] },
      '/supplies/0/supply',
      'unknown-reference',
    ],
    [
      'grams of what nobody weighed',
      { recipe: null, supplies: [{ supply: 'cup', amount: 1, unit: 'g' }] },
      '/supplies/0/unit',
      'not-convertible',
    ],
  ])('is not made of %s', (_name, wrong, field, code) => {
    expect(() => usesOfPiece(wrong, BOOK)).toThrow(expect.objectContaining({ field, code }) as Error);
  });

  test('counted in pieces is found from its weight', () => {
    expect(baseAmountOf({ amount: 60, unit: 'g' }, ROD, { measures: 'metric', field: '' })).toBe(12);
  });
});

describe('a stock', () => {
  test('goes by the lot that is to be used first, and not once it is out of date', () => {
    const lots = [
      { id: 'b', amount: 8, usableUntil: Infinity },
      { id: 'a', amount: 5, usableUntil: 10 },
    ];
    const uses = [
      { minute: 20, amount: 6 },
      { minute: 5, amount: 4 },
    ];
    expect(stockCourse(uses, lots)).toEqual({
      taken: [
        { lot: 'a', amount: 4 },
        { lot: 'b', amount: 6 },
      ],
      short: [],
      shortAmount: 0,
      spoiledAmount: 1,
    });
  });

  test('gives no more than it has, and what is short with it is what is used', () => {
    const timed = fc.record({
      minute: fc.integer({ min: 0, max: 100 }),
      amount: fc.double({ min: 0, max: 50, noNaN: true }),
    });
    const lot = fc.record({
      amount: fc.double({ min: 0, max: 60, noNaN: true }),
      usableUntil: fc.integer({ min: 0, max: 120 }),
    });
    fc.assert(
      fc.property(fc.array(timed), fc.array(lot), (uses, some) => {
        const lots = some.map((each, index) => ({ ...each, id: String(index) }));
        const { taken, shortAmount } = stockCourse(uses, lots);
        for (const { lot: id, amount } of taken)
          expect(amount).toBeLessThanOrEqual(lots[Number(id)]!.amount + 1e-9);
        const given = taken.reduce((sum, { amount }) => sum + amount, 0);
        const used = uses.reduce((sum, { amount }) => sum + amount, 0);
        expect(given + shortAmount).toBeCloseTo(used, 6);
      }),
    );
  });
});

describe('buying', () => {
  const terms = {
    packs: [{ grams: 50, priceMinor: 300 }],
    sortedOutShare: 0,
    keepsHours: 24,
    aheadHours: 12,
  };

  test('is done again where it does not keep', () => {
    const short = [
      { minute: 9000, amount: 60 },
      { minute: 6000, amount: 40 },
    ];
    expect(
      purchasesFor(short, terms).map(({ buyBy, usedAmount, boughtAmount }) => [
        buyBy,
        usedAmount,
        boughtAmount,
      ]),
    ).toEqual([
      [5280, 40, 50],
      [8280, 60, 100],
    ]);
    const [once, ...none] = purchasesFor(short, { ...terms, keepsHours: null });
    expect(none).toEqual([]);
    expect(once).toMatchObject({
      buyBy: 5280,
      lastUse: 9000,
      usedAmount: 100,
      boughtAmount: 100,
      priceMinor: 600,
    });
  });

  test('reckons with what is sorted out, and tells a need without packs', () => {
    const short = [{ minute: 6000, amount: 90 }];
    expect(purchasesFor(short, { ...terms, sortedOutShare: 0.1 })[0]).toMatchObject({
      wantedAmount: 100,
      boughtAmount: 100,
    });
    expect(purchasesFor(short, { ...terms, packs: [] })[0]).toMatchObject({ usedAmount: 90, packs: [] });
    expect(() => purchasesFor(short, { ...terms, sortedOutShare: 1 })).toThrow('/sortedOutShare');
  });

  test('buys for a use by itself what does not keep until then', () => {
    const short = [
      { minute: 1000, amount: 1 },
      { minute: 1010, amount: 1 },
    ];
    expect(purchasesFor(short, { ...terms, keepsHours: 2 })).toHaveLength(2);
  });

  test('weighs a broken promise against what is left over', () => {
    expect(serviceOf({ missingMinor: 38, carryingMinor: 1 })).toBeCloseTo(38 / 39, 9);
    expect(serviceOf({ missingMinor: 1, carryingMinor: 9 })).toBe(0.5);
    expect(serviceOf({ missingMinor: 1, carryingMinor: 0 })).toBe(0.999);
    expect(spareFor({ mean: 5000, sd: 300 }, 0.95)).toBeCloseTo(493.5, 1);
    expect(chanceShort(5493.5, { mean: 5000, sd: 300 })).toBeCloseTo(0.05, 3);
    expect([chanceShort(10, { mean: 10, sd: 0 }), chanceShort(9, { mean: 10, sd: 0 })]).toEqual([0, 1]);
  });

  test('knows how far what is used may be off', () => {
    const rejects = { bad: 1, good: 29 };
    const known = (logSd: number) => () => ({ logSd, spread: DIPPED_SPREAD, rejects });
    const of = (cause: ItemUse['cause'], amount: number): ItemUse => ({
      ...{ item: { kind: 'supply', id: 'x' }, minute: 0, amount, cause },
    });
    const rods = {
      kind: 'batch',
      batch: 'b',
      piece: 'p',
      pieces: 300,
      per: 'started',
      recipe: null,
    } as const;
    expect(useSpread([of(rods, 300)], known(0))).toBeCloseTo(10.1, 1);
    expect(useSpread([of(rods, 1500)], known(0))).toBeCloseTo(50.7, 1);
    expect(useSpread([of({ ...rods, per: 'good' }, 300), of({ kind: 'reserve' }, 900)], known(1))).toBe(0);
    const coat = { kind: 'on-pieces', batch: 'b', piece: 'p', pieces: 300 } as const;
    const both = [of(coat, 1800), of({ ...coat, batch: 'c' }, 1800)];
    expect(useSpread(both, known(0))).toBeCloseTo(257.2, 1);
    // 3,600·0.35 = 1,260 on top, shared by both
    expect(useSpread(both, known(0.35))).toBeCloseTo(Math.hypot(1260, 257.2), 0);
  });

  const question: ItemQuestion = {
    uses: [{ item: { kind: 'supply', id: 'rod' }, minute: 6000, amount: 300, cause: { kind: 'reserve' } }],
    sd: 10.1,
    lots: [{ id: 'l', amount: 120, usableUntil: Infinity }],
    terms,
    costs: { missingMinor: 19, carryingMinor: 1 },
  };

  test('tells what is needed, what is there, what to buy, and what a pack fewer or more risks', () => {
    const need = itemNeed(question);
    // 0.95: 300 + 1.645·10.1 = 316.6, less 120 there: 196.6 in fours of 50
    expect(need.neededAmount).toBeCloseTo(316.6, 1);
    expect(need).toMatchObject({ hereAmount: 120, boughtAmount: 200, priceMinor: 1200, runsOutMinute: 6000 });
    expect(need.chanceShort).toBeLessThan(0.05);
    expect(need.fewer).toMatchObject({ boughtAmount: 150, priceMinor: 900 });
    // 270 for 300 ± 10.1
    expect(need.fewer!.chanceShort).toBeGreaterThan(0.99);
    expect(need.more!.chanceShort).toBeLessThan(1e-6);
  });

  test('counts what is melted to spare as spare, and wants only what is missing of it beyond', () => {
    const [use] = question.uses;
    const spared = (amount: number) =>
      itemNeed({
        ...question,
        uses: [...question.uses, { ...use!, amount, cause: { kind: 'to-spare', melt: 'm', bowl: 'a' } }],
      });
    // 16.6 to spare in all: 10 of it melted, 6.6 beyond; and nothing where 30 are melted
    expect(spared(10).usedAmount).toBe(310);
    expect(spared(10).spareAmount).toBeCloseTo(6.6, 1);
    expect(spared(10).neededAmount).toBeCloseTo(itemNeed(question).neededAmount, 9);
    expect(spared(10).chanceShort).toBeCloseTo(itemNeed(question).chanceShort, 9);
    expect(spared(30)).toMatchObject({ usedAmount: 330, spareAmount: 0, neededAmount: 330 });
  });

  test('wants nothing of what nobody uses', () => {
    expect(itemNeed({ ...question, uses: [] })).toMatchObject({
      neededAmount: 0,
      purchases: [],
      chanceShort: 0,
      fewer: null,
      more: null,
      hereAmount: 120,
    });
  });
});
