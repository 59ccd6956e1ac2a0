import { describe, expect, test } from 'vitest';
import { makePlan } from '../planner/make-plan';
import { smallProblem } from '../planner/testing/small-problem';
import { benchWorks, type BenchWork, type StageWork } from './bench-works';
import { dipRangeAt, dipsFrom, rangesOf, type RangedPiece } from './dip-ranges';

const { plan } = makePlan(smallProblem, { steps: 50 });
const dip = benchWorks(smallProblem, plan).find(
  (work): work is StageWork => work.kind === 'stage' && work.melt !== null,
)!;
/** Dips from one melt, one after the other, each of a piece. */
const works = (...products: string[]): BenchWork[] =>
  products.map((product, index) => ({
    ...dip,
    product,
    key: `stage/${index}`,
    start: dip.start + index,
    melt: { ...dip.melt!, id: 'm' },
  }));
const { coating } = dip.melt!;
const chips = { lowCelsius: 28, highCelsius: 30 };
const pieces: RangedPiece[] = [
  { id: 'chip', form: { coating }, dipRange: chips },
  { id: 'crisp', form: { coating }, dipRange: chips },
  { id: 'truffle', form: { coating }, dipRange: null },
  // drizzled with this one, dipped in another
  { id: 'bark', form: { coating: 'other' }, dipRange: { lowCelsius: 32, highCelsius: 33 } },
];

describe('a melt is dipped from in ranges', () => {
  test('one after the other, by when, one where its pieces agree', () => {
    expect(rangesOf('m', works('chip', 'crisp', 'truffle', 'chip'), pieces)).toEqual([
      { product: 'chip', range: { low: 28, high: 30 } },
      { product: 'truffle', range: null },
      { product: 'chip', range: { low: 28, high: 30 } },
    ]);
    expect(dipsFrom('m', works('chip', 'truffle').reverse()).map(({ product }) => product)).toEqual([
      'chip',
      'truffle',
    ]);
    expect(rangesOf('none', works('chip'), pieces)).toEqual([]);
  });

  test('of the piece in hand, and while it is made ready of the first', () => {
    const all = works('chip', 'truffle');
    expect(dipRangeAt(all[0]!, all, pieces)).toEqual({ low: 28, high: 30 });
    expect(dipRangeAt(all[1]!, all, pieces)).toBeNull();
    const melt: BenchWork = {
      ...{ kind: 'melt', key: 'melt/m', melt: 'm', bowl: 'a', coating, grams: 3000, person: 'runa' },
      ...{ start: 0, end: 30 },
    };
    expect(dipRangeAt(melt, all, pieces)).toEqual({ low: 28, high: 30 });
    expect(dipRangeAt(melt, [], pieces)).toBeNull();
  });

  test('that are the coat’s own and not its drizzle’s', () => {
    expect(rangesOf('m', works('bark'), pieces)).toEqual([{ product: 'bark', range: null }]);
  });
});
