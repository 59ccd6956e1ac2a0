import { describe, expect, test } from 'vitest';
import { catalogueOf } from '../catalogue';
import { makePlan } from '../make-plan';
import type { Batch, Problem } from '../problem';
import { randomProblem, smallProblem } from '../testing/small-problem';
import { bowlLevels } from './bowl-level';
import { dayLoads, zoneProfiles } from './day-load';
import { lifeTape } from './life-tape';
import { packingLoads } from './packing-load';
import { roomStays } from './room-stays';
import { trayProfile } from './tray-profile';
import { zonePeak } from './zone-peak';

const catalogue = catalogueOf(smallProblem);
const plan = makePlan(smallProblem).plan;

describe('an emptying bowl', () => {
  test('steps down dip by dip, and its grams add up', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const problem = randomProblem(seed);
      const made = makePlan(problem, { steps: 1 }).plan;
      for (const level of bowlLevels(catalogueOf(problem), made)) {
        const used = level.steps.reduce((sum, step) => sum + step.gramsBefore - step.gramsAfter, 0);
        expect(used + level.leftGrams).toBe(level.melt.grams);
        expect(level.leftGrams).toBeGreaterThanOrEqual(level.tailGrams);
        expect(level.steps[0]!.gramsBefore).toBe(level.melt.grams);
      }
    }
  });
});

describe('a life tape', () => {
  test('runs from the clock’s stage to the last pickup, with an age at each', () => {
    const batch = plan.batches.find((each) => each.product === 'berry')!;
    const tape = lifeTape(catalogue, batch);
    expect(tape.clock).toBe(batch.stages[1]!.end);
    expect(tape.limitEnd - tape.clock).toBe(1440);
    expect(tape.targetEnd - tape.clock).toBe(600);
    for (const pickup of tape.pickups) expect(pickup.ageMinutes).toBe(pickup.minute - tape.clock);
  });
});

describe('trays', () => {
  const batch: Batch = {
    id: 'b',
    product: 'berry',
    pieces: 60,
    serves: [
      { order: 'o1', pieces: 24 },
      { order: 'o2', pieces: 36 },
    ],
    stages: [
      { stage: 'wash', person: 'runa', start: 1800, end: 1810, melt: null },
      { stage: 'dip', person: 'runa', start: 1860, end: 1875, melt: 'm' },
      { stage: 'pack', person: 'runa', start: 1900, end: 1909, melt: null },
    ],
  };

  test('lie between the stages and leave order by order', () => {
    // 60/48 → 2 on the rack, 60/30 → 2 and 60/36 → 2 in the fridge, 36/36 → 1 after the first pickup
    expect(roomStays(catalogue, batch).map(({ zone, trays, from, to }) => [zone, trays, from, to])).toEqual([
      ['rack', 2, 1810, 1860],
      ['fridge', 2, 1875, 1900],
      ['fridge', 2, 1909, 2010],
      ['fridge', 1, 2010, 2100],
    ]);
  });

  test('add up to steps without a gap', () => {
    const steps = trayProfile([
      { from: 0, to: 10, trays: 2 },
      { from: 5, to: 20, trays: 3 },
      { from: 20, to: 30, trays: 3 },
    ]);
    expect(steps).toEqual([
      { from: 0, to: 5, trays: 2 },
      { from: 5, to: 10, trays: 5 },
      { from: 10, to: 30, trays: 3 },
    ]);
    expect(trayProfile([])).toEqual([]);
  });
});

describe('the load of a day', () => {
  const loads = dayLoads(catalogue, plan, [
    [0, 1440],
    [1440, 2880],
  ]);

  test('counts all minutes of work once', () => {
    const hands = loads.map((day) => day.loads.find((load) => load.resource === 'hands')!);
    const worked =
      plan.batches.flatMap((batch) => batch.stages).reduce((sum, task) => sum + task.end - task.start, 0) +
      plan.melts.reduce((sum, melt) => sum + melt.setupEnd - melt.setupStart, 0);
    expect(hands[0]!.used + hands[1]!.used).toBe(worked);
    // Runa 300 + 315, Tove 300
    expect(hands[0]!.available).toBe(915);
  });

  test('names the scarcest resource, zones by their peak', () => {
    for (const day of loads)
      expect(day.scarcest.share).toBe(Math.max(...day.loads.map((load) => load.share)));
    const fridge = zoneProfiles(catalogue, plan).find((zone) => zone.zone === 'fridge')!;
    const peak = Math.max(...fridge.profile.map((step) => step.trays));
    expect(loads[1]!.loads.find((load) => load.zone === 'fridge')!.used).toBe(peak);
  });

  test('is without end where work has no hands at all', () => {
    const nobody: Problem = {
      ...smallProblem,
      people: smallProblem.people.map((p) => ({ ...p, shifts: [] })),
    };
    expect(dayLoads(catalogueOf(nobody), plan, [[1440, 2880]])[0]!.scarcest.share).toBe(Infinity);
  });
});

describe('packing', () => {
  test('is the last stages and the boxing, against the hours of those who can', () => {
    const day: [number, number] = [1440, 2880];
    const packed = plan.batches.map(({ stages }) => stages.at(-1)!);
    const minutes = packed.reduce(
      (sum, { start, end }) => sum + Math.max(0, Math.min(end, day[1]) - Math.max(start, day[0])),
      0,
    );
    expect(minutes).toBeGreaterThan(0);
    const [load] = packingLoads(catalogue, plan, [{ span: day, boxSeconds: 90 }]);
    expect(load!.used).toBeCloseTo(minutes + 1.5, 9);
    const nobody = {
      ...smallProblem,
      people: smallProblem.people.map((each) => ({ ...each, skills: ['dip'] })),
    };
    expect(packingLoads(catalogueOf(nobody), plan, [{ span: day, boxSeconds: 0 }])[0]!.available).toBe(0);
    expect(load!.available).toBeGreaterThan(0);
  });
});

describe('the fullest time of a zone', () => {
  test('agrees with the day’s load, and its holders add up to it', () => {
    for (const seed of [1, 2, 3]) {
      const problem = randomProblem(seed);
      const [own, made] = [catalogueOf(problem), makePlan(problem, { steps: 1 }).plan];
      const days: [number, number][] = [
        [0, 1440],
        [1440, 2880],
      ];
      dayLoads(own, made, days).forEach(({ day, loads }) => {
        for (const { zone, used } of loads.filter((load) => load.zone !== null)) {
          const peak = zonePeak(own, made, { zone: zone!, day });
          expect(peak?.trays ?? 0).toBe(used);
          const held = (peak?.holders ?? []).reduce((sum, { trays }) => sum + trays, 0);
          expect(held).toBe(used);
        }
      });
    }
  });
});
