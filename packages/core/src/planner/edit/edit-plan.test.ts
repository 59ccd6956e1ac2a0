import { describe, expect, test } from 'vitest';
import { checkPlan } from '../check/check-plan';
import { makePlan } from '../make-plan';
import type { Batch, Planned } from '../problem';
import { randomProblem, randomProblemWithOptions, seeded, smallProblem } from '../testing/small-problem';
import { editPlan, isHeld, type PlanEdit } from './edit-plan';
import { openPlaces } from './open-places';
import { placeIn, type PlaceOfStage } from './place-of-stage';
import { seeds } from '../testing/seeds';

const plannedOf = (problem: Planned['problem']): Planned => ({
  problem,
  plan: makePlan(problem, { steps: 60 }).plan,
});
const small = plannedOf(smallProblem);
const berries = small.plan.batches.find(({ product }) => product === 'berry')!;

const stageOf = (batch: Batch, stage: string) => batch.stages.find((task) => task.stage === stage)!;
const move = (batch: string, to: PlaceOfStage, mayMoveOthers = false): PlanEdit => {
  return { kind: 'move', batch, to, mayMoveOthers };
};
const without = ({ plan }: Planned, ...ids: string[]): readonly Batch[] =>
  plan.batches.filter(({ id }) => !ids.includes(id));

describe('a plan that is changed by hand', () => {
  test('has the batch where it was wanted, and all others where they were', () => {
    const ask = { batch: berries.id, stage: 'dip', from: 1860, to: 2010, step: 5 };
    const lane = openPlaces(small, ask).find(({ open }) => open.length > 0);
    const end = lane!.open.at(-1)![0];
    const to = { stage: 'dip', end, melter: lane!.melter! };
    const edited = editPlan(small, move(berries.id, to));
    if (edited.kind !== 'done') throw new Error(edited.kind);
    const moved = edited.plan.batches.find(({ id }) => id === berries.id)!;
    expect(placeIn(moved, 'dip', edited.plan.melts)).toMatchObject(to);
    expect(without({ ...small, plan: edited.plan }, berries.id)).toEqual(without(small, berries.id));
    expect(edited.report.ok).toBe(true);
  });

  test('is told of what stands in the way, and of the nearest place that is free, which is so', () => {
    const to = { stage: 'dip', end: 1800, melter: 'bowl-a', person: 'runa' };
    const refused = editPlan(small, move(berries.id, to));
    if (refused.kind !== 'blocked') throw new Error(refused.kind);
    expect(refused.blocker).toMatchObject({ kind: 'hands', stage: 'dip' });
    const { awayMinutes, ...nearest } = refused.nearest!;
    expect(nearest.end).toBe(1800 + awayMinutes);
    expect(editPlan(small, move(berries.id, nearest)).kind).toBe('done');
  });

  test('keeps every rule on random problems, does what was wanted, and is the same each time', () => {
    const kinds = new Set<string>();
    for (const seed of seeds(60)) {
      const problem = seed % 2 ? randomProblem(seed) : randomProblemWithOptions(seed);
      const planned = plannedOf(problem);
      const random = seeded(seed);
      const batch = planned.plan.batches[Math.floor(random() * planned.plan.batches.length)];
      if (!batch) continue;
      const { stage } = batch.stages[Math.floor(random() * batch.stages.length)]!;
      const place = placeIn(batch, stage, planned.plan.melts);
      const away = Math.round((random() - 0.5) * 60) * 5;
      const to = { ...place, end: place.end + away };
      const edit = move(batch.id, to, seed % 3 === 0);
      const edited = editPlan(planned, edit);
      kinds.add(edited.kind);
      if (edited.kind !== 'done') continue;
      expect(checkPlan(problem, edited.plan)).toMatchObject({ ok: true });
      const moved = edited.plan.batches.find(({ id }) => id === batch.id)!;
      expect(placeIn(moved, stage, edited.plan.melts)).toEqual(to);
      expect(editPlan(planned, edit)).toEqual(edited);
    }
    expect([...kinds].sort()).toEqual(['blocked', 'done']);
  });

  test('leaves a batch where it is when that is where it is wanted, and names no place as free that is no nearer', () => {
    let refusals = 0;
    for (const seed of seeds(60)) {
      const planned = plannedOf(seed % 2 ? randomProblem(seed) : randomProblemWithOptions(seed));
      for (const batch of planned.plan.batches) {
        if (isHeld(planned.problem, batch)) continue;
        for (const { stage } of batch.stages) {
          const { person, ...own } = placeIn(batch, stage, planned.plan.melts);
          const place: PlaceOfStage = own.melter === undefined ? { ...own, person: person! } : own;
          expect(editPlan(planned, move(batch.id, place))).toMatchObject({
            kind: 'done',
            plan: planned.plan,
          });
          const ask = { batch: batch.id, stage, from: place.end, to: place.end, step: 5 };
          const lanes = openPlaces(planned, ask);
          const lane = lanes.find(({ melter, person }) => melter === place.melter && person === place.person);
          // where a bowl cannot do without the batch nothing is open at all
          if (lanes.length > 0) expect(lane!.open).toEqual([[place.end, place.end]]);
          const refused = editPlan(planned, move(batch.id, { ...place, end: place.end - 240 }));
          if (refused.kind !== 'blocked' || !refused.nearest) continue;
          refusals++;
          expect(Math.abs(refused.nearest.awayMinutes)).toBeLessThan(240);
        }
      }
    }
    expect(refusals).toBeGreaterThan(10);
  });

  test('lets others make way where it may, so that more can be done', () => {
    let [beside, making] = [0, 0];
    for (let seed = 1; seed <= 40; seed++) {
      const planned = plannedOf(randomProblem(seed));
      for (const batch of planned.plan.batches.slice(0, 3)) {
        const place = placeIn(batch, 'dip', planned.plan.melts);
        const to = { ...place, end: place.end - 30 };
        if (editPlan(planned, move(batch.id, to)).kind === 'done') beside++;
        const edited = editPlan(planned, move(batch.id, to, true));
        if (edited.kind !== 'done') continue;
        making++;
        const moved = edited.plan.batches.find(({ id }) => id === batch.id)!;
        expect(placeIn(moved, 'dip', edited.plan.melts)).toEqual(to);
      }
    }
    expect(making).toBeGreaterThan(beside + 10);
  });

  test('splits a batch into what leaves first and the rest, and joins them again', () => {
    const before = berries.pieces;
    const halves = editPlan(small, { kind: 'split', batch: berries.id, pieces: 20 });
    if (halves.kind !== 'done') throw new Error(halves.kind);
    const [first, ...others] = halves.plan.batches.filter(({ product }) => product === 'berry');
    const kept = [first!, ...others].find(({ id }) => id === berries.id)!;
    expect(kept.serves).toEqual([{ order: 'o1', pieces: 20 }]);
    const rest = [first!, ...others].find(({ id }) => id !== berries.id)!;
    expect(rest.pieces).toBe(before - 20);
    const joined = editPlan(
      { ...small, plan: halves.plan },
      { kind: 'merge', batch: berries.id, other: rest.id },
    );
    if (joined.kind !== 'done') throw new Error(joined.kind);
    const whole = joined.plan.batches.find(({ id }) => id === berries.id)!;
    expect(whole.pieces).toBe(before);
    expect(joined.plan.batches.some(({ id }) => id === rest.id)).toBe(false);
  });

  const begun: Planned = { ...small, problem: { ...smallProblem, now: berries.stages[0]!.start + 1 } };
  const pinned: Planned = {
    ...small,
    problem: { ...smallProblem, fixed: { batches: [berries], melts: [] } },
  };
  const twists = small.plan.batches.find(({ product }) => product === 'twist')!;
  const there = placeIn(berries, 'dip', small.plan.melts);
  test.each<[string, Planned, PlanEdit, object]>([
    ['no such batch', small, move('b99', there), { kind: 'unknown-batch', batch: 'b99' }],
    ['what is begun', begun, move(berries.id, there), { kind: 'held' }],
    ['what is pinned', pinned, move(berries.id, there), { kind: 'held' }],
    [
      'all of its pieces',
      small,
      { kind: 'split', batch: berries.id, pieces: berries.pieces },
      { kind: 'pieces', most: berries.pieces - 1 },
    ],
    ['no pieces', small, { kind: 'split', batch: berries.id, pieces: 0 }, { kind: 'pieces', pieces: 0 }],
    [
      'another product',
      small,
      { kind: 'merge', batch: berries.id, other: twists.id },
      { kind: 'other-product', other: twists.id },
    ],
    ['itself', small, { kind: 'merge', batch: berries.id, other: berries.id }, { kind: 'unknown-batch' }],
  ])('refuses %s', (_, planned, edit, refusal) => expect(editPlan(planned, edit)).toMatchObject(refusal));
});

describe('places that are open to a batch', () => {
  test('are those where it can be put, in every lane that could do it', () => {
    const ask = { batch: berries.id, stage: 'dip', from: 1860, to: 2010, step: 15 };
    const lanes = openPlaces(small, ask);
    expect(lanes.map(({ melter }) => melter)).toEqual(['bowl-a', 'bowl-b']);
    for (const { melter, open, shut } of lanes) {
      for (const [from, to] of open)
        for (const end of [from, to])
          expect(editPlan(small, move(berries.id, { stage: 'dip', end, melter: melter! })).kind).toBe('done');
      for (const { span, blocker } of shut) expect(span[0] <= span[1] && blocker.kind.length > 0).toBe(true);
      const covered = [...open, ...shut.map(({ span }) => span)].sort((a, b) => a[0] - b[0]);
      expect([covered[0]![0], covered.at(-1)![1]]).toEqual([1860, 2010]);
    }
  });

  test('are people’s where nothing is dipped', () => {
    const ask = { batch: berries.id, stage: 'pack', from: 1900, to: 2010, step: 30 };
    expect(openPlaces(small, ask).map(({ person }) => person)).toEqual(['runa', 'tove']);
  });

  test('leave the dip out of hours shut for want of hands', () => {
    const end = stageOf(berries, 'dip').end;
    const night = openPlaces(small, { batch: berries.id, stage: 'dip', from: 1400, to: 1700, step: 60 });
    expect(night.every(({ open }) => open.length === 0)).toBe(true);
    expect(end).toBeGreaterThan(1700);
  });
});
