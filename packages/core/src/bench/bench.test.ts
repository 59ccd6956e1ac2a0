import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { firstBelief } from '../coating/learning';
import type { BenchDeed, BenchEvent } from './bench-event';
import { FIRST_FACTOR, factorRange, learnFactor } from './factor-learning';
import { gramsNow, piecesLeft, runFigures, sealDoubts, type RunFigures } from './run-figures';
import { TROUBLES, TROUBLE_SIGNS, troubleEffect } from './trouble';
import { rejectedPieces, weighedGrams, workState, workedMinutes } from './work-state';

const MINUTE = 60_000;
const event = (id: string, minute: number, deed: BenchDeed, by: string | null = 'runa'): BenchEvent => ({
  ...{ id, work: 'stage/b1/dip', at: minute * MINUTE, by, deed },
});
const run = [
  event('a', 0, { kind: 'begin' }),
  event('b', 0, { kind: 'weigh', what: 'start', grams: 3640 }),
  event('c', 10, { kind: 'tray', pieces: 24 }),
  event('d', 12, { kind: 'reject', pieces: 2, cause: 'cracked' }, 'tove'),
  event('e', 20, { kind: 'pause' }),
  event('f', 25, { kind: 'resume' }),
  event('g', 30, { kind: 'tray', pieces: 24 }),
  event('h', 31, { kind: 'weigh', what: 'added', grams: 200 }),
  event('i', 32, { kind: 'solid', grams: 100 }),
  event('j', 35, { kind: 'weigh', what: 'left', grams: 3440 }),
  event('k', 35, { kind: 'end' }),
];

describe('work at the bench', () => {
  test('is what its events say', () => {
    const state = workState(run);
    expect(state).toMatchObject({ begunAt: 0, endedAt: 35 * MINUTE, good: 48, people: ['runa', 'tove'] });
    expect(rejectedPieces(state)).toBe(2);
    expect(weighedGrams(state, 'added')).toBe(200);
    // 35 minutes less 5 of a pause
    expect(workedMinutes(state, 99 * MINUTE)).toBe(30);
  });

  test('is the same in whatever order events arrive, and however often', () => {
    const whole = workState(run);
    fc.assert(
      fc.property(fc.shuffledSubarray(run, { minLength: run.length }), fc.subarray(run), (mixed, again) => {
        expect(workState([...mixed, ...again])).toEqual(whole);
      }),
    );
  });

  test('forgets what was taken back', () => {
    const undone = workState([...run, event('z', 36, { kind: 'undo', event: 'g' })]);
    expect(undone.good).toBe(24);
    expect(undone.last?.id).toBe('k');
    expect(
      workState([event('a', 1, { kind: 'begin' }), event('b', 2, { kind: 'undo', event: 'a' })]),
    ).toMatchObject({
      ...{ begunAt: null, last: null },
    });
  });

  test('has begun with the first tray, and goes on when it is begun again', () => {
    expect(workState([event('a', 3, { kind: 'tray', pieces: 24 })]).begunAt).toBe(3 * MINUTE);
    const again = workState([...run, event('l', 40, { kind: 'begin' })]);
    expect(again).toMatchObject({ begunAt: 0, endedAt: null });
    expect(workedMinutes(workState([]), 50)).toBe(0);
  });

  test('that is paused does not run on, and ends with its pause', () => {
    const paused = run.slice(0, 5);
    expect(workedMinutes(workState(paused), 99 * MINUTE)).toBe(20);
    expect(workedMinutes(workState([...paused, event('k', 28, { kind: 'end' })]), 99 * MINUTE)).toBe(20);
  });

  test('keeps steps, school, timers and troubles', () => {
    const state = workState([
      event('a', 0, { kind: 'school', school: 'table' }),
      event('b', 1, { kind: 'step', step: 'melt', celsius: 46 }),
      event('c', 2, { kind: 'step', step: 'melt', celsius: 47 }),
      event('d', 3, { kind: 'timer', name: 'Room', endsAt: 8 * MINUTE }),
      event('e', 4, { kind: 'timer', name: 'Fridge', endsAt: 20 * MINUTE }),
      event('f', 5, { kind: 'timer-off', timer: 'd' }),
      event('g', 6, { kind: 'trouble', trouble: { sign: 'pasty', cause: 'water' }, note: 'steam' }),
    ]);
    expect(state.school).toBe('table');
    expect(state.steps).toEqual([{ step: 'melt', at: 2 * MINUTE, celsius: 47 }]);
    expect(state.timers).toEqual([{ id: 'e', name: 'Fridge', endsAt: 20 * MINUTE }]);
    expect(state.troubles).toMatchObject([{ note: 'steam' }]);
  });
});

describe('a run', () => {
  test('is weighed out', () => {
    // 3,640 + 200 + 100 − 3,440 = 500 g on 50 pieces; 30 min · 60/50
    expect(runFigures(workState(run), 0)).toEqual({
      ...{ pieces: 50, good: 48, rejected: 2, startGrams: 3640, addedGrams: 300, leftGrams: 3440 },
      ...{ gramsPerPiece: 10, minutes: 30, secondsPerPiece: 36 },
    });
  });

  test('that is not weighed, or has dipped nothing, says so', () => {
    expect(runFigures(workState(run.slice(0, 7)), 40 * MINUTE)).toMatchObject({ gramsPerPiece: null });
    expect(runFigures(workState([]), 0)).toMatchObject({
      pieces: 0,
      secondsPerPiece: null,
      startGrams: null,
    });
  });

  test('with more left than there was is refused', () => {
    const left = (grams: number) => [...run, event('l', 36, { kind: 'weigh', what: 'left', grams })];
    expect(runFigures(workState(left(3940)), 0).gramsPerPiece).toBe(0);
    expect(() => runFigures(workState(left(3941)), 0)).toThrow(
      expect.objectContaining({ field: '/leftGrams', code: 'out-of-range' }) as Error,
    );
  });

  const figures: RunFigures = {
    ...{ pieces: 120, good: 118, rejected: 2, startGrams: 3640, addedGrams: 0, leftGrams: 2488 },
    ...{ gramsPerPiece: 9.6, minutes: 62, secondsPerPiece: 31 },
  };
  const expected = { pieces: 118, coat: { ...firstBelief(9.4), logVariance: 0.0025 }, secondsPerPiece: 30 };
  test.each<[string, Partial<RunFigures>, string[]]>([
    ['as it was meant to be', {}, []],
    ['of no pieces', { pieces: 0 }, ['none-dipped']],
    ['that was not weighed', { gramsPerPiece: null }, ['not-weighed']],
    ['that took nothing', { gramsPerPiece: 0 }, ['not-weighed']],
    ['one short', { good: 117 }, ['few-pieces']],
    ['of far too many', { good: 148 }, ['many-pieces']],
    ['of a few more', { good: 147 }, []],
    // three of sqrt(0.0025 + 0.01 + 0.0625/120) = 0.114 in the log: 9.4·e^0.342 = 13.2 g
    ['of a coat far too thick', { gramsPerPiece: 13.4 }, ['coat-far-off']],
    ['of a coat thick', { gramsPerPiece: 13 }, []],
    ['of a coat far too thin', { gramsPerPiece: 6.5 }, ['coat-far-off']],
    ['done in no time', { secondsPerPiece: 11 }, ['pace-far-off']],
    ['that took all day', { secondsPerPiece: 76 }, ['pace-far-off']],
    ['that was not timed', { secondsPerPiece: null }, []],
  ])('%s is asked about as it ought to be', (_name, change, doubts) => {
    expect(sealDoubts({ ...figures, ...change }, expected).map(({ kind }) => kind)).toEqual(doubts);
  });

  test('leaves what its bowl held less what it took', () => {
    expect(gramsNow(3640, 0, { pieces: 72, gramsPerPiece: 9.6 })).toBeCloseTo(2948.8, 9);
    expect(gramsNow(100, 0, { pieces: 72, gramsPerPiece: 9.6 })).toBe(0);
    expect(piecesLeft(2948.8, 550, 9.6)).toBe(249);
    expect(piecesLeft(500, 550, 9.6)).toBe(0);
    expect(piecesLeft(500, 550, 0)).toBe(0);
    expect(() => gramsNow(-1, 0, { pieces: 0, gramsPerPiece: 1 })).toThrow();
  });
});

describe('a time that was taken', () => {
  test('is not moved beyond belief by one time: nought seconds a piece count as the least that can be', () => {
    const fast = { minutes: 0.01, describedMinutes: 30, seasonsBack: 0 };
    // ln 2.5 = 0.916: 25 of 41 parts of it are 0.559, a factor 0.57
    expect(factorRange(learnFactor([fast])).factor).toBeCloseTo(0.572, 3);
    const slow = { ...fast, minutes: 3000 };
    expect(factorRange(learnFactor([slow])).factor).toBeCloseTo(1.748, 3);
  });

  test('moves the belief between what was described and what was seen', () => {
    const learned = learnFactor([{ minutes: 45, describedMinutes: 30, seasonsBack: 0 }]);
    // precisions 1/0.25² = 16 and 1/0.2² = 25: 25·ln 1.5/41
    expect(learned.logMean).toBeCloseTo((25 * Math.log(1.5)) / 41, 9);
    expect(factorRange(learned).factor).toBeCloseTo(1.28, 2);
    expect(factorRange(FIRST_FACTOR).factor).toBe(1);
  });

  test('counts less the longer ago it was, and never makes less sure', () => {
    const seen = { minutes: 45, describedMinutes: 30, seasonsBack: 0 };
    const old = learnFactor([{ ...seen, seasonsBack: 3 }]);
    expect(old.logMean).toBeLessThan(learnFactor([seen]).logMean);
    const [one, two] = [learnFactor([seen]), learnFactor([seen, seen])].map(factorRange);
    expect(two!.high90 / two!.low90).toBeLessThan(one!.high90 / one!.low90);
  });

  test.each([
    [{ minutes: 0, describedMinutes: 30, seasonsBack: 0 }, '/seen/0/minutes'],
    [{ minutes: 3, describedMinutes: NaN, seasonsBack: 0 }, '/seen/0/describedMinutes'],
    [{ minutes: 3, describedMinutes: 3, seasonsBack: -1 }, '/seen/0/seasonsBack'],
  ])('of %j is refused', (seen, field) =>
    expect(() => learnFactor([seen])).toThrow(expect.objectContaining({ field }) as Error),
  );
});

describe('something that went wrong', () => {
  test('has a cause for each sign, each once', () => {
    for (const sign of TROUBLE_SIGNS) {
      const causes = TROUBLES[sign].map(({ cause }) => cause);
      expect(causes.length).toBeGreaterThan(0);
      expect(new Set(causes).size).toBe(causes.length);
    }
  });

  test('does to the plan what its cause does', () => {
    expect(troubleEffect({ sign: 'pasty', cause: 'water' })).toBe('lose-melt');
    expect(troubleEffect({ sign: 'thickening', cause: 'below-window' })).toBe('none');
    expect(troubleEffect({ sign: 'pasty', cause: 'by-eye' })).toBeNull();
  });
});
