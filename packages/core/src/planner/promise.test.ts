import { describe, expect, test } from 'vitest';
import { checkPlan } from './check/check-plan';
import { Insertion } from './engine/insertion';
import { toPlan } from './engine/to-plan';
import { makePlan } from './make-plan';
import { promises, slotMaking } from './promise';
import type { Plan, Problem } from './problem';
import { randomProblem, smallProblem } from './testing/small-problem';

const { plan } = makePlan(smallProblem);
const fixed = { batches: plan.batches, melts: plan.melts };
const problem: Problem = { ...smallProblem, fixed };
const berries = (pieces: number) => [{ product: 'berry', pieces }];

describe('a promise', () => {
  test('is given where the order fits beside what is planned, and then it can be planned so', () => {
    const dues = [600, 1500, 2040, 2340, 2700];
    const answers = promises(problem, { lines: berries(12), dues });
    expect(answers.map(({ due }) => due)).toEqual(dues);
    const yes = answers.filter(({ kind }) => kind !== 'no');
    expect(yes.length).toBeGreaterThan(0);
    for (const { due } of yes) {
      const orders = [...smallProblem.orders, { id: 'new', due, weight: 1, lines: berries(12) }];
      const made = makePlan({ ...problem, orders });
      expect(made.reasons.filter(({ order }) => order === 'new')).toEqual([]);
      expect(checkPlan({ ...problem, orders }, made.plan).violations).toEqual([]);
    }
  });

  test('is never a yes that breaks a rule: the plan that it was laid into keeps them all', () => {
    let yes = 0;
    for (let seed = 1; seed <= 80; seed++) {
      const own = randomProblem(seed);
      if (own.orders.length === 0) continue;
      const made = makePlan(own, { steps: 50 }).plan;
      const due = 1900 + 45 * (seed % 14);
      const lines = [{ product: seed % 2 ? 'frost' : 'berry', pieces: 6 + (seed % 20) }];
      const asked = { id: 'asked', due, weight: 1, lines };
      const fixed = { batches: made.batches, melts: made.melts };
      const insertion = new Insertion({ ...own, fixed }, [asked]);
      for (const times of [1, 2, 5]) {
        const answer = insertion.try(0, times, toPlan);
        if ('blocker' in answer) continue;
        yes++;
        const wanted = { ...asked, lines: lines.map((line) => ({ ...line, pieces: line.pieces * times })) };
        const report = checkPlan({ ...own, orders: [...own.orders, wanted] }, answer.made);
        expect(report.violations, `seed ${seed}`).toEqual([]);
        expect(answer.made.unmet.filter(({ order }) => order === 'asked')).toEqual([]);
        // what others were promised stays as it was planned
        for (const batch of made.batches) expect(answer.made.batches).toContainEqual(batch);
      }
    }
    expect(yes).toBeGreaterThan(60);
  });

  test.each([
    ['from a melt that is planned, which becomes larger', 0, 6 * 6],
    ['from no melt that is set up already', 2000, 0],
  ])('dips more %s', (_name, now, more) => {
    const due = Math.max(...smallProblem.orders.map((order) => order.due));
    const asked = { id: 'asked', due, weight: 1, lines: berries(6) };
    const answer = new Insertion({ ...problem, now }, [asked]).try(0, 1, toPlan);
    if ('blocker' in answer) throw new Error('does not fit');
    const grams = (melts: Plan['melts']): number =>
      melts
        .filter(({ id }) => plan.melts.some((melt) => melt.id === id))
        .reduce((sum, melt) => sum + melt.grams, 0);
    expect(grams(answer.made.melts)).toBe(grams(plan.melts) + more);
  });

  test('is refused with what stands in the way', () => {
    const [early] = promises({ ...problem, now: 2000 }, { lines: berries(12), dues: [2010] });
    expect(early).toMatchObject({ kind: 'no', reason: { product: 'berry', blocker: { kind: 'time' } } });
    const [much] = promises(problem, { lines: berries(100_000), dues: [2340] });
    expect(much!.kind).toBe('no');
  });

  test('tells how old the oldest piece is at pickup, within its life', () => {
    const life = smallProblem.products.find(({ id }) => id === 'berry')!.lifeMinutes;
    for (const answer of promises(problem, { lines: berries(12), dues: [2040, 2340] })) {
      if (answer.kind === 'no') continue;
      expect(answer.ageMinutes).toBeGreaterThan(0);
      expect(answer.ageMinutes).toBeLessThanOrEqual(life);
      expect(answer.packed).toBeLessThanOrEqual(answer.due);
    }
  });

  test('is tight where just it fits: what is open for more is never tight for less', () => {
    const kinds = (pieces: number): string[] =>
      promises(problem, { lines: berries(pieces), dues: [2040, 2340] }).map(({ kind }) => kind);
    const rank = { open: 2, tight: 1, no: 0 } as Record<string, number>;
    const [few, many] = [kinds(6), kinds(48)];
    few.forEach((kind, i) => expect(rank[kind]).toBeGreaterThanOrEqual(rank[many[i]!]!));
  });
});

describe('how an order would be made', () => {
  const made = (pieces: number, due = 2340, most = 40) => {
    const answer = slotMaking(problem, { lines: berries(pieces), due }, most);
    if (answer.kind === 'no') throw new Error('cannot be made');
    return answer;
  };

  test('tells its batches and the bowls that they are dipped from', () => {
    const { batches, melts, opened } = made(24);
    expect(batches.reduce((sum, batch) => sum + batch.pieces, 0)).toBe(24);
    const dips = batches.flatMap(({ stages }) => stages.filter(({ melt }) => melt !== null));
    expect(new Set(dips.map(({ melt }) => melt))).toEqual(new Set(melts.map(({ id }) => id)));
    const planned = fixed.melts.map(({ id }) => id);
    expect(opened).toEqual(melts.map(({ id }) => id).filter((id) => !planned.includes(id)));
  });

  test('counts how often it fits: so often it does, once more it does not', () => {
    const { times } = made(24);
    expect(times).toBeGreaterThan(1);
    const kind = (count: number) => slotMaking(problem, { lines: berries(24 * count), due: 2340 }, 1).kind;
    expect(kind(times)).toBe('yes');
    expect(kind(times + 1)).toBe('no');
  });

  test('counts no further than asked', () => {
    expect([1, 2, 3].map((most) => made(1, 2340, most).times)).toEqual([1, 2, 3]);
  });

  test('agrees with the promise where it cannot be', () => {
    const late = { ...problem, now: 2000 };
    const answer = slotMaking(late, { lines: berries(12), due: 2010 }, 9);
    expect(answer).toEqual(promises(late, { lines: berries(12), dues: [2010] })[0]);
  });
});
