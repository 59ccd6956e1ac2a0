import { describe, expect, test } from 'vitest';
import { makePlan } from '../make-plan';
import type { Plan, Problem, StockLot } from '../problem';
import { promises } from '../promise';
import { smallProblem } from '../testing/small-problem';
import { checkPlan } from './check-plan';

const codes = (problem: Problem, plan: Plan): string[] => [
  ...new Set(checkPlan(problem, plan).violations.map(({ code }) => code)),
];
const oneOrder = (pieces: number, change: object = {}): Problem['orders'] => [
  { id: 'o1', due: 2010, weight: 1, lines: [{ product: 'berry', pieces }], ...change },
];

describe('pieces made already', () => {
  const lot: StockLot = {
    id: 'lot',
    product: 'berry',
    pieces: 40,
    clock: 1500,
    zone: 'fridge',
    allergens: ['soya'],
  };
  const problem: Problem = { ...smallProblem, now: 1860, orders: oneOrder(24), stock: [lot] };
  const plan = (pieces: number): Plan => ({
    format: 'alnage-plan/1',
    batches: [],
    melts: [],
    unmet: pieces < 24 ? [{ order: 'o1', product: 'berry', pieces: 24 - pieces }] : [],
    fromStock: [{ stock: 'lot', order: 'o1', pieces }],
  });

  test('meet an order, and count as old as they are', () => {
    const { ok, metPieces, amounts, peakTrays } = checkPlan({ ...problem }, plan(24));
    expect({ ok, metPieces }).toEqual({ ok: true, metPieces: 24 });
    expect(amounts.age).toBe(0);
    // 40 pieces lie on two trays of 36, from now until they are collected
    expect(peakTrays['fridge']!.peak).toBe(2);
    const old = { ...problem, stock: [{ ...lot, clock: 1000 }] };
    expect(checkPlan(old, plan(24)).amounts.age).toBeCloseTo((24 * (1010 - 600)) / 60, 9);
  });

  test.each<[string, Partial<Problem>, string]>([
    ['taken beyond what there is', { stock: [{ ...lot, pieces: 23 }] }, 'stock'],
    ['past their life', { stock: [{ ...lot, clock: 500 }] }, 'life'],
    ['with what the order must be free from', { orders: oneOrder(24, { freeFrom: ['soya'] }) }, 'free-from'],
    ['for an order that has left', { now: 2011 }, 'now'],
    ['of another kind', { stock: [{ ...lot, product: 'twist' }] }, 'ref'],
    ['of a lot that is not there', { stock: [] }, 'ref'],
  ])('%s are found', (_name, change, code) => {
    expect(codes({ ...problem, ...change }, plan(24))).toContain(code);
  });

  test('are told once for an order', () => {
    const twice = { ...plan(24), fromStock: [...plan(12).fromStock!, ...plan(12).fromStock!] };
    expect(codes(problem, twice)).toContain('duplicate');
  });

  test('are taken before anything is made, the first due first', () => {
    const later = { id: 'o2', due: 2100, weight: 1, lines: [{ product: 'berry', pieces: 30 }] };
    const { plan: made, report } = makePlan({ ...problem, orders: [later, ...oneOrder(24)] });
    expect(made.fromStock).toEqual([
      { stock: 'lot', order: 'o1', pieces: 24 },
      { stock: 'lot', order: 'o2', pieces: 16 },
    ]);
    expect(made.batches.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(14);
    expect(report.unmetPieces).toBe(0);
  });

  test('that are older than making anew is worth go out only where nothing else is possible', () => {
    const old = { ...problem, now: 0, stock: [{ ...lot, clock: -100, pieces: 10 }] };
    const keeps = smallProblem.products.map((product) => ({ ...product, lifeMinutes: 20_160 }));
    const { plan: made } = makePlan({ ...old, products: keeps });
    expect(made.fromStock).toEqual([]);
    const { plan: without, reasons } = makePlan({ ...old, products: keeps, people: [] });
    expect(without.fromStock).toEqual([{ stock: 'lot', order: 'o1', pieces: 10 }]);
    expect(reasons).toMatchObject([{ order: 'o1', pieces: 14 }]);
  });

  test('are promised', () => {
    const ask = { lines: [{ product: 'berry', pieces: 20 }], dues: [1900] };
    const nothing: Plan = { format: 'alnage-plan/1', batches: [], melts: [], unmet: [] };
    const answers = (stock: StockLot[]): string[] =>
      promises({ problem: { ...problem, people: [], orders: [], stock }, plan: nothing }, ask).map(
        ({ kind }) => kind,
      );
    expect(answers([lot])).toEqual(['open']);
    expect(answers([{ ...lot, pieces: 30 }])).toEqual(['tight']);
    expect(answers([])).toEqual(['no']);
  });
});

describe('what a bowl holds already', () => {
  const holds = { coating: 'dark', allergens: [] as string[], grams: 900, usableUntil: 2000 };
  const withHolds = (change: Partial<typeof holds> = {}): Problem => ({
    ...smallProblem,
    now: 1860,
    melters: smallProblem.melters.map((melter, i) =>
      i === 0 ? { ...melter, holds: { ...holds, ...change } } : melter,
    ),
    orders: oneOrder(24),
  });
  const { plan, report } = makePlan(withHolds());

  test('is dipped from with no set-up and no melt of the plan', () => {
    expect(report).toMatchObject({ ok: true, unmetPieces: 0 });
    expect(plan.melts).toEqual([]);
    expect(plan.batches.flatMap(({ stages }) => stages.map(({ melt }) => melt))).toContain('holds:bowl-a');
    expect(report.amounts).toMatchObject({ melts: 0, leftover: 900 - 24 * 6 });
  });

  test.each<[string, Partial<typeof holds>, string]>([
    ['too little', { grams: 600 }, 'melt-grams'],
    ['not usable so long', { usableUntil: 1870 }, 'melt-window'],
    ['another coating', { coating: 'milk' }, 'melt-ref'],
    ['what the pieces must not meet', { allergens: ['nuts'] }, 'allergen'],
  ])('is judged: %s', (_name, change, code) => {
    const nuts = [
      ...smallProblem.products,
      { ...smallProblem.products[1]!, id: 'nutty', allergens: ['nuts'] },
    ];
    const problem = { ...withHolds(change), products: nuts };
    expect(codes(problem, plan)).toContain(code);
    expect(makePlan(problem).report).toMatchObject({ ok: true, unmetPieces: 0 });
  });

  test('is cleaned out before another coating, and washed out for what it met', () => {
    const nutty = { ...smallProblem.products[1]!, id: 'nutty', allergens: ['nuts'] };
    const minutes = (allergens: string[]): number => {
      const problem = {
        ...withHolds({ coating: 'milk', allergens }),
        melters: withHolds({ coating: 'milk', allergens }).melters.slice(0, 1),
      };
      const { melts } = makePlan({ ...problem, products: [...smallProblem.products, nutty] }).plan;
      return melts[0]!.setupEnd - melts[0]!.setupStart;
    };
    expect(minutes(['nuts']) - minutes([])).toBe(0);
    expect(minutes([])).toBe(25 + 20 + 3);
  });
});

describe('a place with a zone of its own', () => {
  const quay = { id: 'quay', minutes: 40, zone: 'shelf' };
  const problem: Problem = {
    ...smallProblem,
    places: [quay],
    orders: smallProblem.orders.map((order, i) => (i === 0 ? { ...order, place: 'quay', due: 1800 } : order)),
  };

  test('takes the trays of its orders until they leave, and of no others', () => {
    const { plan, report } = makePlan(problem);
    expect(report).toMatchObject({ ok: true, unmetPieces: 0 });
    const trays = (shelf: number): Problem => ({
      ...problem,
      zones: problem.zones.map((zone) => (zone.id === 'shelf' ? { ...zone, trays: shelf } : zone)),
      orders: problem.orders.slice(0, 1),
    });
    const alone = makePlan({ ...trays(1) });
    expect(alone.report.unmetPieces).toBe(0);
    expect(alone.report.peakTrays['shelf']!.peak).toBe(1);
    expect(makePlan(trays(0)).report.metPieces).toBe(0);
    expect(codes(trays(0), { ...alone.plan, unmet: [] })).toEqual(['zone']);
    expect(plan.batches.length).toBeGreaterThan(0);
  });
});
