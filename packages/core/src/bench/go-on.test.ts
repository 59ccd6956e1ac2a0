import { describe, expect, test } from 'vitest';
import { Random } from '../chance/random';
import { makePlan } from '../planner/make-plan';
import { tasksOffHours } from '../planner/moved-tasks';
import { repairPlan } from '../planner/repair-plan';
import { randomProblem, smallProblem } from '../planner/testing/small-problem';
import type { Plan, Problem } from '../planner/problem';
import { benchWorks, workKey, type BenchWork, type StageWork } from './bench-works';
import type { WorkCourse } from './day-ahead';
import { goOn, type GoingOn, type SeenAtBench } from './go-on';

const { plan } = makePlan(smallProblem, { steps: 50 });
const works = benchWorks(smallProblem, plan);
const NOTHING: SeenAtBench = { yields: new Map(), begun: new Set(), lost: new Set(), courses: new Map() };

function asked(problem: Problem, change: Partial<GoingOn>): GoingOn {
  const { orders, products, places, people } = problem;
  return { orders, products, places, people, closed: new Set(), now: 0, ...change };
}
/** The next plan of a problem that goes on so. */
function mended(problem: Problem, before: Plan, seen: SeenAtBench, more: Partial<GoingOn>) {
  const going = asked(problem, more);
  const { fixed, orders } = goOn({ problem, plan: before }, seen, going);
  const next = { ...problem, people: going.people, orders, fixed, now: going.now };
  return { fixed, ...repairPlan(next, before, { steps: 30 }) };
}
const isDip = (work: BenchWork): work is StageWork => work.kind === 'stage' && work.melt !== null;

describe('a melt that is lost', () => {
  const dip = works.find(isDip)!;
  const melt = plan.melts.find(({ id }) => id === dip.melt!.id)!;
  const dipped = plan.batches.filter(({ stages }) => stages.some((task) => task.melt === melt.id));

  test('before anything is dipped leaves its batches to be planned anew, and is not dipped from again', () => {
    const now = melt.setupStart;
    const seen = { ...NOTHING, begun: new Set([melt.id]), lost: new Set([melt.id]) };
    const ready = dipped.filter(({ stages }) => stages[0]!.start < now);
    const { fixed, plan: next, report } = mended(smallProblem, plan, seen, { now });
    expect(report.violations).toEqual([]);
    const free = dipped.filter(({ stages }) => stages[0]!.start >= now).map(({ id }) => id);
    expect(fixed.batches.filter(({ id }) => free.includes(id))).toEqual([]);
    for (const task of next.batches.flatMap(({ stages }) => stages)) expect(task.melt).not.toBe(melt.id);
    // the lost melt stays told, so that no other is called like it
    expect(next.melts.find(({ id }) => id === melt.id)).toMatchObject({ grams: 1 });
    if (ready.length > 0) expect(next.melts.some(({ id }) => id === `again:${melt.id}`)).toBe(true);
  });

  test('is set up again from now on for pieces that lie ready, by the same hands and for as long', () => {
    const batch = dipped.find(({ stages }) => stages.length > 2)!;
    const [first] = batch.stages;
    const now = first!.end + 1;
    const seen: SeenAtBench = {
      ...{ yields: new Map(), begun: new Set([batch.id]), lost: new Set([melt.id]) },
      courses: new Map([
        [workKey({ batch: batch.id, stage: first!.stage }), { begunAt: first!.start, end: first!.end }],
      ]),
    };
    const { fixed, report } = mended(smallProblem, plan, seen, { now });
    expect(report.violations).toEqual([]);
    const again = fixed.melts.find(({ id }) => id === `again:${melt.id}`)!;
    expect(again).toMatchObject({ melter: melt.melter, coating: melt.coating, person: melt.person });
    const { shifts } = smallProblem.people.find(({ id }) => id === again.person)!;
    expect(shifts.some(([from, to]) => from <= again.setupStart && again.setupEnd <= to)).toBe(true);
    expect(again.setupEnd - again.setupStart).toBe(melt.setupEnd - melt.setupStart);
    expect(again.setupStart).toBeGreaterThanOrEqual(now);
    const own = fixed.batches.find(({ id }) => id === batch.id)!;
    const redip = own.stages.find((task) => task.melt === again.id)!;
    expect(redip.start).toBeGreaterThanOrEqual(again.setupEnd);
    // 24 berries at 6 g and the tail
    expect(again.grams).toBeLessThanOrEqual(melt.grams);
    expect(own.stages.map(({ stage }) => stage)).toEqual(batch.stages.map(({ stage }) => stage));
  });

  test('keeps what was dipped from it', () => {
    const batch = plan.batches.find(({ id }) => id === dip.batch)!;
    const upTo = batch.stages.findIndex(({ stage }) => stage === dip.stage);
    const courses = new Map(
      batch.stages
        .slice(0, upTo + 1)
        .map(({ stage, start, end }) => [workKey({ batch: batch.id, stage }), { begunAt: start, end }]),
    );
    const seen = { ...NOTHING, begun: new Set([batch.id, melt.id]), lost: new Set([melt.id]), courses };
    const { plan: next, report } = mended(smallProblem, plan, seen, { now: dip.end });
    expect(report.violations).toEqual([]);
    const own = next.batches.find(({ id }) => id === batch.id)!;
    expect(own.stages[upTo]).toMatchObject({ melt: melt.id, end: dip.end });
    const others = next.batches.filter(({ id }) => id !== batch.id).flatMap(({ stages }) => stages);
    for (const task of others) if (task.start > dip.end) expect(task.melt).not.toBe(melt.id);
  });
});

describe('begun work', () => {
  test('goes on when its hands are really free, and nobody else is planned into them', () => {
    const dip = works.find(isDip)!;
    const late = dip.end + 45;
    const courses = new Map([[dip.key, { begunAt: dip.start, end: late }]]);
    const seen = { ...NOTHING, begun: new Set([dip.batch]), courses };
    const { fixed, plan: next, report } = mended(smallProblem, plan, seen, { now: dip.end });
    expect(report.violations).toEqual([]);
    const own = fixed.batches.find(({ id }) => id === dip.batch)!;
    expect(own.stages.find(({ stage }) => stage === dip.stage)!.end).toBe(late);
    for (const work of benchWorks(smallProblem, next))
      if (work.person === dip.person && work.key !== dip.key && work.start >= dip.end)
        expect(work.start).toBeGreaterThanOrEqual(late);
  });

  test('is taken over by others where its hands have gone home', () => {
    const problem: Problem = {
      ...smallProblem,
      people: [...smallProblem.people, { ...smallProblem.people[0]!, id: 'other' }],
    };
    const first = makePlan(problem, { steps: 50 }).plan;
    const batch = first.batches.find(({ stages }) => stages.length > 1)!;
    const [begun, next] = batch.stages;
    const now = begun!.end;
    const gone = next!.person;
    const people = problem.people.map((person) =>
      person.id === gone
        ? {
            ...person,
            shifts: person.shifts.filter(([from]) => from < now).map(([from]) => [from, now] as const),
          }
        : person,
    );
    const { fixed, report, plan: mendedPlan } = mended(problem, first, NOTHING, { now, people });
    expect(report.violations).toEqual([]);
    const later = { ...problem, people, now };
    expect(tasksOffHours({ problem: later, plan: mendedPlan })).toEqual([]);
    // who is there alone cannot be relieved, and that is told
    const off = tasksOffHours({ problem: later, plan: first }).map(({ person }) => person);
    expect(new Set(off)).toEqual(new Set([gone]));
    const taken = fixed.batches.find(({ id }) => id === batch.id)!.stages[1]!;
    expect(taken.person).not.toBe(gone);
    expect(problem.people.map(({ id }) => id)).toContain(taken.person);
  });
});

test('whatever happens at the bench of any plan, it can be planned on from there by every rule', () => {
  let lostOnes = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const problem = randomProblem(seed);
    const before = makePlan(problem, { steps: 20 }).plan;
    const all = benchWorks(problem, before);
    if (all.length === 0) continue;
    const random = new Random(seed);
    const now = all[random.below(all.length)]!.start + random.below(40);
    const courses = new Map<string, WorkCourse>();
    for (const work of all) {
      if (work.start > now || random.next() < 0.3) continue;
      const begunAt = Math.max(0, Math.min(now, work.start + random.below(60) - 30));
      courses.set(work.key, {
        begunAt,
        end: begunAt + (work.end - work.start) * (0.5 + random.next()) + 0.3,
      });
    }
    const lost = new Set(
      before.melts.filter(({ setupStart }) => setupStart < now && random.next() < 0.4).map(({ id }) => id),
    );
    lostOnes += lost.size;
    const done = all.filter((work): work is StageWork => work.kind === 'stage' && courses.has(work.key));
    const yields = new Map(
      done
        .filter((work) => work.melt && courses.get(work.key)!.end <= now && random.next() < 0.5)
        .map((work) => [work.batch, random.below(work.pieces + 1)] as const),
    );
    const begun = new Set([
      ...done.map(({ batch }) => batch),
      ...all.flatMap((work) => (work.kind === 'melt' && courses.has(work.key) ? [work.melt] : [])),
    ]);
    const people = problem.people.map((person) =>
      random.next() < 0.3 ? { ...person, shifts: person.shifts.filter(([from]) => from < now) } : person,
    );
    const seen = { yields, begun, lost, courses };
    const { report, plan: next, fixed } = mended(problem, before, seen, { now, people });
    expect(report.violations, `seed ${seed}`).toEqual([]);
    // from there again, with the same seen: nothing that is lost is melted twice for the same pieces
    const ids = new Set(next.melts.map(({ id }) => id));
    expect(ids.size).toBe(next.melts.length);
    expect(fixed.melts.filter(({ id }) => lost.has(id)).every(({ id }) => ids.has(id))).toBe(true);
  }
  expect(lostOnes).toBeGreaterThan(10);
});
