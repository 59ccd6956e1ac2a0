import { describe, expect, test } from 'vitest';
import { boxLabel, type LabelledPiece } from './box-label';
import type { LarderBook } from './book';
import { kept, supply } from './testing/small-book';

const line = (id: string, amount: number) => ({ of: 'supply', id, amount, unit: 'g' }) as const;
const BOOK: LarderBook = {
  supplies: [
    supply('sugar', { name: 'Sugar' }),
    supply('hazelnut', { name: 'Hazelnut', allergens: ['nuts'] }),
    supply('ribbon', { kind: 'packing', base: 'piece' }),
  ],
  coatings: [{ id: 'dark', name: 'Dark 64', allergens: ['soya'] }],
  recipes: [kept('praline', { name: 'Praline', ingredients: [line('sugar', 50), line('hazelnut', 50)] })],
};
const declared = { coatings: BOOK.coatings, book: BOOK };
const dipped = (centreGrams: number) =>
  ({
    kind: 'dipped',
    coating: 'dark',
    shape: { kind: 'sphere', diameterMm: 30 },
    centreGrams,
  }) as LabelledPiece['form'];
const berry: LabelledPiece = {
  ...{ id: 'berry', name: 'Dusk berry', centreName: 'Strawberry', recipe: null, supplies: [], allergens: [] },
  ...{ form: dipped(18), drizzle: null },
};
const praline: LabelledPiece = {
  ...berry,
  ...{ id: 'praline', name: 'Praline', centreName: 'Praline', recipe: 'praline', form: dipped(10) },
};
const coats = [{ coating: 'dark', grams: 7 }];

describe('the label of a box', () => {
  test('says what is in it by weight, what that declares, and what it weighs', () => {
    const label = boxLabel([{ piece: berry, pieces: 6, coats }], { all: [berry], declared });
    expect(label).toEqual({
      contents: [{ name: 'Dusk berry', pieces: 6 }],
      ingredients: [
        { name: 'Strawberry', grams: 108, allergens: [] },
        { name: 'Dark 64', grams: 42, allergens: ['soya'] },
      ],
      ...{ contains: ['soya'], mayContain: [], netGrams: 150 },
    });
  });

  test('sums what several pieces share, each once, and tells what shared bowls may bring', () => {
    const both = [
      { piece: berry, pieces: 6, coats },
      { piece: praline, pieces: 2, coats },
    ];
    const label = boxLabel(both, { all: [berry, praline], declared });
    expect(label.ingredients.map(({ name, grams }) => [name, Math.round(grams)])).toEqual([
      ['Strawberry', 108],
      ['Dark 64', 56],
      ['Hazelnut', 10],
      ['Sugar', 10],
    ]);
    expect(label.contains).toEqual(['nuts', 'soya']);
    expect(label.mayContain).toEqual([]);
    const alone = boxLabel([{ piece: berry, pieces: 6, coats }], { all: [berry, praline], declared });
    expect(alone.mayContain).toEqual(['nuts']);
  });
});
