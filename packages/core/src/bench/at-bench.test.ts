import { describe, expect, test } from 'vitest';
import { queueOf, canBeDone, timersAtBench, stageBefore, worksAtBench, type BenchRead } from './at-bench';
import type { BenchDeed, BenchEvent } from './bench-event';
import type { MeltWork, StageWork } from './bench-works';
import { contentsOf } from './bowl-contents';
import { runShown } from './run-shown';

const MINUTE = 60_000;
/** Midnight of the day whose minutes are meant. */
const START = Date.parse('2026-06-17T21:00:00.000Z');

const melt: MeltWork = {
  ...{ kind: 'melt', key: 'melt/m1', melt: 'm1', bowl: 'bowl-a', coating: 'dark', grams: 3000 },
  ...{ person: 'runa', start: 640, end: 680 },
};
const dip: StageWork & { melt: NonNullable<StageWork['melt']> } = {
  ...{ kind: 'stage', key: 'stage/b1/dip', batch: 'b1', product: 'berry', stage: 'dip', skill: 'dip' },
  ...{ pieces: 100, startPieces: 104, person: 'runa', start: 680, end: 732 },
  melt: { id: 'm1', bowl: 'bowl-a', coating: 'dark', gramsPerPiece: 10 },
  ...{ coats: 1, secondsPerPiece: 30, fixedMinutes: 0, orders: [{ order: 'o1', pieces: 100 }] },
  rest: { zone: 'fridge', piecesPerTray: 24, minMinutes: 20, maxMinutes: 1200 },
};
const pack: StageWork = { ...dip, key: 'stage/b1/pack', stage: 'pack', start: 760, end: 770, melt: null };
const bench: BenchRead = { works: [melt, dip, pack], events: [], sealed: [], ended: [] };

let order = 0;
/** A deed at a minute of the day. */
function deedAt(minute: number, deed: BenchDeed, work = dip.key): BenchEvent {
  return { id: String((order += 1)), work, at: START + minute * MINUTE, by: 'runa', deed };
}
const runa = { kind: 'person', id: 'runa' } as const;
const at = (...events: BenchEvent[]) => worksAtBench({ ...bench, events }, []);

describe('what is to be done at a bench', () => {
  test('is what is begun, then what is to be weighed out, then what comes', () => {
    const keys = (...events: BenchEvent[]) => queueOf(at(...events), runa, 660).map(({ work }) => work.key);
    expect(keys()).toEqual([melt.key, dip.key, pack.key]);
    expect(keys(deedAt(690, { kind: 'begin' }))).toEqual([dip.key, melt.key, pack.key]);
    expect(keys(deedAt(690, { kind: 'begin' }), deedAt(700, { kind: 'end' }))).toEqual([
      dip.key,
      melt.key,
      pack.key,
    ]);
    const done = deedAt(670, { kind: 'end' }, melt.key);
    expect(keys(deedAt(640, { kind: 'begin' }, melt.key), done)).toEqual([dip.key, pack.key]);
  });

  test('leaves out what is sealed, and what was planned long ago and nobody wrote down', () => {
    const sealed = { work: dip.key, run: 'r', code: '18-A-1', melt: 'm1', endedAt: 0, leftGrams: 900 };
    const all = worksAtBench({ ...bench, sealed: [sealed] }, []);
    expect(queueOf(all, runa, 660).map(({ work }) => work.key)).toEqual([melt.key, pack.key]);
    expect(queueOf(all, runa, 900)).toEqual([]);
    expect(queueOf(all, { kind: 'bowl', id: 'bowl-a' }, 660).map(({ work }) => work.key)).toEqual([melt.key]);
    expect(queueOf(all, { kind: 'person', id: 'tove' }, 660)).toEqual([]);
  });

  test('counts what was done here before the server has told it back, and once', () => {
    const tray = deedAt(700, { kind: 'tray', pieces: 24 });
    const [, both] = worksAtBench({ ...bench, events: [tray] }, [
      tray,
      deedAt(701, { kind: 'tray', pieces: 24 }),
    ]);
    expect(both!.state.good).toBe(48);
  });

  test('leaves out what hangs on a lost melt, unless it is begun', () => {
    const keys = (...events: BenchEvent[]) =>
      at(...events)
        .filter(canBeDone(['m1']))
        .map(({ work }) => work.key);
    expect(keys()).toEqual([pack.key]);
    expect(keys(deedAt(690, { kind: 'begin' }))).toEqual([dip.key, pack.key]);
  });

  test('calls for the waits of all works, the first to end first', () => {
    const timer = (name: string, minute: number, work?: string) =>
      deedAt(650, { kind: 'timer', name, endsAt: START + minute * MINUTE }, work);
    const [late, soon] = [timer('late', 800), timer('soon', 700, pack.key)];
    const names = (...events: BenchEvent[]) =>
      timersAtBench({ ...bench, events }, []).map(({ name, work }) => [name, work]);
    expect(names(late, soon)).toEqual([
      ['soon', pack.key],
      ['late', dip.key],
    ]);
    expect(names(late, soon, deedAt(701, { kind: 'timer-off', timer: soon.id }, pack.key))).toEqual([
      ['late', dip.key],
    ]);
  });
});

describe('a bowl', () => {
  test('holds what was planned until it is weighed, then what it weighed less what was dipped since', () => {
    const dipped = [
      deedAt(700, { kind: 'tray', pieces: 24 }),
      deedAt(702, { kind: 'reject', pieces: 1, cause: 'foot' }),
    ];
    expect(contentsOf('m1', at(...dipped), bench)).toEqual({ grams: 2750, weighedAt: null });
    const weighed = deedAt(701, { kind: 'weigh', what: 'start', grams: 2900 });
    const added = deedAt(703, { kind: 'weigh', what: 'added', grams: 200 });
    // after it: one piece of 10 g, and 200 g put in
    expect(contentsOf('m1', at(...dipped, weighed, added), bench)).toEqual({
      ...{ grams: 3090, weighedAt: START + 701 * MINUTE },
    });
    const sealed = {
      work: 'stage/b0/dip',
      run: 'r',
      code: 'c',
      melt: 'm1',
      endedAt: START + 704 * MINUTE,
      leftGrams: 1000,
    };
    expect(contentsOf('m1', at(...dipped, weighed), { ...bench, sealed: [sealed] }).grams).toBe(1000);
  });
});

describe('a stage', () => {
  test('is done when somebody writes it down, however late it is by the plan', () => {
    const [before] = [stageBefore(at()[2]!, at())];
    expect(before).toMatchObject({ work: { key: dip.key }, isDone: false });
    expect(stageBefore(at()[1]!, at())).toBeNull();
    expect(stageBefore(at()[0]!, at())).toBeNull();
    expect(at(deedAt(690, { kind: 'end' }))[1]!.isDone).toBe(true);
    // of what was done long ago only its key is told
    expect(worksAtBench({ ...bench, ended: [dip.key] }, [])[1]!.isDone).toBe(true);
  });
});

describe('a run under way', () => {
  const shown = (now: number, ...events: BenchEvent[]) =>
    runShown(
      { ...at(...events)[1]!, work: dip },
      { now: START + now * MINUTE, start: START, grams: 2500, tailGrams: 500 },
    );

  test('goes on at its pace, and says when it is done', () => {
    const run = shown(700, deedAt(680, { kind: 'begin' }), deedAt(699, { kind: 'tray', pieces: 40 }));
    // 20 minutes for 40: 30 s a piece, 60 to go
    expect(run).toMatchObject({ good: 40, secondsPerPiece: 30, tray: 24, covers: 200 });
    expect(run.doneBy).toBe(START + 730 * MINUTE);
    expect(run.lateMinutes).toBeCloseTo(-2, 9);
  });

  test('that has not begun is done as planned, the last tray is what is left', () => {
    expect(shown(600).doneBy).toBe(START + (680 + 50) * MINUTE);
    expect(shown(700, deedAt(690, { kind: 'tray', pieces: 96 })).tray).toBe(4);
  });
});
