import {
  bowlLevels,
  catalogueOf,
  explainBatch,
  lifeTape,
  zoneProfiles,
  type Blocker,
  type Hold,
} from '@alnage/core';
import type { PlanViews } from '../state/plan.state';
import { order, piece, savedPlan, workshop } from '../testing/small-workshop';
import { planLanes } from './parts/plan-lanes';
import { planWords } from '../shared/plan/plan-names';
import { blockerText, whyText } from '../shared/plan/plan-words';

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', pickupAt: '2026-06-19T14:00:00.000Z' })];
const saved = savedPlan(orders);
const catalogue = catalogueOf(saved.problem);
const views: PlanViews = {
  saved,
  catalogue,
  levels: bowlLevels(catalogue, saved.plan),
  tapes: saved.plan.batches.map((batch) => lifeTape(catalogue, batch)),
  zones: zoneProfiles(catalogue, saved.plan),
};
const words = planWords(saved, workshop, [piece]);
const friday = { from: 1740, to: 3180, now: 1800, width: 900 };

describe('the lanes of a plan', () => {
  const lanes = planLanes(views, { workshop, pieces: [piece] }, friday);

  test('follow each other without overlapping', () => {
    const { labels, height } = lanes;
    for (const [i, label] of labels.slice(1).entries()) expect(label.y).toBe(labels[i]!.bottom);
    expect(labels.map(({ name }) => name)).toEqual(['Bowl A', 'Runa', 'Fridge', 'Cool rack', 'Life tapes']);
    expect(height).toBeGreaterThan(labels.at(-1)!.bottom);
  });

  test('hold every run, task and tape of the day within the axis', () => {
    const stages = saved.plan.batches.length * 3;
    expect(lanes.tasks).toHaveLength(stages + saved.plan.melts.length);
    expect(lanes.tapes).toHaveLength(saved.plan.batches.length);
    expect(lanes.melts.flatMap((melt) => melt.runs)).toHaveLength(saved.plan.batches.length);
    for (const { x, width } of [...lanes.tasks, ...lanes.tapes]) {
      expect(x).toBeGreaterThanOrEqual(lanes.left);
      expect(x + width).toBeLessThanOrEqual(lanes.right + 1);
    }
    expect(JSON.stringify(lanes)).not.toContain('NaN');
  });

  test('draw the fullest melt to the full height and its tail below', () => {
    const [melt] = lanes.melts;
    expect(melt!.base - melt!.top).toBe(52);
    expect(melt!.tailY).toBeGreaterThan(melt!.top);
    expect(melt!.tailY).toBeLessThan(melt!.base);
  });

  test('show now only while it is on the axis', () => {
    expect(lanes.nowX).toBeGreaterThan(lanes.left);
    expect(planLanes(views, { workshop, pieces: [piece] }, { ...friday, now: 100 }).nowX).toBeNull();
  });

  test('of a day without work have labels alone', () => {
    const thursday = planLanes(views, { workshop, pieces: [piece] }, { ...friday, from: 0, to: 1440 });
    expect([thursday.melts, thursday.tasks, thursday.tapes]).toEqual([[], [], []]);
    expect(thursday.labels.map(({ name }) => name)).toEqual(['Bowl A', 'Runa']);
  });
});

describe('plain words', () => {
  test('name pieces, bowls and times', () => {
    expect(words.piece('dusk-berry')).toBe('dusk berry');
    expect(words.time(2340)).toBe('Fri 19, 15:00');
    expect(words.bowlsOf(saved.plan.batches[0]!)).toBe('bowl A');
    expect(words.isSpare('spare:b1:o1')).toBe(true);
    expect(words.person('nobody')).toBe('nobody');
  });

  test.each<[Blocker, string]>([
    [
      { kind: 'time', stage: 'dip', earliestEnd: 2400, latestEnd: 2340 },
      'its dip would have to end by Fri 19, 15:00, and cannot before Fri 19, 16:00.',
    ],
    [
      { kind: 'hands', stage: 'dip', skill: 'dip', from: 2280, to: 2340 },
      'nobody is free to dip from Fri 19, 14:00 to Fri 19, 15:00.',
    ],
    [
      { kind: 'bowl', stage: 'dip', coating: 'dark-64', from: 2280, to: 2340 },
      'no bowl can take dark 64 between Fri 19, 14:00 and Fri 19, 15:00.',
    ],
    [
      { kind: 'room', stage: 'dip', zone: 'fridge', trays: 4, at: 2340 },
      '4 trays do not fit in the fridge before Fri 19, 15:00.',
    ],
    [
      { kind: 'room', stage: 'dip', zone: 'fridge', trays: 1, at: 2340 },
      '1 tray does not fit in the fridge before Fri 19, 15:00.',
    ],
  ])('tell of %j', (blocker, text) => expect(blockerText(blocker, words)).toBe(text));

  test('tell why a batch is where it is', () => {
    const batch = saved.plan.batches[0]!;
    const reason = explainBatch(catalogue, saved.plan, batch);
    const [first, last, hold] = whyText({
      product: 'dusk-berry',
      reason,
      words,
      firstTicket: 'M-0401',
      isFixed: false,
    });
    expect(first).toContain(`leaves ${words.time(reason.firstLeave)} (M-0401)`);
    expect(last).toContain(words.time(reason.earliestClock));
    expect(hold).toBe('It is as late as the waits before pickup allow.');
    expect(whyText({ product: 'dusk-berry', reason, words, firstTicket: '', isFixed: true })[2]).toContain(
      'started',
    );
  });

  test('name the month of a limit that is weeks away', () => {
    const batch = saved.plan.batches[0]!;
    const reason = { ...explainBatch(catalogue, saved.plan, batch), lastDue: 2400, earliestClock: -28_000 };
    const told = whyText({ product: 'dusk-berry', reason, words, firstTicket: 'M-0401', isFixed: false });
    expect(told[1]).toContain(`dipped before ${words.dateTime(-28_000)} it`);
  });

  test.each<[Hold, string]>([
    [
      { kind: 'blocked', blocker: { kind: 'hands', stage: 'dip', skill: 'dip', from: 2280, to: 2340 } },
      'It cannot be later. At its dip: nobody is free to dip from Fri 19, 14:00 to Fri 19, 15:00.',
    ],
    [
      { kind: 'price', clock: 2280, moreMinutes: 12.4 },
      'It could be dipped by Fri 19, 14:00, for as much as 12 minutes of work more.',
    ],
    [
      { kind: 'price', clock: 2280, moreMinutes: -1 },
      'It could be dipped by Fri 19, 14:00, and would save as much as 1 minute of work.',
    ],
    [
      { kind: 'price', clock: 2280, moreMinutes: 0 },
      'It could be dipped by Fri 19, 14:00, and would cost no more.',
    ],
  ])('tell what holds a batch: %j', (hold, text) => {
    const batch = saved.plan.batches[0]!;
    const reason = { ...explainBatch(catalogue, saved.plan, batch), hold };
    const told = whyText({ product: 'dusk-berry', reason, words, firstTicket: 'M-0401', isFixed: false });
    expect(told[2]).toBe(text);
  });
});
