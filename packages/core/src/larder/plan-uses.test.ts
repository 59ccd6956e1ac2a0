import { describe, expect, test } from 'vitest';
import { makePlan } from '../planner/make-plan';
import { startedPieces } from '../planner/amounts';
import { berry, randomProblem, seeded } from '../planner/testing/small-problem';
import { recipesOf, usesOfPiece, type MakeUp } from './piece-uses';
import type { ItemShare } from './bought-as';
import { planUses, reserveUses } from './plan-uses';
import { gramsOut, madeBy, portionsOf, preparations } from './preparations';
import { BOOK } from './testing/small-book';

test('what came out of a pot is so many whole portions and grams, or as it was reckoned', () => {
  expect(portionsOf({ kind: 'grams', grams: 740 }, 9)).toBe(82);
  expect(portionsOf({ kind: 'grams', grams: 90.3 }, 30.1)).toBe(3);
  expect(portionsOf({ kind: 'pieces', pieces: 0 }, 9)).toBe(0);
  expect(portionsOf({ kind: 'reckoned' }, 9)).toBeNull();
  expect(gramsOut({ kind: 'pieces', pieces: 82 }, 9)).toBe(738);
  expect(gramsOut({ kind: 'grams', grams: 740 }, 9)).toBe(740);
  expect(gramsOut({ kind: 'reckoned' }, 9)).toBeNull();
});

test('what was made stays made when its piece takes another recipe', () => {
  const [comb, glaze, butter] = ['comb', 'glaze', 'butter'].map((recipe) => ({ recipe }));
  const names = (recipes: string[], made: { recipe: string }[]) =>
    [...madeBy(recipes, made)].map(([recipe, by]) => `${recipe} by ${by.recipe}`).sort();
  expect(names(['comb'], [comb!])).toEqual(['comb by comb']);
  expect(names(['butter'], [comb!])).toEqual(['butter by comb']);
  expect(names(['butter', 'glaze'], [glaze!, comb!])).toEqual(['butter by comb', 'glaze by glaze']);
  // a recipe more than there was is still to be made
  expect(names(['comb', 'butter'], [comb!])).toEqual(['comb by comb']);
  expect(names(['comb'], [comb!, butter!])).toEqual(['comb by comb']);
  expect(names([], [comb!])).toEqual([]);
});

const itself = (id: string): ItemShare[] => [{ item: { kind: 'coating', id }, share: 1 }];

describe('what a plan takes', () => {
  const makeUps: Readonly<Record<string, MakeUp>> = {
    berry: { recipe: null, supplies: [{ supply: 'cup', amount: 1, unit: 'piece' }] },
    twist: { recipe: 'centre', supplies: [{ supply: 'rod', amount: 1, unit: 'piece' }] },
  };
  const usesOf = (product: string) => usesOfPiece(makeUps[product] ?? makeUps['twist']!, BOOK);
  const madeOf = (product: string) => recipesOf(makeUps[product] ?? makeUps['twist']!);
  const blend: ItemShare[] = [
    { item: { kind: 'coating', id: 'dark' }, share: 0.75 },
    { item: { kind: 'coating', id: 'milk' }, share: 0.25 },
  ];

  test('agrees with its orders, batches and melts to the piece and the gram in 200 workshops', () => {
    let [planned, melted, prepared] = [0, 0, 0];
    for (let seed = 1; seed <= 200; seed++) {
      const problem = randomProblem(seed);
      const { plan } = makePlan(problem, { steps: 20, seed });
      const isBlend = seeded(seed)() < 0.5;
      const boughtAs = (coating: string) => (isBlend && coating === 'dark' ? blend : itself(coating));
      const uses = planUses({ problem: { ...problem, now: 0 }, plan, usesOf, boughtAs });
      const sumOf = (kind: string, id?: string): number =>
        uses
          .filter(({ item }) => item.kind === kind && (id === undefined || item.id === id))
          .reduce((sum, { amount }) => sum + amount, 0);
      const ordered = problem.orders.flatMap(({ lines }) => lines);
      const unmet = plan.unmet.reduce((sum, { pieces }) => sum + pieces, 0);
      const good = ordered.reduce((sum, { pieces }) => sum + pieces, 0) - unmet;
      const berries = plan.batches.filter(({ product }) => product === 'berry');
      const others = plan.batches.filter(({ product }) => product !== 'berry');
      const goodOf = (batches: typeof berries): number =>
        batches.reduce((sum, { pieces }) => sum + pieces, 0);
      const startedOf = (batches: typeof berries): number =>
        batches.reduce((sum, { product, pieces }) => {
          return (
            sum +
            startedPieces(
              problem.products.find(({ id }) => id === product)!,
              pieces,
            )
          );
        }, 0);
      expect(goodOf(berries) + goodOf(others), `seed ${seed}`).toBe(good);
      expect(sumOf('supply', 'cup'), `seed ${seed}`).toBe(goodOf(berries));
      expect(sumOf('supply', 'rod'), `seed ${seed}`).toBe(startedOf(others));
      expect(sumOf('supply', 'cream'), `seed ${seed}`).toBeCloseTo(5 * startedOf(others), 6);
      const grams = plan.melts.reduce((sum, each) => sum + each.grams, 0);
      expect(sumOf('coating'), `seed ${seed}`).toBeCloseTo(grams, 6);
      const made = preparations({ problem, plan }, madeOf, BOOK);
      const portions = made.reduce((sum, each) => sum + each.yieldGrams, 0);
      expect(portions, `seed ${seed}`).toBeCloseTo(10 * startedOf(others), 6);
      planned += good;
      melted += plan.melts.length;
      prepared += made.length;
    }
    expect([planned, melted, prepared].every((each) => each > 300)).toBe(true);
  });

  test('parts a melt into what its pieces carry, what is to spare, and what stays in the bowl', () => {
    const spare = { logSd: 0, certainty: 0.95 };
    const dip = { ...berry.stages[1]!, coating: { id: 'dark', milligramsPerPiece: 6000, spare } };
    const product = { ...berry, stages: [dip] };
    const task = { stage: dip.id, person: 'p', start: 130, end: 160, melt: 'm' };
    const batch = { id: 'b', product: 'berry', pieces: 60, serves: [], stages: [task] };
    const melt = (grams: number) => ({
      ...{ id: 'm', melter: 'a', coating: 'dark', grams, person: 'p' },
      ...{ setupStart: 100, setupEnd: 120, closed: 160 },
    });
    const takenOf = (grams: number) =>
      planUses({
        problem: { products: [product] },
        plan: { batches: [batch], melts: [melt(grams)] },
        usesOf: () => [],
        boughtAs: itself,
      }).map(({ cause, amount }) => [cause.kind, amount]);
    // 360 g on 60 pieces, 63 to spare, and the tail of 400
    expect(takenOf(823)).toEqual([
      ['on-pieces', 360],
      ['to-spare', 63],
      ['tail', 400],
    ]);
    // one that was melted for less, before more was known
    expect(takenOf(400)).toEqual([
      ['on-pieces', 360],
      ['to-spare', 40],
    ]);
  });

  test('takes each part of a piece in its own stage, by its own grams, until it is said to be made', () => {
    const [wash, dip] = berry.stages.map(({ id }) => id) as [string, string];
    const madeParts = [{ recipe: 'paste', grams: 2.5, stage: dip }];
    const makeUp: MakeUp = { recipe: 'centre', madeParts, supplies: [] };
    const task = (stage: string, start: number) => ({
      stage,
      person: 'p',
      start,
      end: start + 20,
      melt: null,
    });
    const stages = [task(wash, 100), task(dip, 400), ...berry.stages.slice(2).map(({ id }) => task(id, 500))];
    const batch = { id: 'b', product: 'berry', pieces: 60, serves: [], stages };
    const made = new Set<string>();
    const takenAt = (now: number) =>
      planUses({
        problem: { products: [berry], now },
        plan: { batches: [batch], melts: [] },
        ...{ usesOf: () => usesOfPiece(makeUp, BOOK), boughtAs: itself },
        isPrepared: (_batch, recipe) => made.has(recipe),
      }).map(({ item, minute, amount }) => [item.id, minute, amount]);
    const started = startedPieces(berry, 60);
    const [cream, nuts] = usesOfPiece({ recipe: 'centre', supplies: [] }, BOOK).map(({ amount }) => amount);
    expect(takenAt(0)).toEqual([
      ['cream', 100, cream! * started],
      ['nuts', 100, nuts! * started],
      ['nuts', 400, 2.5 * started],
    ]);
    made.add('centre');
    // what is late is still to be taken, now
    expect(takenAt(450)).toEqual([['nuts', 450, 2.5 * started]]);
    const prepared = preparations(
      { problem: { products: [berry] }, plan: { batches: [batch] } },
      () => recipesOf(makeUp),
      BOOK,
    );
    expect(prepared.map(({ recipe, start, portionGrams }) => [recipe, start, portionGrams])).toEqual([
      ['centre', 100, 10],
      ['paste', 400, 2.5],
    ]);
    // all the grams of 60 good ones and those that fail: 100 g nuts make 100 g
    expect(prepared[1]!.potGrams).toBeCloseTo(2.5 * started, 9);
    expect(prepared[1]!.factor).toBeCloseTo((2.5 * started) / 100, 9);
  });

  test('is only what has not begun', () => {
    const problem = randomProblem(3);
    const { plan } = makePlan(problem, { steps: 20 });
    const at = (now: number) => planUses({ problem: { ...problem, now }, plan, usesOf, boughtAs: itself });
    const [first] = [...plan.batches].sort((a, b) => a.stages[0]!.start - b.stages[0]!.start);
    const now = first!.stages[0]!.start + 1;
    expect(at(now).length).toBeLessThan(at(0).length);
    expect(at(now).every(({ minute }) => minute >= now)).toBe(true);
    expect(at(100_000)).toEqual([]);
    // what was to be made but is not said to be will still take its recipe
    const isPrepared = ({ id }: { readonly id: string }) => id === first!.id;
    const late = planUses({
      problem: { ...problem, now: 100_000 },
      plan,
      usesOf,
      boughtAs: itself,
      isPrepared,
    });
    expect(
      late.every(({ cause, minute }) => cause.kind === 'batch' && cause.recipe && minute === 100_000),
    ).toBe(true);
    expect(late.some(({ cause }) => cause.kind === 'batch' && cause.batch === first!.id)).toBe(false);
    expect(late.length).toBeGreaterThan(0);
  });

  test('keeps solid in reserve as much as the largest seed of a day', () => {
    const melt = (id: string, setupStart: number, grams: number) => ({
      ...{ id, melter: 'a', coating: 'dark', grams, person: 'p', setupStart },
      ...{ setupEnd: setupStart + 20, closed: setupStart + 100 },
    });
    const melts = [melt('m1', 100, 3000), melt('m2', 900, 1500), melt('m3', 2000, 4000)];
    const reading = {
      problem: { products: [], now: 0 },
      plan: { batches: [], melts },
      usesOf,
      boughtAs: () => blend,
    };
    const rules = {
      seedShare: 1 / 3,
      dayOf: (minute: number) => Math.floor(minute / 1440),
      isTempered: () => true,
    };
    // 4,500 g on the first day: 1,500 of seed, three parts of it dark
    expect(reserveUses(reading, rules)).toEqual([
      { item: { kind: 'coating', id: 'dark' }, minute: 100, amount: 1125, cause: { kind: 'reserve' } },
      { item: { kind: 'coating', id: 'milk' }, minute: 100, amount: 375, cause: { kind: 'reserve' } },
    ]);
    expect(reserveUses(reading, { ...rules, isTempered: () => false })).toEqual([]);
  });
});
