import type { KeptRecipe, LarderBook } from '../book';
import type { Supply } from '../supply';

/** A larder of a few things for tests: a centre of cream and nut paste, rods and cups. */

export const supply = (id: string, change: Partial<Supply> = {}): Supply => ({
  ...{
    id,
    name: id,
    kind: 'dry',
    allergens: [],
    base: 'g',
    packs: [],
    gramsPerMl: null,
    gramsPerPiece: null,
  },
  ...{ sortedOutShare: 0, keepsHours: null, aheadHours: 12 },
  ...change,
});
export const kept = (id: string, change: Partial<KeptRecipe> = {}): KeptRecipe => ({
  ...{ id, name: id, measures: 'metric', steps: [], ingredients: [] },
  yield: { kind: 'computed', lossShare: 0 },
  portion: { kind: 'weight', grams: 10 },
  ...change,
});

const CREAM = supply('cream', { gramsPerMl: 1, allergens: ['milk'], kind: 'dairy' });
const NUTS = supply('nuts', { allergens: ['nuts'] });
const CUP = supply('cup', { kind: 'packing', base: 'piece' });
export const ROD = supply('rod', { base: 'piece', gramsPerPiece: 5, allergens: ['gluten'] });
export const PASTE = kept('paste', { ingredients: [{ of: 'supply', id: 'nuts', amount: 100, unit: 'g' }] });
export const CENTRE = kept('centre', {
  ingredients: [
    { of: 'supply', id: 'cream', amount: 1, unit: 'dl' },
    { of: 'recipe', id: 'paste', amount: 300, unit: 'g' },
  ],
  yield: { kind: 'computed', lossShare: 0.5 },
});
export const BOOK: LarderBook = {
  supplies: [CREAM, NUTS, CUP, ROD],
  coatings: [{ id: 'dark', name: 'Dark', allergens: ['soya'] }],
  recipes: [PASTE, CENTRE],
};
