import { explainBatch, type Blocker, type Hold } from '@alnage/core/planner';
import { viewsOf, type PlanViews } from '../state/plan.state';
import { piece } from '../testing/small-piece';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { hourMarks } from './parts/hour-marks';
import { hitAt, laneAt } from './scene/hit';
import { planScene } from './scene/plan-scene';
import { planWords } from '../shared/plan/plan-names';
import { blockerText, whyText } from '../shared/plan/plan-words';

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', pickupAt: '2026-06-19T14:00:00.000Z' })];
const saved = savedPlan(orders);
const views = viewsOf(saved);
const { catalogue } = views;
const words = planWords(saved, workshop, [piece]);
const friday = { from: 1740, to: 3180 };

describe('the scene of a plan', () => {
  const shop = { workshop, pieces: [piece] };
  const scene = planScene(views, shop, friday);

  test('has lanes that follow each other without overlapping', () => {
    const { lanes, height } = scene;
    for (const [i, lane] of lanes.slice(1).entries()) expect(lane.y).toBe(lanes[i]!.bottom);
    expect(lanes.map(({ name }) => name)).toEqual(['Bowl A', 'Runa', 'Fridge', 'Cool rack', 'Life tapes']);
    expect(height).toBeGreaterThan(lanes.at(-1)!.bottom);
  });

  test('holds every run, task and tape of the day, each in its lane', () => {
    const stages = saved.plan.batches.length * 3;
    expect(scene.tasks).toHaveLength(stages + saved.plan.melts.length);
    expect(scene.tapes).toHaveLength(saved.plan.batches.length);
    expect(scene.melts.flatMap((melt) => melt.runs)).toHaveLength(saved.plan.batches.length);
    for (const { y } of scene.tasks) expect(laneAt(scene, y)).toMatchObject({ kind: 'person', id: 'runa' });
    for (const { base } of scene.melts)
      expect(laneAt(scene, base - 1)).toMatchObject({ kind: 'bowl', id: 'bowl-a' });
    expect(JSON.stringify(scene)).not.toContain('null,null');
  });

  test('draws the fullest melt to the full height', () => {
    const fullest = Math.max(...scene.melts.map(({ grams }) => grams));
    expect(fullest * scene.gramHeight).toBeCloseTo(46, 6);
  });

  test('of a day without work has labels alone', () => {
    const thursday = planScene(views, shop, { from: 0, to: 1440 });
    expect([thursday.melts, thursday.tasks, thursday.tapes]).toEqual([[], [], []]);
    expect(thursday.lanes.map(({ name }) => name)).toEqual(['Bowl A', 'Runa']);
  });

  test('has lanes for what only a what-if has, called after what they are like', () => {
    const [bowl] = saved.problem.melters;
    const [runa] = saved.problem.people;
    const tried: PlanViews = {
      ...views,
      saved: {
        ...saved,
        problem: {
          ...saved.problem,
          melters: [bowl!, { ...bowl!, id: 'bowl-a+' }],
          people: [runa!, { ...runa!, id: 'runa+' }],
        },
      },
    };
    const names = planScene(tried, shop, friday).lanes.map(({ name }) => name);
    expect(names.slice(0, 4)).toEqual(['Bowl A', 'Bowl A +', 'Runa', 'Runa +']);
  });

  test('lays what nobody is there for into a lane of nobody’s', () => {
    const { problem } = saved;
    const [runa] = problem.people;
    const first = scene.tasks.reduce((a, b) => (a.start < b.start ? a : b));
    const people = [{ ...runa!, shifts: [[first.start, first.end] as const] }];
    const alone = planScene({ ...views, saved: { ...saved, problem: { ...problem, people } } }, shop, friday);
    const lane = alone.lanes.find(({ kind }) => kind === 'nobody')!;
    expect(lane).toMatchObject({ name: 'Nobody', detail: `${scene.tasks.length - 1} tasks` });
    for (const task of alone.tasks) {
      const isFirst = task.start === first.start;
      expect(task.isAlone).toBe(!isFirst);
      expect(laneAt(alone, task.y)!.kind).toBe(isFirst ? 'person' : 'nobody');
    }
    expect(alone.tasks.find(({ stage }) => stage === 'dip')!.text).toBe('Runa: dip');
    expect(scene.lanes.some(({ kind }) => kind === 'nobody')).toBe(false);
  });

  test('draws the more tapes the lower', () => {
    const many = Array.from({ length: 130 }, () => views.tapes[0]!);
    const height = (count: number): number =>
      planScene({ ...views, tapes: many.slice(0, count) }, shop, friday).tapes[0]!.height;
    expect([height(40), height(41), height(121)]).toEqual([16, 9, 4]);
  });

  test('tells what lies under a point, and beside a narrow shape as well', () => {
    const [task] = scene.tasks.filter(({ batch }) => batch !== null);
    const at = (minute: number, y: number, minutesPerPx = 1) => hitAt(scene, { minute, y, minutesPerPx });
    expect(at(task!.start + 1, task!.y + 3)).toMatchObject({
      kind: 'batch',
      batch: task!.batch,
      stage: task!.stage,
    });
    const setUp = scene.tasks.find(({ batch }) => batch === null)!;
    expect(at(setUp.start + 1, setUp.y + 3)).toEqual({ kind: 'melt', melt: setUp.melt });
    const [melt] = scene.melts;
    const [run] = melt!.runs;
    expect(at(run!.start + 1, melt!.base - 2)).toMatchObject({
      kind: 'batch',
      batch: run!.batch,
      stage: 'dip',
    });
    expect(at(melt!.setupStart + 1, melt!.base - 2)).toEqual({ kind: 'melt', melt: melt!.id });
    const [tape] = scene.tapes;
    expect(at(tape!.clock + 1, tape!.y + 1)).toMatchObject({
      kind: 'batch',
      batch: tape!.batch,
      stage: null,
    });
    expect(at(1760, 3)).toBeNull();
    const last = scene.tasks.reduce((a, b) => (b.end > a.end ? b : a));
    expect(at(last.end + 8, last.y + 3, 1)).toBeNull();
    expect(at(last.end + 8, last.y + 3, 4)).not.toBeNull();
  });
});

describe('the hours along the axis', () => {
  test.each([
    ['a day', 1740, 3180, 800, 12],
    ['an hour', 2340, 2400, 800, 2],
    ['the week', 0, 10_080, 800, 14],
  ])('are apart enough to be read over %s', (_, from, to, width, most) => {
    const marks = hourMarks(words, { from, to, width });
    expect(marks.length).toBeGreaterThan(0);
    expect(marks.length).toBeLessThanOrEqual(most + 1);
    expect(marks.every(({ isDay, text }) => isDay === /[A-Z]/.test(text))).toBe(true);
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
      { kind: 'hands', stage: 'dip', skill: 'dip', from: 2340, to: 2340 },
      'nobody is free to dip so as to be done by Fri 19, 15:00.',
    ],
    [
      { kind: 'bowl', stage: 'dip', coating: 'dark-64', from: 2340, to: 2340 },
      'the bowl cannot take dark 64 so as to be done by Fri 19, 15:00.',
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
      stays: null,
    });
    expect(first).toContain(`leaves ${words.time(reason.firstLeave)} (M-0401)`);
    expect(last).toContain(words.time(reason.earliestClock));
    expect(hold).toBe('It is as late as the waits before pickup allow.');
    const third = (stays: 'started' | 'pinned') =>
      whyText({ product: 'dusk-berry', reason, words, firstTicket: '', stays })[2];
    expect(third('started')).toContain('started');
    expect(third('pinned')).toContain('pinned');
  });

  test('name the month of a limit that is weeks away', () => {
    const batch = saved.plan.batches[0]!;
    const reason = { ...explainBatch(catalogue, saved.plan, batch), lastDue: 2400, earliestClock: -28_000 };
    const told = whyText({ product: 'dusk-berry', reason, words, firstTicket: 'M-0401', stays: null });
    expect(told[1]).toContain(`dipped before ${words.dateTime(-28_000)} it`);
  });

  const NO_MORE = { unmet: 0, age: 0, labour: 0, melts: 0, leftover: 0, stretch: 0 };
  test.each<[Hold, string]>([
    [
      { kind: 'blocked', blocker: { kind: 'hands', stage: 'dip', skill: 'dip', from: 2280, to: 2340 } },
      'It cannot be later. At its dip: nobody is free to dip from Fri 19, 14:00 to Fri 19, 15:00.',
    ],
    [
      { kind: 'price', clock: 2280, more: { ...NO_MORE, labour: 12.4, melts: 1 } },
      'It could be dipped by Fri 19, 14:00, with 12 min more work and 1 melt more.',
    ],
    [
      { kind: 'price', clock: 2280, more: { ...NO_MORE, age: -30 } },
      'It could be dipped by Fri 19, 14:00, with 30 piece-hours less past the target age.',
    ],
    [
      { kind: 'price', clock: 2280, more: NO_MORE },
      'It could be dipped by Fri 19, 14:00, at no more work, age or coating.',
    ],
  ])('tell what holds a batch: %j', (hold, text) => {
    const batch = saved.plan.batches[0]!;
    const reason = { ...explainBatch(catalogue, saved.plan, batch), hold };
    const told = whyText({ product: 'dusk-berry', reason, words, firstTicket: 'M-0401', stays: null });
    expect(told[2]).toBe(text);
  });
});
