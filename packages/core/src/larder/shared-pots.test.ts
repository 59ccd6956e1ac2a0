import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Batch, Product } from '../planner/problem';
import type { Preparation } from './preparations';
import { madeKey, sharedPots, splitOfPot, splitOfRest } from './shared-pots';

const product = (id: string, maxMinutes: number): Product =>
  ({
    id,
    stages: [
      { id: 'make', then: { zone: 'fridge', piecesPerTray: 30, minMinutes: 20, maxMinutes } },
      { id: 'dip', then: { zone: 'rack', piecesPerTray: 30, minMinutes: 0, maxMinutes: 9999 } },
    ],
  }) as unknown as Product;
const batch = (id: string, piece: string, dipAt: number): Batch =>
  ({
    ...{ id, product: piece, pieces: 48, serves: [] },
    stages: [{ stage: 'make' }, { stage: 'dip', start: dipAt }],
  }) as unknown as Batch;
const made = (id: string, piece: string, start: number): Preparation => ({
  ...{ batch: id, piece, recipe: 'dough', stage: 'make', person: 'runa', start, end: start + 30 },
  ...{
    goodPieces: 48,
    startedPieces: 50,
    factor: 1,
    potGrams: 700,
    yieldGrams: 650,
    portionGrams: 13,
    isPart: false,
  },
});
const hour = 60;

describe('a pot', () => {
  const problem = { products: [product('plain', 4 * hour), product('nuts', 4 * hour)] };
  const potsOf = (dipAt: number, startAt = 10 * hour) =>
    sharedPots([made('b1', 'plain', 9 * hour), made('b2', 'nuts', startAt)], {
      problem,
      plan: { batches: [batch('b1', 'plain', 11 * hour), batch('b2', 'nuts', dipAt)] },
    });

  test('is shared by what is made of it that day and then rests no longer than it may', () => {
    expect([...potsOf(13 * hour)]).toEqual([
      ['b1 dough', 'b1 dough'],
      ['b2 dough', 'b1 dough'],
    ]);
  });

  test('is not shared with what would lie too long, or is made another day', () => {
    // 9:30 to 15:00 are five and a half hours
    expect([...potsOf(15 * hour)]).toEqual([]);
    expect([...potsOf(34 * hour, 33 * hour)]).toEqual([]);
  });

  test('is not shared by what is handed out as it is made', () => {
    const last = {
      products: problem.products.map(({ stages, ...rest }) => ({ ...rest, stages: [stages[0]!] })),
    };
    const plan = { batches: [batch('b1', 'plain', 11 * hour), { ...batch('b2', 'nuts', 0), stages: [] }] };
    const all = [made('b1', 'plain', 9 * hour), made('b2', 'nuts', 10 * hour)];
    expect([...sharedPots(all, { problem: last, plan })]).toEqual([]);
  });

  test('is of one recipe', () => {
    const all = [made('b1', 'plain', 9 * hour), { ...made('b2', 'nuts', 9 * hour), recipe: 'ganache' }];
    const plan = { batches: [batch('b1', 'plain', 11 * hour), batch('b2', 'nuts', 11 * hour)] };
    expect([...sharedPots(all, { problem, plan })]).toEqual([]);
    expect(madeKey(all[1]!)).toBe('b2 ganache');
  });
});

test('what came out of a pot is shared out by what each was to have, and adds up', () => {
  const members = [
    { yieldGrams: 600, startedPieces: 48 },
    { yieldGrams: 300, startedPieces: 24 },
  ];
  expect(splitOfPot({ kind: 'grams', grams: 840 }, members)).toEqual([
    { kind: 'grams', grams: 560 },
    { kind: 'grams', grams: 280 },
  ]);
  expect(splitOfRest({ grams: 90, pieces: 71 }, members)).toEqual([
    { grams: 60, pieces: 47 },
    { grams: 30, pieces: 24 },
  ]);
  expect(splitOfPot({ kind: 'reckoned' }, members)).toEqual([{ kind: 'reckoned' }, { kind: 'reckoned' }]);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 500 }),
      fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 6 }),
      (pieces, started) => {
        const shares = splitOfPot(
          { kind: 'pieces', pieces },
          started.map((startedPieces) => ({ startedPieces, yieldGrams: 1 })),
        ).map((each) => (each.kind === 'pieces' ? each.pieces : NaN));
        expect(shares.reduce((sum, each) => sum + each, 0)).toBe(pieces);
        expect(Math.min(...shares)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});
