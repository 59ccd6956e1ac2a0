import { describe, expect, test } from 'vitest';
import { makePlan } from '../make-plan';
import { checkPlan } from './check-plan';
import { roomStays } from '../view/room-stays';
import { catalogueOf } from '../catalogue';
import type { Problem, Product } from '../problem';
import { smallProblem, twist } from '../testing/small-problem';

const mould = { id: 'bars', piecesPerMould: 24, from: 'dip', until: 'dip' } as const;
const cast: Product = { ...twist, mould };
/** 80 twists for the second day, at most 40 at once: two batches, two moulds each of what there are. */
const problemWith = (count: number, maxBatchPieces = 40): Problem => ({
  ...smallProblem,
  products: [smallProblem.products[0]!, { ...cast, maxBatchPieces }],
  moulds: [{ id: 'bars', count }],
});

describe('moulds', () => {
  test('are used again in a day, and never by two batches at once', () => {
    const problem = problemWith(2);
    const { plan, report } = makePlan(problem, { steps: 200, seed: 1 });
    expect(report.violations).toEqual([]);
    const dips = plan.batches
      .filter(({ product }) => product === 'twist')
      .map(({ stages }) => stages[0]!)
      .sort((a, b) => a.start - b.start);
    expect(dips.length).toBeGreaterThan(1);
    // free again 30 minutes after the last of a batch is cast
    for (const [i, { start }] of dips.slice(1).entries())
      expect(start).toBeGreaterThanOrEqual(dips[i]!.end + 30);
  });

  test('that are fewer than a plan takes at once break its rule, by how many and when', () => {
    const { plan } = makePlan(problemWith(9), { steps: 0 });
    const report = checkPlan(problemWith(1), plan);
    expect(report.violations.map(({ code, at }) => [code, at])).toContainEqual(['mould', 'mould bars']);
    expect(report.violations.find(({ code }) => code === 'mould')!.text).toMatch(/^2 of 1 from \d+ to \d+$/);
    // what is begun is a fact
    const fixed = { batches: plan.batches, melts: plan.melts };
    expect(checkPlan({ ...problemWith(1), fixed }, plan).violations).toEqual([]);
  });

  test('that are too few for a batch make two of it', () => {
    const orders = [{ id: 'o', due: 2340, weight: 1, lines: [{ product: 'twist', pieces: 40 }] }];
    const { plan, report } = makePlan({ ...problemWith(1), orders }, { steps: 0 });
    // forty are two moulds, and there is one
    expect(report.violations).toEqual([]);
    expect(plan.unmet).toEqual([]);
    expect(plan.batches.length).toBeGreaterThan(1);
  });
});

describe('trays that lie elsewhere first', () => {
  const rested: Problem = {
    ...smallProblem,
    products: smallProblem.products.map((product) => ({
      ...product,
      stages: product.stages.map((stage) =>
        stage.id === 'dip' && product.id === 'berry'
          ? { ...stage, then: { ...stage.then, first: { zone: 'rack', minutes: 5 } } }
          : stage,
      ),
    })),
  };

  test('are in the one zone until then, in the other from then on, and need nobody between', () => {
    const { plan, report } = makePlan(rested, { steps: 50, seed: 2 });
    expect(report.violations).toEqual([]);
    const catalogue = catalogueOf(rested);
    const batch = plan.batches.find(({ product }) => product === 'berry')!;
    const dipped = batch.stages[1]!.end;
    const stays = roomStays(catalogue, batch).filter(({ from }) => from >= dipped && from <= dipped + 5);
    expect(stays.map(({ zone, from, to }) => [zone, from, to])).toEqual([
      ['rack', dipped, dipped + 5],
      ['fridge', dipped + 5, batch.stages[2]!.start],
    ]);
  });

  test('do not go where there is no tray for them', () => {
    const none: Problem = {
      ...rested,
      zones: rested.zones.map((zone) => (zone.id === 'rack' ? { ...zone, trays: 0 } : zone)),
      products: rested.products.map((product) => ({
        ...product,
        stages: product.stages.map((stage) =>
          stage.then.zone === 'rack' ? { ...stage, then: { ...stage.then, zone: 'shelf' } } : stage,
        ),
      })),
    };
    const { plan, reasons } = makePlan(none, { steps: 0 });
    expect(plan.batches.filter(({ product }) => product === 'berry')).toEqual([]);
    expect(reasons[0]!.blocker).toMatchObject({ kind: 'room', stage: 'dip', zone: 'rack' });
  });
});
