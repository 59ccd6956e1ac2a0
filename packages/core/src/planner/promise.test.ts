import { describe, expect, test } from 'vitest';
import { carryOver } from './carry-over';
import { checkPlan } from './check/check-plan';
import { Insertion } from './engine/insertion';
import { toPlan } from './engine/to-plan';
import { makePlan } from './make-plan';
import { layIn, promises, slotMaking } from './promise';
import type { Plan, Planned } from './problem';
import { randomProblem, smallProblem } from './testing/small-problem';
import { seeds } from './testing/seeds';

const { plan } = makePlan(smallProblem);
const planned: Planned = { problem: smallProblem, plan };
/** The small workshop as it stands at a minute. */
function at(now: number): Planned {
  const { orders, products, coatings, places } = smallProblem;
  const carried = carryOver({
    plan,
    before: orders,
    orders,
    closed: new Set(),
    products,
    coatings,
    places,
    now,
  });
  return { problem: { ...smallProblem, ...carried, now }, plan };
}
const berries = (pieces: number) => [{ product: 'berry', pieces }];
describe('a promise', () => {
  test('is given where the order fits beside what is planned, and then it can be planned so', () => {
    const dues = [600, 1500, 2040, 2340, 2700];
    const answers = promises(planned, { lines: berries(12), dues });
    expect(answers.map(({ due }) => due)).toEqual(dues);
    const yes = answers.filter(({ kind }) => kind !== 'no');
    expect(yes.length).toBeGreaterThan(0);
    for (const { due } of yes) {
      const orders = [...smallProblem.orders, { id: 'new', due, weight: 1, lines: berries(12) }];
      const made = makePlan({ ...smallProblem, orders }, { from: plan });
      expect(made.reasons.filter(({ order }) => order === 'new')).toEqual([]);
      expect(checkPlan({ ...smallProblem, orders }, made.plan).violations).toEqual([]);
    }
  });

  test('is never a yes that breaks a rule: the plan that it was laid into keeps them all', () => {
    let yes = 0;
    for (const seed of seeds(80)) {
      const own = randomProblem(seed);
      if (own.orders.length === 0) continue;
      const made = makePlan(own, { steps: 50 }).plan;
      const due = 1900 + 45 * (seed % 14);
      const lines = [{ product: seed % 2 ? 'frost' : 'berry', pieces: 6 + (seed % 20) }];
      const asked = { id: 'asked', due, weight: 1, lines };
      const insertion = new Insertion({ problem: own, plan: made }, [asked]);
      for (const times of [1, 2, 5]) {
        const answer = insertion.try(0, times, toPlan);
        if ('blocker' in answer) continue;
        yes++;
        const wanted = { ...asked, lines: lines.map((line) => ({ ...line, pieces: line.pieces * times })) };
        const report = checkPlan({ ...own, orders: [...own.orders, wanted] }, answer.made);
        expect(report.violations, `seed ${seed}`).toEqual([]);
        expect(answer.made.unmet.filter(({ order }) => order === 'asked')).toEqual([]);
        // what others were promised stays met, and where it need not move it stays as it was planned
        const unmet = (list: Plan['unmet']): number => list.reduce((sum, { pieces }) => sum + pieces, 0);
        expect(unmet(answer.made.unmet)).toBeLessThanOrEqual(unmet(made.unmet));
        if (times > 1 && made.unmet.length === 0)
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
    const answer = new Insertion(at(now), [asked]).try(0, 1, toPlan);
    if ('blocker' in answer) throw new Error('does not fit');
    const grams = (melts: Plan['melts']): number =>
      melts
        .filter(({ id }) => plan.melts.some((melt) => melt.id === id))
        .reduce((sum, melt) => sum + melt.grams, 0);
    expect(grams(answer.made.melts)).toBe(grams(plan.melts) + more);
  });

  test('is given where others can move for it, and then it is planned with none of them lost', () => {
    let moved = 0;
    for (const seed of seeds(40)) {
      const own = randomProblem(seed);
      if (own.orders.length === 0) continue;
      const made = makePlan(own, { steps: 200 });
      const dues = [...new Set(own.orders.map((order) => order.due))];
      const lines = berries(10 + (seed % 20));
      const insertion = (due: number) =>
        new Insertion({ problem: own, plan: made.plan }, [{ id: 'new', due, weight: 1, lines }]);
      for (const { kind, due } of promises({ problem: own, plan: made.plan }, { lines, dues })) {
        // what fits twice over, or not at all, tells nothing of moving
        if (kind !== 'tight') continue;
        const { made: batches } = insertion(due).try(0, 1, (schedule) => toPlan(schedule).batches) as {
          made: Plan['batches'];
        };
        const after = new Set(batches.map((batch) => JSON.stringify(batch)));
        if (made.plan.batches.every((batch) => after.has(JSON.stringify(batch)))) continue;
        moved++;
        const orders = [...own.orders, { id: 'new', due, weight: 1, lines }];
        const { report } = makePlan({ ...own, orders }, { steps: 20, from: made.plan });
        expect(report.amounts.unmet, `seed ${seed}`).toBeLessThanOrEqual(made.report.amounts.unmet);
      }
    }
    expect(moved).toBeGreaterThan(10);
  });

  test('gives up moving others when it is told to', () => {
    const kinds = (steps?: number): number =>
      Array.from({ length: 20 }, (_, i) => randomProblem(i + 1))
        .filter(({ orders }) => orders.length > 0)
        .flatMap((own) =>
          promises(
            { problem: own, plan: makePlan(own, { steps: 50 }).plan },
            { lines: berries(25), dues: own.orders.map(({ due }) => due) },
            steps,
          ),
        )
        .filter(({ kind }) => kind === 'no').length;
    expect(kinds(0)).toBeGreaterThan(kinds());
  });

  test('is given for a pickup that what is made for the one before can wait for, also once all steps are taken', () => {
    let waited = 0;
    let laidByWaiting = 0;
    for (let seed = 1; seed <= 40 && waited < 12; seed++) {
      const own = randomProblem(seed);
      if (own.orders.length === 0) continue;
      const made = makePlan(own, { steps: 200 });
      const week: Planned = { problem: own, plan: made.plan };
      const dues = [...new Set(own.orders.flatMap(({ due }) => [due, due + 60, due + 120]))];
      const lines = berries(10 + (seed % 20));
      const steps = 80;
      const told = promises(week, { lines, dues }, steps);
      expect(promises(week, { lines, dues: dues.toReversed() }, steps)).toEqual(told.toReversed());
      // one by one with the same steps there is none before that they could wait for
      const insertion = new Insertion(
        week,
        told.map(({ due }) => ({ id: `at ${due}`, due, weight: 1, lines })),
        steps,
      );
      for (const [index, { due, kind }] of told.entries()) {
        if (kind === 'no') continue;
        const order = { id: 'new', due, weight: 1, lines };
        const problem = { ...own, orders: [...own.orders, order] };
        const earlier = dues.filter((each) => each < due);
        // whoever asks again with the same steps has it, however long the question was
        const laid = layIn(week, order, { earlier, steps });
        expect('plan' in laid, `seed ${seed}, ${due}`).toBe(true);
        if (!('plan' in laid) || 'made' in insertion.try(index, 1, () => null)) continue;
        waited++;
        if ('reason' in layIn(week, order, { steps })) laidByWaiting++;
        const next = makePlan(problem, { steps: 1500, from: made.plan });
        expect(
          next.plan.unmet.filter((line) => line.order === 'new'),
          `seed ${seed}, ${due}`,
        ).toEqual([]);
        expect(next.report.amounts.unmet).toBeLessThanOrEqual(made.report.amounts.unmet);
      }
    }
    expect(waited).toBeGreaterThanOrEqual(12);
    expect(laidByWaiting).toBeGreaterThan(0);
  });

  test('is refused with what stands in the way', () => {
    const [early] = promises(at(2000), { lines: berries(12), dues: [2010] });
    expect(early).toMatchObject({ kind: 'no', reason: { product: 'berry', blocker: { kind: 'time' } } });
    const [much] = promises(planned, { lines: berries(100_000), dues: [2340] });
    expect(much!.kind).toBe('no');
  });

  test('tells how old the oldest piece is at pickup, within its life', () => {
    const life = smallProblem.products.find(({ id }) => id === 'berry')!.lifeMinutes;
    for (const answer of promises(planned, { lines: berries(12), dues: [2040, 2340] })) {
      if (answer.kind === 'no') continue;
      expect(answer.ageMinutes).toBeGreaterThan(0);
      expect(answer.ageMinutes).toBeLessThanOrEqual(life);
      expect(answer.packed).toBeLessThanOrEqual(answer.due);
    }
  });

  test('is tight where just it fits: what is open for more is never tight for less', () => {
    const kinds = (pieces: number): string[] =>
      promises(planned, { lines: berries(pieces), dues: [2040, 2340] }).map(({ kind }) => kind);
    const rank = { open: 2, tight: 1, no: 0 } as Record<string, number>;
    const [few, many] = [kinds(6), kinds(48)];
    few.forEach((kind, i) => expect(rank[kind]).toBeGreaterThanOrEqual(rank[many[i]!]!));
  });
});

describe('how an order would be made', () => {
  const made = (pieces: number, due = 2340, most = 40) => {
    const answer = slotMaking(planned, { lines: berries(pieces), due }, most);
    if (answer.kind === 'no') throw new Error('cannot be made');
    return answer;
  };

  test('tells its batches and the bowls that they are dipped from', () => {
    const { batches, melts, opened } = made(24);
    expect(batches.reduce((sum, batch) => sum + batch.pieces, 0)).toBe(24);
    const dips = batches.flatMap(({ stages }) => stages.filter(({ melt }) => melt !== null));
    expect(new Set(dips.map(({ melt }) => melt))).toEqual(new Set(melts.map(({ id }) => id)));
    const before = plan.melts.map(({ id }) => id);
    expect(opened).toEqual(melts.map(({ id }) => id).filter((id) => !before.includes(id)));
  });

  test('counts how often it fits: so often it does, once more it does not', () => {
    const { times } = made(24);
    expect(times).toBeGreaterThan(1);
    const asked = { id: 'asked', due: 2340, weight: 1, lines: berries(24) };
    const insertion = new Insertion(planned, [asked]);
    expect(insertion.try(0, times, () => true)).toEqual({ made: true });
    expect(insertion.try(0, times + 1, () => true)).toMatchObject({ product: 'berry' });
  });

  test('counts no further than asked', () => {
    expect([1, 2, 3].map((most) => made(1, 2340, most).times)).toEqual([1, 2, 3]);
  });

  test('agrees with the promise where it cannot be', () => {
    const late = at(2000);
    const answer = slotMaking(late, { lines: berries(12), due: 2010 }, 9);
    expect(answer).toEqual(promises(late, { lines: berries(12), dues: [2010] })[0]);
  });
});
