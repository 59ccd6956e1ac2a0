import type { Reading } from '@alnage/contract';
import { worksAtBench } from '@alnage/core/bench';
import { bench, deedAt, melt, START } from '../testing/small-bench';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { doubtWords } from './bench-words';
import { adviceWords, forecastWords } from '../shared/bench/temper-words';
import { rangesText } from '../shared/bench/ranges-words';
import { mindOf } from './bench-rows';
import { heatOf } from './bowl-heat';

const MINUTE = 60_000;
const at = (...events: ReturnType<typeof deedAt>[]) => worksAtBench({ ...bench, events }, []);

describe('a bowl', () => {
  const now = START + 720 * MINUTE;
  const readings = (celsius: (minutesAgo: number) => number): Reading[] =>
    Array.from({ length: 30 }, (_, index) => {
      const minutesAgo = (29 - index) / 6;
      const value = celsius(minutesAgo) + (index % 2) / 20;
      return { at: now - minutesAgo * MINUTE, value, low: value, high: value };
    });
  const context = { workshop, pieces: [piece], roomCelsius: 20, now, grams: 2500, works: bench.works };
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
    // half as strong a warmth takes twice as long
    const weak = { ...workshop, rules: { ...workshop.rules, warmingWatts: workshop.rules.warmingWatts / 2 } };
    const slow = heatOf(running, { ...context, workshop: weak, readings: readings(() => 30.4) })!;
    const seconds = ({ advice }: typeof cool): number => ('seconds' in advice ? (advice.seconds ?? 0) : 0);
    expect(seconds(slow) / seconds(cool)).toBeCloseTo(2, 1);
    const lost = heatOf(running, { ...context, readings: readings((ago) => (ago > 2 ? 34.5 : 31.5)) })!;
    expect(adviceWords(lost.advice)).toMatchObject({ what: 'Its temper is lost: begin again', tone: 'over' });
  });

  test('is judged by where the piece in hand is dipped, and made ready for the first', () => {
    const chip = { ...piece, dipRange: { lowCelsius: 28, highCelsius: 30 } };
    const own = { ...context, pieces: [chip] };
    const heat = heatOf(running, { ...own, readings: readings(() => 29) })!;
    expect(heat.advice).toEqual({ kind: 'work' });
    expect(heat.windows.dip).toEqual({ low: 28, high: 30 });
    const warm = heatOf(running, { ...own, readings: readings(() => 31.5) })!;
    expect(adviceWords(warm.advice)).toMatchObject({
      what: 'Let it cool a little, stirring',
      why: expect.stringMatching(/warmer than this piece is dipped\. Its temper is safe\.$/),
    });
    expect(heatOf(at()[0]!, { ...own, readings: [] })!.windows.dip).toEqual({ low: 28, high: 30 });
    expect(heatOf(running, { ...context, readings: [] })!.windows.dip).toBeUndefined();
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
    // a third of 3,000 g is not in it yet: 2,000·1.6·(46 − 28.2)/(1.6·8.2 + 45)
    expect(heat.advice).toMatchObject({ kind: 'seed-in', grams: expect.closeTo(980, -1) });
    const share = workshop.rules.seedShare * 3000;
    expect(heatOf(ready!, { ...context, readings: [] })!.advice).toMatchObject({ grams: share });
    expect(heatOf(at()[2]!, { ...context, readings: [] })).toBeNull();
  });
});

describe('words of the bench', () => {
  test('tell the ranges that one melt is dipped in, where they differ', () => {
    const nameOf = (id: string): string => ({ chip: 'ridge chip', truffle: 'rye truffle' })[id]!;
    const chip = { product: 'chip', range: { low: 28, high: 30 } };
    expect(rangesText([chip], nameOf)).toBe('');
    expect(rangesText([chip, { product: 'truffle', range: null }], nameOf)).toBe(
      'One melt, dipped in turn: ridge chip between 28 °C and 30 °C, then rye truffle where its coating is worked. It is warmed or left to cool between them.',
    );
    const [first, second] = bench.works.filter((work) => work.kind === 'stage' && work.melt !== null);
    const two = {
      ...bench,
      works: [...bench.works, { ...first!, key: 'stage/other', product: 'other', start: first!.start + 60 }],
    } as typeof bench;
    expect(second).toBeUndefined();
    const pieces = [{ ...piece, dipRange: { lowCelsius: 28, highCelsius: 30 } }];
    const minded = mindOf(worksAtBench(two, [])[0]!, { bench: two, pieces, now: START });
    expect(minded.map(({ text }) => text).join(' ')).toContain(
      'dusk berry between 28 °C and 30 °C, then other',
    );
    expect(
      mindOf(worksAtBench(bench, [])[0]!, { bench, pieces, now: START })
        .map(({ text }) => text)
        .join(' '),
    ).not.toContain('in turn');
  });

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
