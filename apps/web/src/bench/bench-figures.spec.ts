import type { Reading } from '@alnage/contract';
import { bench, deedAt, dip, melt, pack, START } from '../testing/small-bench';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { worksAtBench } from '../shared/bench/works-at-bench';
import { doubtWords } from './bench-words';
import { adviceWords, forecastWords } from '../shared/bench/temper-words';
import { contentsOf, heatOf, queueOf, runShown } from './bench-figures';

const MINUTE = 60_000;
const runa = { kind: 'person', id: 'runa' } as const;
const at = (...events: ReturnType<typeof deedAt>[]) => worksAtBench({ ...bench, events }, []);

describe('what is to be done at a bench', () => {
  test('is what is begun, then what is to be weighed out, then what comes', () => {
    const keys = (...events: ReturnType<typeof deedAt>[]) =>
      queueOf(at(...events), runa, 660).map(({ work }) => work.key);
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

  const now = START + 720 * MINUTE;
  const readings = (celsius: (minutesAgo: number) => number): Reading[] =>
    Array.from({ length: 30 }, (_, index) => {
      const minutesAgo = (29 - index) / 6;
      const value = celsius(minutesAgo) + (index % 2) / 20;
      return { at: now - minutesAgo * MINUTE, value, low: value, high: value };
    });
  const context = { workshop, pieces: [piece], roomCelsius: 20, now, grams: 2500 };
  const running = at(deedAt(690, { kind: 'begin' }), deedAt(700, { kind: 'tray', pieces: 24 }))[1]!;

  test('in its window is worked, and says how long it stays', () => {
    const heat = heatOf(running, { ...context, readings: readings(() => 31.6) })!;
    expect(heat).toMatchObject({ school: 'seed', advice: { kind: 'work' }, watch: { state: 'fine' } });
    expect(heat.celsius).toBeCloseTo(31.6, 1);
    expect(forecastWords(heat.forecast)).toMatch(/holds|too cool/);
  });

  test('under its window is warmed for seconds; once too warm its temper is lost', () => {
    const cool = heatOf(running, { ...context, readings: readings(() => 30.4) })!;
    expect(adviceWords(cool.advice).what).toMatch(/^Rewarm it for \d+ s$/);
    const lost = heatOf(running, { ...context, readings: readings((ago) => (ago > 2 ? 34.5 : 31.5)) })!;
    expect(adviceWords(lost.advice)).toMatchObject({ what: 'Its temper is lost: begin again', tone: 'over' });
  });

  test('without a probe, or with one that is silent or stuck, is not told of', () => {
    expect(heatOf(running, { ...context, readings: [] })).toMatchObject({
      celsius: null,
      watch: { state: 'none' },
    });
    const silent = readings(() => 31.6).slice(0, 20);
    expect(heatOf(running, { ...context, readings: silent })).toMatchObject({
      celsius: null,
      watch: { state: 'silent' },
    });
    const stuck = readings(() => 31.6).map((each) => ({ ...each, value: 31.6 }));
    expect(heatOf(running, { ...context, readings: stuck })).toMatchObject({
      celsius: null,
      watch: { state: 'stuck' },
    });
  });

  test('that is made ready is guided step by step, with its seed', () => {
    const [ready] = at(
      deedAt(640, { kind: 'begin' }, melt.key),
      deedAt(655, { kind: 'step', step: 'melt', celsius: 47 }, melt.key),
    );
    const heat = heatOf(ready!, { ...context, readings: readings(() => 46) })!;
    const seed = workshop.rules.seedShare * 3000;
    expect(heat.advice).toMatchObject({ kind: 'seed-in', grams: seed, keepGrams: seed });
    expect(heatOf(at()[2]!, { ...context, readings: [] })).toBeNull();
  });
});

describe('a run under way', () => {
  const shown = (now: number, ...events: ReturnType<typeof deedAt>[]) =>
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

describe('words of the bench', () => {
  test.each([
    [{ kind: 'none-dipped' }, 'Was nothing dipped?'],
    [{ kind: 'not-weighed' }, 'not weighed before and after'],
    [{ kind: 'few-pieces', good: 90, planned: 100 }, 'Only 90 good pieces of 100'],
    [{ kind: 'many-pieces', good: 190, planned: 100 }, 'counted twice'],
    [{ kind: 'coat-far-off', gramsPerPiece: 20, expectedGrams: 10 }, '20.0 g a piece, where 10.0 g'],
    [{ kind: 'pace-far-off', secondsPerPiece: 99, expectedSeconds: 30 }, '99 s a piece, where 30 s'],
  ] as const)('ask about %j', (doubt, text) => expect(doubtWords(doubt)).toContain(text));

  test.each([
    [{ kind: 'overheated', overKelvin: 6 }, /Too hot/],
    [{ kind: 'add-solid', grams: 240, haveGrams: 1700, isEnough: true }, /^Too hot: add 240 g of solid$/],
    [{ kind: 'let-cool', overKelvin: 0.5 }, /stir/],
    [{ kind: 'pour', grams: 2400, to: { low: 27, high: 28 } }, /Pour 2\.40 kg/],
    [{ kind: 'warm', to: { low: 31, high: 32.2 }, seconds: null }, /Warm it to 31 °C/],
    [{ kind: 'stir-away' }, /stir the last pieces away/],
    [{ kind: 'test' }, /knife/],
  ] as const)('tell %j', (advice, text) => expect(adviceWords(advice as never).what).toMatch(text));
});
