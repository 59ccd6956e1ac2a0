import { describe, expect, test } from 'vitest';
import { makePlan } from '../make-plan';
import type { Problem } from '../problem';
import { smallProblem } from '../testing/small-problem';
import { checkPlan } from './check-plan';

const plan = makePlan(smallProblem).plan;

function codesAfter(change: (draft: any) => void, problem: Problem = smallProblem): string[] {
  const draft = JSON.parse(JSON.stringify(plan)) as unknown;
  change(draft);
  return [...new Set(checkPlan(problem, draft).violations.map((violation) => violation.code))].sort();
}

/** Position of a batch of the product in the plan. */
const at = (product: string): number => plan.batches.findIndex((batch) => batch.product === product);

describe('the checker', () => {
  test('takes the plan that the planner made, and its cost adds up', () => {
    const report = checkPlan(smallProblem, plan);
    expect(report.violations).toEqual([]);
    const { unmet, age, labour, melts, leftover, stretch } = report.amounts;
    expect(report.cost).toBeCloseTo(
      1000 * unmet + 2 * age + labour + 10 * melts + 0.01 * leftover + 0.1 * stretch,
      9,
    );
    expect(report.metPieces + report.unmetPieces).toBe(report.totalPieces);
    expect(report.totalPieces).toBe(24 + 48 + 20 + 60);
  });

  test.each<[string, (draft: any) => void, string]>([
    ['no object', (draft) => (draft.format = 'x'), 'shape'],
    ['a list that is none', (draft) => (draft.unmet = null), 'shape'],
    ['an unknown person', (draft) => (draft.batches[0].stages[0].person = 'nobody'), 'ref'],
    ['the same batch twice', (draft) => draft.batches.push(draft.batches[0]), 'duplicate'],
    ['a time beyond the horizon', (draft) => (draft.melts[0].closed = 2881), 'horizon'],
    ['pieces that nobody ordered', (draft) => (draft.batches[0].pieces += 1), 'pieces'],
    [
      'an order without such a line',
      (draft) => (draft.batches[at('twist')].serves[0].order = 'o1'),
      'demand',
    ],
    ['an order line left out', (draft) => draft.batches.pop(), 'demand'],
    ['stages in another order', (draft) => draft.batches[at('berry')].stages.reverse(), 'stages'],
    ['a stage that is too quick', (draft) => (draft.batches[0].stages.at(-1).end -= 1), 'duration'],
    ['a wait that is too short', (draft) => shift(draft.batches[at('berry')].stages[0], 30), 'wait'],
    ['somebody without the skill', (draft) => (draft.melts[0].person = 'tove'), 'skill'],
    ['a task outside the shift', (draft) => moveTo(draft.batches[at('berry')].stages[0], 0), 'shift'],
    [
      'a melt that nothing is dipped from',
      (draft) => draft.melts.push({ ...draft.melts[0], id: 'spare' }),
      'melt-unused',
    ],
    ['too little melted', (draft) => (draft.melts[0].grams -= 1), 'melt-grams'],
    ['more melted than the bowl holds', (draft) => (draft.melts[0].grams = 5001), 'melt-grams'],
    ['a melt closed before its last dip', (draft) => (draft.melts[0].closed -= 1), 'melt-window'],
    ['a set-up that is too quick', (draft) => (draft.melts[0].setupStart += 1), 'setup-duration'],
    ['a dip from no melt', (draft) => (draft.batches[at('berry')].stages[1].melt = null), 'melt-ref'],
    [
      'a wash from a melt',
      (draft) => (draft.batches[at('berry')].stages[0].melt = draft.melts[0].id),
      'melt-ref',
    ],
  ])('finds %s', (_name, change, code) => {
    expect(codesAfter(change)).toContain(code);
  });

  test.each<[string, Partial<Problem>, string]>([
    [
      'trays that are not there',
      { zones: smallProblem.zones.map((zone) => ({ ...zone, trays: 0 })) },
      'zone',
    ],
    [
      'a batch that is too large',
      { products: smallProblem.products.map((p) => ({ ...p, maxBatchPieces: 1 })) },
      'batch-size',
    ],
    [
      'a run that is too long',
      {
        products: smallProblem.products.map((p) => ({
          ...p,
          stages: p.stages.map((s) => ({ ...s, maxRunMinutes: 1 })),
        })),
      },
      'max-run',
    ],
    [
      'pieces past their life',
      { products: smallProblem.products.map((p) => ({ ...p, lifeMinutes: 1, targetAgeMinutes: 0 })) },
      'life',
    ],
    ['work before now', { now: 2000 }, 'now'],
    [
      'a plain bowl used for too long',
      { melters: smallProblem.melters.map((m) => ({ ...m, usableMinutes: 1 })) },
      'melt-window',
    ],
  ])('finds %s', (_name, change, code) => {
    expect(codesAfter(() => undefined, { ...smallProblem, ...change })).toContain(code);
  });

  test('finds two people’s work at once, in one bowl and by one person', () => {
    const codes = codesAfter((draft) => {
      const melt = draft.melts[0];
      draft.melts.push({ ...melt, id: 'again' });
      draft.batches.push({
        ...draft.batches.find((b: any) => b.stages.some((s: any) => s.melt === melt.id)),
        id: 'again',
      });
    });
    expect(codes).toEqual(expect.arrayContaining(['melter-overlap', 'person-overlap', 'melt-overlap']));
  });

  test('finds fixed work that was moved, and lets a fixed melt close later', () => {
    const fixed = { batches: plan.batches.slice(0, 1), melts: plan.melts };
    const problem = { ...smallProblem, fixed };
    expect(codesAfter((draft) => (draft.melts[0].closed += 1), problem)).toEqual([]);
    expect(codesAfter((draft) => shift(draft.batches[0].stages.at(-1), -1), problem)).toContain('fixed');
    expect(codesAfter((draft) => (draft.melts[0].person = 'tove'), problem)).toContain('fixed');
  });

  test('does not blame a plan for what fixed work breaks by itself since its figures changed', () => {
    const fixed = { batches: plan.batches, melts: plan.melts };
    const heavier: Problem = {
      ...smallProblem,
      products: smallProblem.products.map((product) => ({
        ...product,
        maxBatchPieces: 1,
        stages: product.stages.map((stage) => ({
          ...stage,
          secondsPerPiece: stage.secondsPerPiece + 7,
          coating: stage.coating && { id: stage.coating.id, milligramsPerPiece: 90_000 },
          then: { ...stage.then, piecesPerTray: 1 },
        })),
      })),
    };
    const codes = checkPlan(heavier, plan).violations.map(({ code }) => code);
    expect(codes).toEqual(expect.arrayContaining(['melt-grams', 'duration', 'batch-size', 'zone']));
    expect(checkPlan({ ...heavier, fixed }, plan).violations).toEqual([]);
    expect(checkPlan({ ...heavier, fixed: { batches: [], melts: plan.melts } }, plan).ok).toBe(false);
  });

  test.each([null, [], 'plan', 3, {}])('survives %j for a plan', (nothing) => {
    const report = checkPlan(smallProblem, nothing);
    expect(report.ok).toBe(false);
    expect(report.cost).toBeNull();
  });
});

function shift(task: { start: number; end: number }, minutes: number): void {
  task.start += minutes;
  task.end += minutes;
}

function moveTo(task: { start: number; end: number }, start: number): void {
  shift(task, start - task.start);
}

describe('the optional fields of allergens and room', () => {
  const withOrders = (change: object): Problem => ({
    ...smallProblem,
    orders: smallProblem.orders.map((order) => ({ ...order, ...change })),
  });

  test('an order is not served by what declares what it must be free from', () => {
    expect(codesAfter(() => undefined, withOrders({ freeFrom: ['soya'] }))).toEqual(['free-from']);
    expect(codesAfter(() => undefined, withOrders({ freeFrom: ['nuts'] }))).toEqual([]);
  });

  test('a zone that shrinks is judged by what it has at each minute', () => {
    const zones = (from: number): Problem => ({
      ...smallProblem,
      zones: smallProblem.zones.map((zone) => ({ ...zone, changes: [{ from, trays: 0 }] })),
    });
    expect(codesAfter(() => undefined, zones(0))).toEqual(['zone']);
    expect(codesAfter(() => undefined, zones(2880))).toEqual([]);
  });
});
