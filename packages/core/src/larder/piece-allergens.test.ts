import { describe, expect, test } from 'vitest';
import type { LarderBook } from './book';
import type { Supply } from './supply';
import {
  allergenClashes,
  mayContain,
  pieceAllergens,
  unanswered,
  type MayContainStop,
} from './piece-allergens';

const supply = (id: string, allergens: string[]): Supply => ({
  ...{ id, name: id, kind: 'nuts', base: 'g', packs: [], gramsPerMl: null, gramsPerPiece: null, allergens },
  ...{ sortedOutShare: 0, keepsHours: null, aheadHours: 0 },
});

const book: LarderBook = {
  supplies: [supply('hazel', ['nuts']), supply('malt', ['gluten'])],
  coatings: [],
  recipes: [
    {
      ...{ id: 'centre', name: 'Centre', measures: 'metric', steps: [] },
      ingredients: [{ of: 'supply', id: 'hazel', amount: 10, unit: 'g' }],
      yield: { kind: 'computed', lossShare: 0 },
      portion: { kind: 'weight', grams: 10 },
    },
  ],
};
const coatings = [
  { id: 'dark', allergens: ['soya'] },
  { id: 'white', allergens: ['soya', 'milk'] },
];
const declared = { coatings, book };
const plain = { form: { coating: 'dark' }, drizzle: null, allergens: [], recipe: null, supplies: [] };
const drizzle = { coating: 'white', grams: 0.8 };

describe('the allergens of a piece', () => {
  test('are its own and those of every coating on it, each once', () => {
    const piece = { ...plain, drizzle, allergens: ['gluten', 'milk'] };
    expect(pieceAllergens(piece, declared)).toEqual(['gluten', 'milk', 'soya']);
  });

  test('follow from its recipe and its supplies', () => {
    const supplies = [{ supply: 'malt', amount: 1, unit: 'g' as const }];
    expect(pieceAllergens({ ...plain, recipe: 'centre', supplies }, declared)).toEqual([
      'gluten',
      'nuts',
      'soya',
    ]);
  });

  test('leave out coatings that it does not carry', () => {
    expect(pieceAllergens(plain, declared)).toEqual(['soya']);
    expect(pieceAllergens(plain, { ...declared, coatings: [] })).toEqual([]);
  });

  test('are not all that it may contain: bowls and benches are shared', () => {
    const nutty = { ...plain, recipe: 'centre' };
    const milky = { ...plain, form: { coating: 'white' } };
    expect(mayContain(plain, [plain, nutty, milky], declared)).toEqual({
      fromBowls: ['nuts'],
      fromBenches: ['milk'],
    });
    expect(mayContain(plain, [plain], declared)).toEqual({ fromBowls: [], fromBenches: [] });
  });
});

describe('what somebody must not have', () => {
  const pieces = [
    { ...plain, id: 'berry', drizzle },
    { ...plain, id: 'twist', allergens: ['gluten'] },
    { ...plain, id: 'bar', form: { coating: 'white' }, recipe: 'centre' },
  ];
  const found = (stop: MayContainStop, ...allergies: string[]) =>
    allergenClashes(allergies, ['berry', 'twist', 'gone'], { pieces, declared, stop });

  test('is found in what is ordered, coatings included', () => {
    const none = { mayContain: [] };
    expect(found('none', 'milk')).toEqual([{ piece: 'berry', allergens: ['milk'], ...none }]);
    expect(found('none', 'soya', 'gluten')).toEqual([
      { piece: 'berry', allergens: ['soya'], ...none },
      { piece: 'twist', allergens: ['gluten', 'soya'], ...none },
    ]);
    expect(found('benches')).toEqual([]);
  });

  test('may be in it by the shop’s rule: nothing is asked, bowls are, benches too', () => {
    expect(found('none', 'nuts')).toEqual([]);
    // the bar's nuts come into the bowl of white, which drizzles the berry; the twist only shares the bench
    const berry = { piece: 'berry', allergens: [], mayContain: ['nuts'] };
    expect(found('bowls', 'nuts')).toEqual([berry]);
    expect(found('benches', 'nuts')).toEqual([berry, { ...berry, piece: 'twist' }]);
  });

  test('is asked about no more than nobody answered for', () => {
    const clash = { piece: 'berry', allergens: ['milk'], mayContain: ['nuts'] };
    expect(unanswered([clash], [])).toEqual([clash]);
    expect(unanswered([clash], [clash])).toEqual([]);
    // of before there was a rule for traces
    const old = { piece: 'berry', allergens: ['milk'] };
    expect(unanswered([clash], [old])).toEqual([{ ...clash, allergens: [] }]);
    // who let nuts pass lets traces of them pass, but not nuts where only traces were let pass
    expect(unanswered([clash], [{ piece: 'berry', allergens: ['milk', 'nuts'] }])).toEqual([]);
    const worse = { piece: 'berry', allergens: ['nuts'], mayContain: [] };
    expect(unanswered([worse], [clash])).toEqual([worse]);
    expect(unanswered([clash], [{ ...clash, piece: 'bar' }])).toEqual([clash]);
  });
});
