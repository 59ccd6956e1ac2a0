import { describe, expect, test } from 'vitest';
import { toleratedAllergens, walkBowl, type BowlDip } from './allergens';
import { berry, smallProblem } from './testing/small-problem';

const [dark, milk] = smallProblem.coatings as [
  (typeof smallProblem.coatings)[0],
  (typeof smallProblem.coatings)[0],
];
const dip = (tolerated: string[], brings: string[] = []): BowlDip => ({
  tolerated: new Set(tolerated),
  brings: new Set(brings),
});
const walk = (...fillings: [typeof dark, BowlDip[]][]) =>
  walkBowl(
    fillings.map(([coating, dips]) => ({ coating, dips, met: [] })),
    smallProblem.changeovers,
  );

describe('the walk along a bowl', () => {
  test('cleans nothing before the first melt and between melts of one coating', () => {
    const steps = walk([dark, [dip(['soya'])]], [dark, [dip(['soya'])]]);
    expect(steps.map((step) => step.cleanMinutes)).toEqual([0, 0]);
  });

  test('wipes for colour by the pair, else by the default', () => {
    const all = dip(['soya', 'milk']);
    expect(walk([milk, [all]], [dark, [all]]).map((step) => step.cleanMinutes)).toEqual([0, 5]);
    expect(walk([dark, [all]], [milk, [all]]).map((step) => step.cleanMinutes)).toEqual([0, 10]);
  });

  test('washes when the residue holds what a product of the next melt does not declare', () => {
    expect(walk([milk, [dip(['soya', 'milk'])]], [dark, [dip(['soya'])]])[1]).toEqual({
      cleanMinutes: 25,
      unwanted: [null],
    });
  });

  test('a colour clean leaves the residue where it is', () => {
    const anything = dip(['soya', 'milk', 'nuts'], ['nuts']);
    const steps = walk([milk, [anything]], [dark, [anything]], [dark, [dip(['soya'])]]);
    expect(steps.map((step) => step.cleanMinutes)).toEqual([0, 5, 25]);
  });

  test('finds a free-from product that is dipped after one that brings its allergen', () => {
    const nutty = dip(['soya', 'nuts'], ['nuts']);
    const plain = dip(['soya']);
    expect(walk([dark, [nutty, plain]])[0]!.unwanted).toEqual([null, 'nuts']);
    expect(walk([dark, [plain, nutty]])[0]!.unwanted).toEqual([null, null]);
  });

  test('finds a product that does not declare its own coating’s allergen', () => {
    expect(walk([milk, [dip(['soya'])]])[0]!.unwanted).toEqual(['milk']);
  });
});

describe('what pieces may meet', () => {
  const declared = new Set(['soya']);

  test('is what they declare, and what they may contain unless an order is free from it', () => {
    const product = { ...berry, mayContain: ['nuts', 'milk'] };
    expect([...toleratedAllergens(declared, product, new Set())]).toEqual(['soya', 'nuts', 'milk']);
    expect([...toleratedAllergens(declared, product, new Set(['milk', 'gluten']))]).toEqual(['soya', 'nuts']);
    expect([...toleratedAllergens(declared, berry, new Set())]).toEqual(['soya']);
  });
});
