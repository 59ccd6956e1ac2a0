import { describe, expect, test } from 'vitest';
import { Random } from '../chance/random';
import { checkPlan } from './check/check-plan';
import { makePlan } from './make-plan';
import type { Plan, PlanOrder, Problem } from './problem';
import { layIn, promises } from './promise';
import { repairPlan } from './repair-plan';
import { seeds } from './testing/seeds';
import { smallProblem } from './testing/small-problem';

const HOURS = [1980, 2010, 2040, 2100, 2160, 2220, 2280, 2340, 2400, 2460];
const EMPTY: Plan = { format: 'alnage-plan/1', batches: [], melts: [], unmet: [] };

/** A week that is filled order by order, as people telephone, until the day is full. */
class Week {
  orders: PlanOrder[] = [];
  witness = EMPTY;
  told = 0;
  refused = 0;
  private readonly random: Random;

  constructor(seed: number) {
    this.random = new Random(seed);
  }

  get problem(): Problem {
    return { ...smallProblem, orders: this.orders };
  }

  /** Somebody asks for every hour and takes one of those told; as on the server, so many steps go into making room. */
  telephone(number: number): void {
    const { random, problem, witness: plan } = this;
    const product = random.below(2) ? 'berry' : 'twist';
    const lines = [{ product, pieces: 12 + random.below(60) }];
    const steps = 20 + random.below(100);
    const answers = promises({ problem, plan }, { lines, dues: HOURS }, steps);
    const yes = answers.filter(({ kind }) => kind !== 'no');
    if (yes.length === 0) return;
    this.told++;
    const { due } = yes[random.below(yes.length)]!;
    const order = { id: `o${number}`, due, weight: 1, lines };
    const laid = layIn({ problem, plan }, order, { earlier: HOURS.filter((each) => each < due), steps });
    if (!('plan' in laid)) return void this.refused++;
    this.orders = [...this.orders, order];
    this.witness = laid.plan;
  }

  unmet(plan: Plan): Plan['unmet'] {
    expect(checkPlan(this.problem, plan).violations).toEqual([]);
    return plan.unmet;
  }
}

describe('what was promised', () => {
  test('is met by the plan that it was laid into, by the next plan and by a mending, to the brim', () => {
    let told = 0;
    for (const seed of seeds(18)) {
      const week = new Week(seed);
      for (let number = 1; number <= 40; number++) {
        week.telephone(number);
        expect(week.unmet(week.witness), `seed ${seed}, ${number}`).toEqual([]);
        if (number % 10 > 0) continue;
        const limits = { steps: 200, seed: number, from: week.witness };
        const { plan } =
          number % 20 > 0 ? makePlan(week.problem, limits) : repairPlan(week.problem, week.witness, limits);
        expect(week.unmet(plan), `seed ${seed}, planned after ${number}`).toEqual([]);
        week.witness = plan;
      }
      expect(week.refused, `seed ${seed}`).toBe(0);
      told += week.told;
    }
    expect(told).toBeGreaterThan(100);
  });

  test('that changes is taken with what is planned for it already', () => {
    const { orders } = smallProblem;
    const { plan } = makePlan(smallProblem, { steps: 100 });
    const [first] = orders;
    const more = { ...first!, lines: [{ product: 'berry', pieces: 30 }] };
    const laid = layIn({ problem: smallProblem, plan }, more);
    if (!('plan' in laid)) throw new Error('does not fit');
    const problem = { ...smallProblem, orders: [more, ...orders.slice(1)] };
    expect(checkPlan(problem, laid.plan)).toMatchObject({ violations: [], unmetPieces: 0 });
    const own = plan.batches.filter(({ serves }) => serves.some(({ order }) => order === first!.id));
    for (const { id } of own) expect(laid.plan.batches.map((batch) => batch.id)).toContain(id);
  });

  test('that changes beyond what can be made is refused, its own work begun', () => {
    const { plan } = makePlan(smallProblem, { steps: 100 });
    const [first] = smallProblem.orders;
    const begun = plan.batches.filter(({ serves }) => serves.some(({ order }) => order === first!.id));
    const used = new Set(begun.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    const fixed = { batches: begun, melts: plan.melts.filter(({ id }) => used.has(id)) };
    const more = { ...first!, lines: first!.lines.map((line) => ({ ...line, pieces: 100_000 })) };
    const laid = layIn({ problem: { ...smallProblem, fixed }, plan }, more, { earlier: [first!.due - 60] });
    expect(laid).toMatchObject({ reason: { order: first!.id, product: first!.lines[0]!.product } });
  });

  test('is refused with what stands in the way', () => {
    const order = { id: 'much', due: 2340, weight: 1, lines: [{ product: 'berry', pieces: 100_000 }] };
    const { plan } = makePlan(smallProblem, { steps: 1 });
    const laid = layIn({ problem: smallProblem, plan }, order, { earlier: [2010, 2100] });
    expect(laid).toMatchObject({ reason: { order: 'much', product: 'berry' } });
  });
});
