import { describe, expect, test } from 'vitest';
import { isLabelTrue, type LabelSays } from './label-truth';

const NOON = 1_781_900_000_000;
const MINUTE = 60_000;
const label: LabelSays = {
  contents: [{ name: 'Oat ball', pieces: 6 }],
  ingredients: [
    { name: 'Milk 38', allergens: ['milk'] },
    { name: 'Hazelnut butter', allergens: ['nuts'] },
  ],
  contains: ['milk', 'nuts'],
  mayContain: ['soya'],
  eatBy: NOON,
};

describe('a label that was printed', () => {
  test.each<[string, Partial<LabelSays>]>([
    ['nothing changed', {}],
    ['it keeps longer than it says', { eatBy: NOON + 60 * MINUTE }],
    ['the minutes were rounded otherwise', { eatBy: NOON - MINUTE }],
    ['nobody can say any more until when it is eaten', { eatBy: null }],
    ['it warns of more than there may be', { mayContain: [] }],
    ['ingredients of the same weight changed places', { ingredients: [...label.ingredients].reverse() }],
  ])('may stay on its box where %s', (_, change) => {
    expect(isLabelTrue(label, { ...label, ...change })).toBe(true);
  });

  test.each<[string, Partial<LabelSays>]>([
    ['it lay warm and is eaten sooner', { eatBy: NOON - 2 * MINUTE }],
    ['there are more pieces in it', { contents: [{ name: 'Oat ball', pieces: 7 }] }],
    ['another lot declares sesame', { contains: ['milk', 'nuts', 'sesame'] }],
    ['its bench was shared meanwhile', { mayContain: ['soya', 'egg'] }],
    ['a recipe was changed', { ingredients: label.ingredients.slice(0, 1) }],
  ])('is printed anew where %s', (_, change) => {
    expect(isLabelTrue(label, { ...label, ...change })).toBe(false);
  });

  test('may name as contained what may be in it, and could not say yet until when it is eaten', () => {
    expect(isLabelTrue(label, { ...label, mayContain: ['nuts', 'soya'] })).toBe(true);
    expect(isLabelTrue({ ...label, eatBy: null }, label)).toBe(true);
  });
});
