import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { smallProblem, runa } from '../testing/small-problem';
import { compile } from './compiled';
import { Hands } from './hands';
import { Journal } from './journal';

const shifts: [number, number][] = [
  [20, 60],
  [60, 90],
  [120, 180],
];
const compiled = compile({ ...smallProblem, people: [{ ...runa, shifts }] });

/** The latest free span, minute by minute. */
function latestByHand(
  taken: readonly boolean[],
  minutes: number,
  { from, to }: { from: number; to: number },
): number {
  for (let end = to; end - minutes >= from; end--) {
    const isWithin = shifts.some(([start, last]) => start <= end - minutes && end <= last);
    if (isWithin && !taken.slice(end - minutes, end).some(Boolean)) return end;
  }
  return -1;
}

describe('hands', () => {
  test('find the latest free span that minute after minute does, whatever was taken, freed and taken back', () => {
    const task = fc.tuple(fc.nat(180), fc.integer({ min: 1, max: 30 }), fc.boolean());
    const asked = fc.tuple(fc.integer({ min: 1, max: 40 }), fc.nat(200), fc.nat(200));
    fc.assert(
      fc.property(
        fc.array(task, { maxLength: 25 }),
        fc.nat(25),
        asked,
        (tasks, kept, [minutes, from, to]) => {
          const journal = new Journal();
          const hands = new Hands(compiled, journal);
          const taken = new Array<boolean>(240).fill(false);
          const held: [number, number, number][] = [];
          let mark = -1;
          tasks.forEach(([start, length, isFreed], i) => {
            if (i === kept) mark = journal.mark();
            const shift = shifts.findIndex(([first, last]) => first <= start && start + length <= last);
            const isTaken = taken.slice(start, start + length).some(Boolean);
            const isCounted = mark < 0;
            if (isFreed && held.length > 0 && isCounted) {
              const [oldShift, oldStart, oldEnd] = held.pop()!;
              hands.free(oldShift, oldStart, oldEnd);
              taken.fill(false, oldStart, oldEnd);
            } else if (shift >= 0 && !isTaken) {
              hands.take(shift, start, start + length);
              if (isCounted) taken.fill(true, start, start + length);
              if (isCounted) held.push([shift, start, start + length]);
            }
          });
          if (mark >= 0) journal.undoTo(mark);
          expect(hands.latestFit(0, minutes, { from, to })).toBe(latestByHand(taken, minutes, { from, to }));
          expect(hands.labour).toBe(taken.filter(Boolean).length);
          expect(hands.idle).toBe(idleByHand(held));
        },
      ),
      { numRuns: 300 },
    );
  });

  const day = (): Hands => {
    const two = [
      { person: 0, start: 480, end: 720 },
      { person: 0, start: 780, end: 1020 },
    ];
    const hands = new Hands(
      { people: [{ pace: 100, shifts: [0, 1] }], shifts: two, told: null },
      new Journal(),
    );
    hands.block(0, 600, 660);
    hands.block(0, 900, 1020);
    return hands;
  };

  test.each([
    ['as late as asked', 30, 0, 850, 850],
    ['before a task', 60, 0, 1020, 900],
    ['between two tasks, across no break', 130, 0, 1020, -1],
    ['in the shift before', 100, 0, 1020, 900],
    ['in a gap that just fits', 60, 0, 720, 720],
    ['not before the earliest', 60, 860, 1020, -1],
    ['exactly from the earliest', 60, 840, 1020, 900],
    ['in the first shift, before its task', 120, 0, 700, 600],
  ])('fit %s', (_name, minutes, from, to, expected) => {
    expect(day().latestFit(0, minutes, { from, to })).toBe(expected);
  });

  test('tell how much idle time a task would add before it is taken', () => {
    const hands = new Hands(compiled, new Journal());
    hands.take(2, 130, 140);
    for (const [start, end] of [
      [150, 155],
      [141, 149],
      [120, 121],
    ] as const) {
      const [before, told] = [hands.idle, hands.idleBy(2, start, end)];
      hands.take(2, start, end);
      expect(hands.idle - before).toBe(told);
    }
  });

  test('price minutes where they are told to, and keep the sum through every change', () => {
    const hands = new Hands(compiled, new Journal());
    hands.take(0, 20, 30);
    hands.price(Float64Array.from([2, 0, 5]));
    hands.take(2, 120, 123);
    expect(hands.guide / 16).toBe(10 * 2 + 3 * 5);
    hands.free(0, 20, 30);
    expect(hands.guide / 16).toBe(15);
  });

  test('take of a fact that lies across shifts and tasks just what is free', () => {
    const hands = new Hands(compiled, new Journal());
    hands.take(0, 40, 50);
    hands.block(0, 30, 130);
    expect(hands.labour).toBe(30 + 30 + 10);
    expect(hands.latestFit(0, 10, { from: 0, to: 100 })).toBe(30);
    expect(hands.latestFit(0, 1, { from: 30, to: 130 })).toBe(-1);
  });
});

function idleByHand(held: readonly [number, number, number][]): number {
  return shifts.reduce((sum, _, shift) => {
    const own = held.filter(([in_]) => in_ === shift);
    if (own.length === 0) return sum;
    const span = Math.max(...own.map(([, , end]) => end)) - Math.min(...own.map(([, start]) => start));
    return sum + span - own.reduce((minutes, [, start, end]) => minutes + end - start, 0);
  }, 0);
}
