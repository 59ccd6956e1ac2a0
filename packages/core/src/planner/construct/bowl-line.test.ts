import { describe, expect, test } from 'vitest';
import type { Problem } from '../problem';
import { runa, smallProblem } from '../testing/small-problem';
import type { BowlLine, WorkingDip } from './bowl-line';
import { WorkshopState } from './workshop-state';

const [dark, milk] = smallProblem.coatings as [
  (typeof smallProblem.coatings)[0],
  (typeof smallProblem.coatings)[0],
];
const oneBowl: Problem = {
  ...smallProblem,
  melters: [{ id: 'a', capacityGrams: 2000, tailGrams: 500 }],
  people: [{ ...runa, shifts: [[0, 1000]] }],
};

function dip(start: number, end: number, change: Partial<WorkingDip> = {}): WorkingDip {
  return { start, end, grams: 500, declared: new Set(['soya']), brings: new Set(), ...change };
}

function bowl(problem: Problem = oneBowl): { state: WorkshopState; line: BowlLine } {
  const state = new WorkshopState(problem);
  return { state, line: state.bowls[0]! };
}

describe('a bowl', () => {
  test('opens a melt with its set-up as late as its first dip allows', () => {
    const { line } = bowl();
    expect(line.tryNewMelt(dark, dip(500, 530))).toBe(true);
    // 20 + 4·1.0 kg = 24 minutes
    expect(line.melts).toEqual([
      expect.objectContaining({ grams: 1000, person: 'runa', setupStart: 476, setupEnd: 500, closed: 530 }),
    ]);
  });

  test('moves the set-up forward for an earlier dip, and makes it longer for more grams', () => {
    const { line } = bowl();
    line.tryNewMelt(dark, dip(500, 530));
    expect(line.tryDip(line.melts[0]!, dip(440, 470))).toBe(true);
    // 20 + 4·1.5 kg = 26 minutes, before 440
    expect(line.melts[0]).toMatchObject({ grams: 1500, setupStart: 414, setupEnd: 440, closed: 530 });
  });

  test('takes no more than it holds, and nothing beyond its hours', () => {
    const { line } = bowl();
    line.tryNewMelt(dark, dip(500, 530, { grams: 1400 }));
    expect(line.tryDip(line.melts[0]!, dip(440, 470, { grams: 101 }))).toBe(false);
    const small = { minutes: 10, grams: 50, from: 0, to: 1000 };
    // the set-up may have ended at 500 at the latest: 240 minutes on
    expect(line.latestDipIn(line.melts[0]!, small)).toBe(740);
    expect(line.latestDipIn(line.melts[0]!, { ...small, grams: 101 })).toBeNull();
    expect(line.latestDipIn(line.melts[0]!, { ...small, from: 800 })).toBeNull();
  });

  test('leaves room for a melt only where its set-up fits as well', () => {
    const { line } = bowl();
    line.tryNewMelt(dark, dip(500, 530));
    expect(line.latestDipInNew(milk, { minutes: 30, grams: 400, from: 0, to: 505 })).toBe(476);
    expect(line.latestDipInNew(milk, { minutes: 30, grams: 1501, from: 0, to: 1000 })).toBeNull();
    // before the first melt: 18 + 4·0.9 → 22 minutes of set-up from now on, then the dip
    expect(line.latestDipInNew(milk, { minutes: 30, grams: 400, from: 430, to: 470 })).toBe(470);
  });

  test('washes between what brings an allergen and what does not declare it', () => {
    const { line } = bowl();
    line.tryNewMelt(dark, dip(700, 730));
    const nutty = dip(500, 530, { declared: new Set(['soya', 'milk', 'nuts']), brings: new Set(['nuts']) });
    expect(line.tryNewMelt(milk, nutty)).toBe(true);
    // the later melt is washed now: 25 + 24 minutes before 700
    expect(line.melts.map((melt) => [melt.coating, melt.setupStart])).toEqual([
      ['milk', 478],
      ['dark', 651],
    ]);
  });

  test('refuses a dip that would meet what it does not declare', () => {
    const { line } = bowl();
    expect(line.tryNewMelt(milk, dip(500, 530))).toBe(false);
  });

  test('goes back to what it was when the journal is undone, hands and all', () => {
    const { state, line } = bowl();
    line.tryNewMelt(dark, dip(500, 530));
    const before = line.melts;
    const mark = state.journal.mark();
    line.tryDip(before[0]!, dip(440, 470));
    state.journal.undoTo(mark);
    expect(line.melts).toBe(before);
    expect(state.hours.get('runa')!.latestFit(476, 0, 500)).toBe(476);
  });
});
