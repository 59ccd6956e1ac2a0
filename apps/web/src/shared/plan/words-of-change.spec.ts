import type { EditRefusal, Help, PlanFigures } from '@alnage/core/planner';
import { piece } from '../../testing/small-piece';
import { order, savedPlan, workshop } from '../../testing/small-workshop';
import { differenceRows } from './difference-rows';
import { nearestText, refusalText } from './edit-words';
import { helpText } from './help-words';
import { learnedText } from './learned-text';
import { planWords } from './plan-names';
import { movedText, taskText } from './task-words';

const words = planWords(savedPlan([order()]), workshop, [piece]);

describe('the difference of two plans', () => {
  const figures: PlanFigures = {
    cost: 240,
    costMinutes: 120,
    unmetPieces: 0,
    meanAgeMinutes: 600,
    overAgePieceHours: 3,
    labourMinutes: 90,
    melts: 2,
    leftoverGrams: 800,
    leastSlackMinutes: 30,
  };
  const rowOf = (name: string, after: Partial<PlanFigures>) =>
    differenceRows(figures, { ...figures, ...after }).find((row) => row.name.startsWith(name))!;

  test.each<[string, Partial<PlanFigures>, object]>([
    ['Not met', { unmetPieces: 12 }, { before: '0', after: '12', change: '+12', standing: 'worse' }],
    ['Mean age', { meanAgeMinutes: 540 }, { after: '9 h', change: '−1 h', standing: 'better' }],
    ['Work', { labourMinutes: 90 }, { change: '', standing: 'same' }],
    ['Melted and not', { leftoverGrams: 300 }, { change: '−500 g', standing: 'better' }],
    ['Least time', { leastSlackMinutes: 60 }, { change: '+30 min', standing: 'better' }],
    ['Least time', { leastSlackMinutes: null }, { after: '–', change: '', standing: 'same' }],
  ])('tells of %s %j', (name, after, told) => expect(rowOf(name, after)).toMatchObject(told));
});

describe('a refusal', () => {
  test.each<[EditRefusal, string]>([
    [{ kind: 'unknown-batch', batch: 'b9' }, 'Batch b9 is no longer in the plan.'],
    [{ kind: 'held', batch: 'b1' }, 'Batch b1 is started or held, so it stays where it is.'],
    [{ kind: 'pieces', pieces: 130, most: 120 }, '130 pieces are 10 too many: 120 are the most.'],
    [{ kind: 'pieces', pieces: 0, most: 23 }, 'Give 1 to 23 pieces.'],
    [{ kind: 'other-product', batch: 'b1', other: 'b2' }, 'Batch b2 is not of the same pieces as b1.'],
    [
      {
        kind: 'blocked',
        nearest: null,
        blocker: { kind: 'room', stage: 'dip', zone: 'fridge', trays: 4, at: 2340 },
      },
      'It cannot go there: 4 trays do not fit in the fridge before Fri 19, 15:00.',
    ],
  ])('says %j', (refusal, text) => expect(refusalText(refusal, words)).toBe(text));

  test.each([
    [
      { stage: 'dip', end: 2340, melter: 'bowl-a', awayMinutes: -25 },
      '25 min earlier, done by Fri 19, 15:00 in Bowl A',
    ],
    [
      { stage: 'pack', end: 2340, person: 'runa', awayMinutes: 90 },
      '1 h 30 later, done by Fri 19, 15:00 by Runa',
    ],
    [{ stage: 'pack', end: 2340, awayMinutes: 0 }, 'at the same time, done by Fri 19, 15:00'],
  ])('offers %j', (place, text) => expect(nearestText(place, words)).toBe(text));
});

const NO_MORE = { unmet: 0, age: 0, labour: 0, melts: 0, leftover: 0, stretch: 0 };

describe('a change that helps', () => {
  const help: Help = {
    change: { kind: 'rest', product: 'dusk-berry', stage: 'dip', zone: 'rack' },
    after: {} as PlanFigures,
    savesMinutes: 35.4,
    more: { ...NO_MORE, labour: -20.4, leftover: -540 },
    meetsPieces: 0,
    peaks: [
      { zone: 'fridge', trays: -14 },
      { zone: 'rack', trays: 1 },
    ],
    movedTasks: 3,
  };

  test.each<[Partial<Help>, string]>([
    [
      {},
      '20 min less work; 540 g less melted and not dipped; −14 trays in the fridge; +1 tray in the cool rack; 3 planned tasks move.',
    ],
    [{ meetsPieces: 12, peaks: [], movedTasks: 0 }, '12 pieces more met; no planned task moves.'],
    [
      { peaks: [], movedTasks: 1, more: { ...NO_MORE, melts: 1, age: 12, stretch: 40 } },
      '12 piece-hours more past the target age; 1 melt more; 40 min more waiting between tasks; 1 planned task moves.',
    ],
  ])('tells what it gives: %j', (change, gives) => {
    const told = helpText({ ...help, ...change }, words);
    expect(told).toEqual({ what: 'Dusk berry to the cool rack after dip', gives });
  });
});

test('a task is told by who, when and what', () => {
  const at = { person: 'runa', start: 2340, end: 2360 };
  const work = { kind: 'stage', product: 'dusk-berry', stage: 'dip' } as const;
  expect(taskText({ ...at, work }, words)).toBe('Runa, Fri 19, 15:00: dip dusk berry');
  const setUp = { kind: 'set-up', coating: 'dark-64', melter: 'bowl-a' } as const;
  expect(taskText({ ...at, work: setUp }, words)).toBe('Runa, Fri 19, 15:00: set up dark 64 in Bowl A');
  const moved = (person: string, start: number) => movedText({ ...at, work, now: { person, start } }, words);
  expect(moved('runa+', 2340)).toBe('Runa, Fri 19, 15:00: dip dusk berry → Runa +, 15:00');
  expect(moved('runa', 2400)).toBe('Runa, Fri 19, 15:00: dip dusk berry → 16:00');
  expect(moved('runa', 900)).toBe('Runa, Fri 19, 15:00: dip dusk berry → Thu 18, 15:00');
  expect(movedText({ ...at, work, now: null }, words)).toBe(
    'Runa, Fri 19, 15:00: dip dusk berry → not as one task any more',
  );
});

test.each([
  [
    { kind: 'coat', product: 'dusk-berry', stage: 'dip', before: 9.4, after: 9.85 },
    'dusk berry, dip: 9.40 → 9.85 g a piece',
  ],
  [
    { kind: 'pace', product: 'dusk-berry', stage: 'dip', before: 14, after: 16 },
    'dusk berry, dip: 14 → 16 s a piece',
  ],
  [
    { kind: 'rejects', product: 'dusk-berry', before: 104, after: 106 },
    'dusk berry: 104 → 106 started for 100 good ones',
  ],
  [{ kind: 'set-up', coating: 'dark-64', before: 24, after: 27 }, 'dark 64: 24 → 27 min to prepare a kilo'],
] as const)('%j is told as %s', (change, text) => {
  expect(learnedText(change, words)).toBe(text);
});
