import { describe, expect, test } from 'vitest';
import { COATING_COMPOSITIONS, KNOWN_COMPOSITIONS } from '../recipes/composition';
import type { LarderBook } from './book';
import { factsIn, pieceFacts } from './piece-facts';
import { kept, supply } from './testing/small-book';

const line = (id: string, amount: number) => ({ of: 'supply', id, amount, unit: 'g' }) as const;
const BOOK: LarderBook = {
  supplies: [
    supply('sugar', { name: 'Sugar' }),
    supply('our-butter', { name: 'Farm butter', composition: KNOWN_COMPOSITIONS['butter']! }),
    supply('sap', { name: 'Birch sap' }),
    supply('cup', { kind: 'packing', base: 'piece' }),
    supply('berry', { name: 'Strawberry', base: 'piece', gramsPerPiece: 18 }),
  ],
  coatings: [
    { id: 'dusk', name: 'Dusk', allergens: [], composition: COATING_COMPOSITIONS.dark },
    { id: 'half', name: 'Half', allergens: [] },
  ],
  recipes: [
    kept('centre', { name: 'Centre', ingredients: [line('sugar', 50), line('our-butter', 50)] }),
    kept('sappy', { name: 'Sappy', ingredients: [line('sugar', 50), line('sap', 50)] }),
  ],
};

describe('the facts of a piece', () => {
  test('add up its centre, finish and coatings, the heaviest first, packing aside', () => {
    const supplies = [{ supply: 'cup', amount: 1, unit: 'piece' } as const];
    const facts = pieceFacts({ recipe: 'centre', supplies }, [{ coating: 'dusk', grams: 6 }], BOOK);
    expect(facts.grams).toBeCloseTo(16, 9);
    expect(facts.ingredients).toEqual([
      { name: 'Dusk', grams: 6, allergens: [] },
      { name: 'Farm butter', grams: expect.closeTo(5, 9), allergens: [] },
      { name: 'Sugar', grams: expect.closeTo(5, 9), allergens: [] },
    ]);
    // 82% of 5 g, and 36% of 6 g
    expect(facts.parts!.fat).toBeCloseTo(4.1 + 2.16, 9);
    expect(facts.energy!.kilojoules).toBeGreaterThan(37 * 6.26);
    expect(facts.unknown).toEqual([]);
    const hundred = factsIn(100, { grams: facts.grams, parts: facts.parts! });
    expect(hundred.parts.fat).toBeCloseTo((6.26 * 100) / 16, 9);
    expect(hundred.energy.kilojoules / facts.energy!.kilojoules).toBeCloseTo(100 / 16, 9);
  });

  test('count each part that is made here by its own grams', () => {
    const madeParts = [{ recipe: 'centre', grams: 4, stage: 'fill' }];
    const facts = pieceFacts(
      { recipe: null, madeParts, supplies: [] },
      [{ coating: 'dusk', grams: 6 }],
      BOOK,
    );
    expect(facts.grams).toBeCloseTo(10, 9);
    expect(facts.parts!.fat).toBeCloseTo(0.82 * 2 + 2.16, 9);
    expect(facts.ingredients).toEqual([
      { name: 'Dusk', grams: 6, allergens: [] },
      { name: 'Farm butter', grams: expect.closeTo(2, 9), allergens: [] },
      { name: 'Sugar', grams: expect.closeTo(2, 9), allergens: [] },
    ]);
    const none = [...madeParts, { recipe: 'moonlight', grams: 1, stage: 'fill' }];
    expect(() => pieceFacts({ recipe: null, madeParts: none, supplies: [] }, [], BOOK)).toThrow(
      expect.objectContaining({ field: '/madeParts/1/recipe', value: 'moonlight' }),
    );
  });

  test('knows a bought fruit by its name and weight', () => {
    const supplies = [{ supply: 'berry', amount: 1, unit: 'piece' } as const];
    const { grams, parts } = pieceFacts({ recipe: null, supplies }, [], BOOK);
    expect(grams).toBe(18);
    expect(parts!.sugars).toBeCloseTo(0.882, 9);
  });

  test('give no sum where something is not known, and say what', () => {
    const facts = pieceFacts({ recipe: 'sappy', supplies: [] }, [{ coating: 'half', grams: 5 }], BOOK);
    expect(facts).toMatchObject({ parts: null, energy: null, unknown: ['Birch sap', 'Half'] });
    expect(facts.ingredients.map(({ name }) => name)).toEqual(['Birch sap', 'Half', 'Sugar']);
  });

  test.each([
    [
      'supply',
      { recipe: null, supplies: [{ supply: 'gold', amount: 1, unit: 'g' } as const] },
      '/supplies/0/supply',
    ],
    ['recipe', { recipe: 'gold', supplies: [] }, '/recipe'],
  ])('are refused for a %s that there is not', (_name, makeUp, field) => {
    expect(() => pieceFacts(makeUp, [], BOOK)).toThrow(expect.objectContaining({ field }));
  });
});
