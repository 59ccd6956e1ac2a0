import { describe, expect, test } from 'vitest';
import { makePlan } from '../planner/make-plan';
import { randomProblem, smallProblem } from '../planner/testing/small-problem';
import { benchWorks, workKey } from './bench-works';
import { dayAhead, type WorkCourse } from './day-ahead';
import { learnedChanges } from './what-was-learned';

const { plan } = makePlan(smallProblem, { steps: 50 });
const planned = { problem: smallProblem, plan };
const works = benchWorks(smallProblem, plan);

describe('the bench of a plan', () => {
  test('has each set-up and each stage once, by when they begin', () => {
    expect(works).toHaveLength(plan.melts.length + plan.batches.flatMap(({ stages }) => stages).length);
    expect(works.map(({ start }) => start)).toEqual(works.map(({ start }) => start).sort((a, b) => a - b));
    const dip = works.find((work) => work.kind === 'stage' && work.melt !== null)!;
    expect(dip).toMatchObject({ skill: 'dip', melt: { gramsPerPiece: 6 } });
    expect(workKey({ melt: 'm1' })).toBe('melt/m1');
  });
});

describe('the day ahead', () => {
  test('is as planned while nothing else happened', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const problem = randomProblem(seed);
      const made = makePlan(problem, { steps: 30 }).plan;
      const ahead = dayAhead({ problem, plan: made }, new Map(), 0);
      expect(ahead.works.every(({ lateMinutes }) => lateMinutes === 0)).toBe(true);
      expect(ahead.troubles).toEqual([]);
    }
  });

  test('moves what hangs on late work, and nothing before it', () => {
    const first = works[0]!;
    const course: WorkCourse = { begunAt: first.start + 5, end: first.end + 40 };
    const ahead = dayAhead(planned, new Map([[first.key, course]]), course.begunAt);
    const of = (key: string) => ahead.works.find((each) => each.key === key)!;
    expect(of(first.key)).toMatchObject({ start: first.start + 5, lateMinutes: 40 });
    const next = works.find(({ person, start }) => person === first.person && start > first.start)!;
    expect(of(next.key).start).toBe(Math.max(next.start, first.end + 40));
    for (const work of works) expect(of(work.key).start).toBeGreaterThanOrEqual(work.start);
  });

  test('tells the orders that will be late, by how much', () => {
    const last = works.filter((work) => work.kind === 'stage').at(-1)!;
    if (last.kind !== 'stage') throw new Error('no stage');
    const end = smallProblem.horizon;
    const ahead = dayAhead(planned, new Map([[last.key, { begunAt: last.start, end }]]), last.start);
    const { due } = smallProblem.orders.find(({ id }) => id === last.orders[0]!.order)!;
    expect(ahead.troubles).toContainEqual({
      ...{ kind: 'late-order', order: last.orders[0]!.order, batch: last.batch, product: last.product },
      minutes: end + last.rest.minMinutes - due,
    });
  });

  test('tells pieces that lie longer than they may', () => {
    const berry = works.filter((work) => work.kind === 'stage' && work.product === 'berry');
    const wash = berry[0]!;
    const dip = berry.find(({ key }) => key === wash.key.replace('wash', 'dip'))!;
    const begunAt = wash.end + 241;
    const courses = new Map([[dip.key, { begunAt, end: begunAt + 30 }]]);
    const ahead = dayAhead(planned, courses, wash.end);
    const waits = ahead.troubles.filter(({ kind }) => kind === 'long-wait');
    // dried berries may lie 240 minutes
    expect(waits).toContainEqual(expect.objectContaining({ product: 'berry', minutes: 1 }));
  });

  test('takes what the bench wrote nothing of as done when its time is over, and what it watches as not', () => {
    const first = works[0]!;
    const later = first.end + 30;
    expect(dayAhead(planned, new Map(), later).works.find(({ key }) => key === first.key)!.lateMinutes).toBe(
      0,
    );
    const batch = works.find((work) => work.kind === 'stage')!;
    if (batch.kind !== 'stage') throw new Error('no stage');
    const own = works.filter((work) => work.kind === 'stage' && work.batch === batch.batch);
    const courses = new Map([[own[0]!.key, { begunAt: own[0]!.start, end: own[0]!.end }]]);
    const ahead = dayAhead(planned, courses, own[1]!.end + 30);
    expect(ahead.works.find(({ key }) => key === own[1]!.key)!.start).toBeGreaterThanOrEqual(
      own[1]!.end + 30,
    );
  });
});

describe('who writes nothing down any more', () => {
  test('is taken to work as planned', () => {
    const first = works[0]!;
    const courses = new Map([[first.key, { begunAt: first.start, end: first.end }]]);
    const silent = dayAhead(planned, courses, first.end + 121);
    expect(silent.works.every(({ lateMinutes }) => lateMinutes === 0)).toBe(true);
  });
});

describe('who begins something and never ends it', () => {
  test('is taken to work as planned, two hours after the begin', () => {
    const first = works[0]!;
    const forgotten = (now: number) =>
      dayAhead(planned, new Map([[first.key, { begunAt: first.start, end: now }]]), now);
    const own = works.filter(({ person, key }) => person === first.person && key !== first.key);
    const lateOf = (now: number) => {
      const late = new Map(forgotten(now).works.map(({ key, lateMinutes }) => [key, lateMinutes]));
      return own.filter(({ start }) => start < now).map(({ key }) => late.get(key)!);
    };
    expect(lateOf(first.start + 119).every((late) => late > 0)).toBe(true);
    expect(lateOf(first.start + 119).length).toBeGreaterThan(0);
    expect(lateOf(first.start + 400).every((late) => late === 0)).toBe(true);
    expect(lateOf(first.start + 400).length).toBeGreaterThan(1);
  });
});

describe('what the next plan has otherwise', () => {
  const changed = {
    ...smallProblem,
    products: smallProblem.products.map((product) => ({
      ...product,
      startPercent: product.id === 'berry' ? 106 : (product.startPercent ?? 100),
      stages: product.stages.map((stage) =>
        stage.id === 'dip' && product.id === 'berry'
          ? { ...stage, secondsPerPiece: 13, coating: { id: 'dark', milligramsPerPiece: 6300 } }
          : stage,
      ),
    })),
    coatings: smallProblem.coatings.map((coating) => ({
      ...coating,
      setupFixedMinutes: coating.setupFixedMinutes + 5,
    })),
  };

  test('is told, each with before and after', () => {
    const told = learnedChanges(smallProblem, changed);
    expect(told).toContainEqual({ kind: 'coat', product: 'berry', stage: 'dip', before: 6, after: 6.3 });
    expect(told).toContainEqual({ kind: 'pace', product: 'berry', stage: 'dip', before: 12, after: 13 });
    expect(told).toContainEqual(expect.objectContaining({ kind: 'rejects', product: 'berry', after: 106 }));
    expect(told.filter(({ kind }) => kind === 'set-up')).toHaveLength(smallProblem.coatings.length);
  });

  test('is nothing where nothing was learned, or hardly anything', () => {
    expect(learnedChanges(smallProblem, smallProblem)).toEqual([]);
    const hardly = {
      ...smallProblem,
      products: smallProblem.products.map((product) => ({
        ...product,
        stages: product.stages.map((stage) => ({ ...stage, secondsPerPiece: stage.secondsPerPiece * 1.009 })),
      })),
    };
    expect(learnedChanges(smallProblem, hardly)).toEqual([]);
  });
});
