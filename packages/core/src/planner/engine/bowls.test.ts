import { describe, expect, test } from 'vitest';
import type { Problem, Product } from '../problem';
import { berry, runa, smallProblem, twist } from '../testing/small-problem';
import { compile } from './compiled';
import { type Melt, Run } from './melts-and-runs';
import { Schedule } from './schedule';

const oneBowl: Problem = {
  ...smallProblem,
  melters: [{ id: 'a', capacityGrams: 2000, tailGrams: 500 }],
  people: [{ ...runa, shifts: [[0, 1000]] }],
};

/** A run whose only dip lies from `start` to `end` and takes so many grams of 5 g a piece. */
function dipping(
  schedule: Schedule,
  { start, end, grams }: { start: number; end: number; grams: number },
): Run {
  const run = new Run(schedule.compiled.products[0]!);
  run.serve(0, grams / 5, schedule.compiled.lines);
  run.starts[0] = start;
  run.ends[0] = end;
  return run;
}

/** One bowl; product 0 is dipped in dark at its only stage, product 1 in milk and with nuts. */
function bowl(): { schedule: Schedule; dark: (start: number, end: number, grams?: number) => Run } {
  const only = (product: Product, coating: string): Product => ({
    ...product,
    maxBatchPieces: 10_000,
    stages: [
      { ...product.stages.find((stage) => stage.coating)!, coating: { id: coating, gramsPerPiece: 5 } },
    ],
  });
  const products = [only(berry, 'dark'), { ...only(twist, 'milk'), allergens: ['nuts'] }];
  const schedule = new Schedule(compile({ ...oneBowl, products }));
  return { schedule, dark: (start, end, grams = 500) => dipping(schedule, { start, end, grams }) };
}

const setupsOf = (schedule: Schedule): [number, number, number][] =>
  schedule.bowls.rows[0]!.map(({ coating, setupStart, setupEnd }) => [coating, setupStart, setupEnd]);

describe('a bowl', () => {
  test('opens a melt with its set-up as late as its first dip allows', () => {
    const { schedule, dark } = bowl();
    // 20 + 4·1.0 kg = 24 minutes
    expect(schedule.bowls.open(0, dark(500, 530), 0)).toMatchObject({
      grams: 1000,
      setupStart: 476,
      setupEnd: 500,
      closed: 530,
    });
    expect(schedule.hands.labour).toBe(24);
    expect(schedule.amounts()).toMatchObject({ melts: 1, leftover: 500 });
  });

  test('moves the set-up forward for an earlier dip, and makes it longer for more grams', () => {
    const { schedule, dark } = bowl();
    const melt = schedule.bowls.open(0, dark(500, 530), 0)!;
    expect(schedule.bowls.dip(melt, dark(440, 470), 0)).toBe(true);
    // 20 + 4·1.5 kg = 26 minutes, before 440
    expect(melt).toMatchObject({ grams: 1500, setupStart: 414, setupEnd: 440, closed: 530 });
  });

  test('takes no more than it holds, and nothing beyond its hours', () => {
    const { schedule, dark } = bowl();
    const melt = schedule.bowls.open(0, dark(500, 530, 1400), 0)!;
    const small = { minutes: 10, grams: 50, from: 0, to: 1000 };
    // the set-up may have ended at 500 at the latest: 240 minutes on
    expect(schedule.bowls.latestDipIn(melt, small)).toBe(740);
    expect(schedule.bowls.latestDipIn(melt, { ...small, grams: 101 })).toBe(-1);
    expect(schedule.bowls.latestDipIn(melt, { ...small, from: 800 })).toBe(-1);
    expect(schedule.bowls.latestDipIn(melt, { ...small, to: 520 })).toBe(500);
    expect(schedule.bowls.open(0, dark(800, 830, 1501), 0)).toBeNull();
  });

  test('leaves room for a melt only where its set-up fits as well', () => {
    const { schedule, dark } = bowl();
    schedule.bowls.open(0, dark(500, 530), 0);
    const asked = { minutes: 30, grams: 400, from: 0, to: 505 };
    expect(schedule.bowls.latestDipInNew(0, 1, asked)).toBe(476);
    expect(schedule.bowls.latestDipInNew(0, 1, { ...asked, grams: 1501 })).toBe(-1);
    // before the first melt: 18 + 4·0.9 → 22 minutes of set-up from now on, then the dip
    expect(schedule.bowls.latestDipInNew(0, 1, { ...asked, from: 430, to: 470 })).toBe(470);
    expect(schedule.bowls.latestDipInNew(0, 1, { ...asked, to: 51 })).toBe(-1);
  });

  test('washes between what brings an allergen and what does not declare it, and not once that is gone', () => {
    const { schedule, dark } = bowl();
    schedule.bowls.open(0, dark(700, 730), 0);
    const nutty = new Run(schedule.compiled.products[1]!);
    nutty.serve(2, 100, schedule.compiled.lines);
    nutty.starts[0] = 500;
    nutty.ends[0] = 530;
    const melt: Melt = schedule.bowls.open(0, nutty, 0)!;
    // the later melt is washed now: 25 + 24 minutes before 700
    expect(setupsOf(schedule)).toEqual([
      [1, 478, 500],
      [0, 651, 700],
    ]);
    expect(schedule.bowls.undip(melt, nutty, 0)).toBe(true);
    expect(setupsOf(schedule)).toEqual([[0, 676, 700]]);
  });

  test('refuses a dip that would meet what it does not declare', () => {
    const { schedule, dark } = bowl();
    const run = dark(500, 530);
    const inMilk = new Run({ ...run.product, stages: [{ ...run.product.stages[0]!, coating: 1 }] });
    inMilk.serve(0, 100, schedule.compiled.lines);
    inMilk.starts[0] = 500;
    inMilk.ends[0] = 530;
    expect(schedule.bowls.open(0, inMilk, 0)).toBeNull();
  });

  test('goes back to what it was when the journal is undone, hands and all', () => {
    const { schedule, dark } = bowl();
    const melt = schedule.bowls.open(0, dark(500, 530), 0)!;
    const before = [setupsOf(schedule), { ...melt }, schedule.amounts()];
    const mark = schedule.journal.mark();
    schedule.bowls.dip(melt, dark(440, 470), 0);
    schedule.bowls.open(0, dark(900, 930), 0);
    schedule.journal.undoTo(mark);
    expect([setupsOf(schedule), { ...melt }, schedule.amounts()]).toEqual(before);
    expect(schedule.hands.latestFit(0, 476, { from: 0, to: 500 })).toBe(476);
  });
});

describe('a bowl with what is left in it', () => {
  const withOrders = (freeFrom: string[]): Schedule => {
    const { compiled } = bowl().schedule;
    const { problem } = compiled;
    const [dark, nutty] = problem.products;
    return new Schedule(
      compile({
        ...problem,
        products: [{ ...dark!, mayContain: ['nuts', 'gluten', 'milk'] }, nutty!],
        orders: problem.orders.map((order) => ({ ...order, freeFrom })),
      }),
    );
  };

  test.each([
    ['need not be washed for pieces that may contain it', [], 671],
    ['is washed for an order that must be free from it', ['nuts'], 651],
  ])('%s', (_name, freeFrom, setupStart) => {
    const schedule = withOrders(freeFrom);
    const nutty = new Run(schedule.compiled.products[1]!);
    nutty.serve(2, 100, schedule.compiled.lines);
    nutty.starts[0] = 500;
    nutty.ends[0] = 530;
    schedule.bowls.open(0, nutty, 0);
    schedule.bowls.open(0, dipping(schedule, { start: 700, end: 730, grams: 500 }), 0);
    // milk to dark takes 5 minutes to wipe, or 25 to wash
    expect(setupsOf(schedule)[1]).toEqual([0, setupStart, 700]);
  });
});
