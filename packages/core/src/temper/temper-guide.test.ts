import { describe, expect, test } from 'vitest';
import { stepDoubt } from './step-doubt';
import {
  STEPS_OF,
  stepOf,
  temperAdvice,
  type MeltSchool,
  type TemperSituation,
  type TemperStep,
} from './temper-guide';
import { dipBound, dipWindow, usualWindows } from './temper-windows';

const windows = usualWindows([{ kind: 'dark', grams: 1 }]);
const melt = (change: Partial<TemperSituation> = {}): TemperSituation => ({
  school: 'seed',
  windows,
  done: [],
  celsius: 40,
  peakCelsius: null,
  grams: 3000,
  seedGrams: 1500,
  seededGrams: 0,
  seedCelsius: 21,
  reserveGrams: 1500,
  seededFromCelsius: null,
  watts: 500,
  cooling: { roomCelsius: 20, tauMinutes: 60 },
  ...change,
});

describe('a coating’s windows', () => {
  test('are its kind’s, and a blend’s lie between them by mass', () => {
    expect(windows).toEqual({
      melt: { low: 45, high: 50 },
      crystals: { low: 27.5, high: 28.9 },
      work: { low: 31, high: 32.2 },
    });
    const blend = usualWindows([
      { kind: 'dark', grams: 500 },
      { kind: 'milk', grams: 500 },
    ]);
    expect(blend.crystals.low).toBeCloseTo(27, 9);
    expect(blend.crystals.high).toBeCloseTo(28.35, 9);
  });
});

describe('a piece that is dipped in a range of its own', () => {
  const chips = { ...windows, dip: { low: 28, high: 30 } };
  const moulds = { ...windows, dip: { low: 26, high: 28 } };
  const done = STEPS_OF.seed.slice(0, 4);
  const at = (of: TemperSituation['windows'], celsius: number, change: Partial<TemperSituation> = {}) =>
    temperAdvice(melt({ windows: of, done, celsius, peakCelsius: celsius, ...change }));

  test('asks no more of a coating than that it can be poured and keeps its temper', () => {
    expect(dipBound(windows)).toEqual({ min: 25.5, max: 32.2 });
    expect(dipWindow(windows)).toEqual(windows.work);
    expect(dipWindow(chips)).toEqual({ low: 28, high: 30 });
  });

  test('is judged by it: in it worked, below it warmed, above it left to cool with its temper safe', () => {
    expect(at(chips, 29)).toEqual({ kind: 'work' });
    expect(at(windows, 29)).toMatchObject({ kind: 'rewarm' });
    expect(at(chips, 27)).toMatchObject({ kind: 'rewarm', underKelvin: 1 });
    expect(at(chips, 31.5)).toEqual({ kind: 'let-cool', overKelvin: 1.5, isAtRisk: false });
    expect(at(chips, 32.5)).toMatchObject({ kind: 'let-cool', isAtRisk: true });
    // what costs its temper is the coating’s own, whatever the piece asks
    expect(at(chips, 31.6, { peakCelsius: 33 })).toMatchObject({ kind: 'let-cool' });
    expect(at(chips, 31.6, { peakCelsius: 33.8 })).toMatchObject({ kind: 'retemper' });
  });

  test('is warmed up to it from where the crystals form, or cooled down to it', () => {
    const ready = { done: STEPS_OF.seed.slice(0, 3) };
    expect(at(chips, 28.2, ready)).toEqual({ kind: 'warmed' });
    expect(at(moulds, 28.2, ready)).toMatchObject({
      kind: 'let-cool',
      overKelvin: expect.closeTo(0.2, 9),
      isAtRisk: false,
    });
    expect(at(moulds, 27, ready)).toEqual({ kind: 'warmed' });
    expect(at(windows, 28.2, ready)).toMatchObject({ kind: 'warm', to: windows.work });
  });
});

describe('the guide', () => {
  test.each(Object.entries(STEPS_OF))('by %s goes through its steps and ends at work', (school, steps) => {
    const situation = melt({ school: school as TemperSituation['school'] });
    const gone = steps.map((_, index) => stepOf({ ...situation, done: steps.slice(0, index) }));
    expect(gone).toEqual(steps);
    expect(stepOf({ ...situation, done: steps })).toBe('work');
  });

  test.each<[string, Partial<TemperSituation>, object]>([
    ['melts on below 45', { celsius: 40 }, { kind: 'melt-on', to: windows.melt, underKelvin: 5 }],
    ['melts on without a probe', { celsius: null }, { kind: 'melt-on', underKelvin: null }],
    ['has melted at 45', { celsius: 45 }, { kind: 'melted' }],
    ['warns above 55', { celsius: 55.1 }, { kind: 'overheated', overKelvin: expect.closeTo(5.1, 6) }],
    [
      'melts compound only as far as it is worked',
      { school: 'melt', celsius: 30 },
      { kind: 'melt-on', to: windows.work },
    ],
    [
      'says how much seed, and what it comes to',
      // 3000·1.6·(47 − 28.2)/(1.6·7.2 + 45) = 90,240/56.52; of 1,500 and as much in reserve the rest is kept
      { done: ['melt'], celsius: 47 },
      {
        ...{ kind: 'seed-in', grams: expect.closeTo(1596.6, 1), keepGrams: expect.closeTo(1403.4, 1) },
        comesTo: expect.closeTo(28.2, 9),
      },
    ],
    [
      'takes less seed for a cooler bowl',
      // 4,800·(43 − 28.2)/56.52
      { done: ['melt'], celsius: 43 },
      { kind: 'seed-in', grams: expect.closeTo(1256.9, 1) },
    ],
    [
      'lets a bowl cool first for which there is not seed enough, and says how long that takes',
      // with 400 and 400: 28.2 + 800·56.52/4,800 = 37.62; 60·ln(32/17.62)
      { done: ['melt'], celsius: 52, seedGrams: 400, reserveGrams: 400 },
      { kind: 'cool-first', toCelsius: expect.closeTo(37.62, 2), minutes: expect.closeTo(35.8, 1) },
    ],
    [
      'asks for no more than it needed before the first of it, though it is not melted yet',
      { done: ['melt'], celsius: 40, grams: 4596.6, seededGrams: 1596.6, seededFromCelsius: 47 },
      { kind: 'stir-on', minutes: null },
    ],
    [
      'sees that the seed has done it',
      { done: ['melt'], celsius: 28.6, grams: 4596.6, seededGrams: 1596.6, seededFromCelsius: 47 },
      { kind: 'seeded' },
    ],
    [
      'says so where it has become too cool to stir',
      // 25 °C: 4,596.6·1.6·3.2/500 s
      { done: ['melt'], celsius: 25, grams: 4596.6, seededGrams: 1596.6, seededFromCelsius: 47 },
      { kind: 'too-cool', underKelvin: 2.5, seconds: expect.closeTo(47.07, 2) },
    ],
    [
      'melts out what is too cool for any seed',
      { done: ['melt'], celsius: 32 },
      { kind: 'melt-on', underKelvin: 13 },
    ],
    [
      'goes on seeding what its seed has cooled',
      { done: ['melt'], celsius: 31, grams: 3900, seededGrams: 900, seededFromCelsius: 47 },
      { kind: 'seed-in', grams: expect.closeTo(696.6, 1) },
    ],
    [
      'asks for the rest of the seed',
      { done: ['melt'], celsius: 40, seededGrams: 900 },
      { kind: 'seed-in', grams: 600 },
    ],
    [
      'is seeded by hand without a probe',
      { done: ['melt'], celsius: null },
      { kind: 'seed-in', comesTo: null },
    ],
    [
      'adds solid where it is still too hot, and says whether there is as much',
      // 3000·1.6·(34 − 28.2)/(1.6·7.2 + 45) = 27,840/56.52
      { done: ['melt', 'seed'], celsius: 34 },
      { kind: 'add-solid', grams: expect.closeTo(492.57, 2), haveGrams: 3000, isEnough: true },
    ],
    [
      'says when the reserve is not enough',
      { done: ['melt', 'seed'], celsius: 34, seedGrams: 0, reserveGrams: 400 },
      { kind: 'add-solid', isEnough: false },
    ],
    [
      'stirs on between, and says how long',
      // 60·ln(10/8.9) minutes
      { done: ['melt', 'seed'], celsius: 30 },
      { kind: 'stir-on', to: windows.crystals, minutes: expect.closeTo(6.99, 2) },
    ],
    [
      'is too cool for crystals below them',
      { done: ['melt', 'seed'], celsius: 26 },
      { kind: 'too-cool', to: windows.crystals, underKelvin: 1.5 },
    ],
    ['sees the crystals', { done: ['melt', 'seed'], celsius: 28.9 }, { kind: 'crystals-there' }],
    ['stirs on without a probe', { done: ['melt', 'seed'], celsius: null }, { kind: 'stir-on' }],
    [
      'warms in seconds',
      // 3000·1.6·(31.6 − 28.6) = 14,400 J at 500 W
      { done: ['melt', 'seed', 'crystals'], celsius: 28.6 },
      { kind: 'warm', to: windows.work, seconds: expect.closeTo(28.8, 6) },
    ],
    [
      'warms by hand without a probe',
      { done: ['melt', 'seed', 'crystals'], celsius: null },
      { kind: 'warm', seconds: null },
    ],
    ['is warm enough', { done: ['melt', 'seed', 'crystals'], celsius: 31 }, { kind: 'warmed' }],
    ['was warmed too far', { done: ['melt', 'seed', 'crystals'], celsius: 33.8 }, { kind: 'retemper' }],
    [
      'pours what cools the rest',
      // 3,000·(47.5 − 31.6)/(47.5 − 28.2)
      { school: 'table', done: ['melt'], celsius: 47.5 },
      { kind: 'pour', grams: expect.closeTo(2471.5, 1), to: windows.crystals },
    ],
    [
      'pours none where it is cool enough',
      { school: 'table', done: ['melt'], celsius: 31 },
      { kind: 'pour', grams: 0 },
    ],
    [
      'returns it to the bowl',
      { school: 'table', done: ['melt', 'pour'] },
      { kind: 'return', to: windows.work, isThere: false },
    ],
    [
      'is melted gently without a thermometer, a third left solid',
      { school: 'by-eye', celsius: null },
      { kind: 'melt-gently', to: windows.work, solidShare: 1 / 3 },
    ],
    ['is never melted out so', { school: 'by-eye', celsius: 33 }, { kind: 'let-cool' }],
    ['has lost its temper where it was', { school: 'by-eye', celsius: 33.8 }, { kind: 'retemper' }],
    [
      'stirs the last pieces away',
      { school: 'by-eye', done: ['melt'], celsius: 31 },
      { kind: 'stir-away', seconds: 20 },
    ],
    ['tests it on a knife', { school: 'by-eye', done: ['melt', 'stir'], celsius: 31 }, { kind: 'test' }],
    [
      'is warmed where it came back from the table too cool',
      { school: 'table', done: ['melt', 'pour'], celsius: 30 },
      { kind: 'rewarm' },
    ],
  ])('%s', (_name, change, advice) => expect(temperAdvice(melt(change))).toMatchObject(advice));

  const working = (change: Partial<TemperSituation>) =>
    temperAdvice(melt({ done: STEPS_OF.seed, peakCelsius: 32, ...change }));
  test.each<[string, Partial<TemperSituation>, object]>([
    ['is worked within its window', { celsius: 31 }, { kind: 'work' }],
    ['is worked without a probe', { celsius: null }, { kind: 'work' }],
    [
      'is warmed under it',
      { celsius: 30.5 },
      { kind: 'rewarm', underKelvin: expect.closeTo(0.5, 9), seconds: expect.closeTo(10.56, 2) },
    ],
    ['cools over it', { celsius: 33 }, { kind: 'let-cool', overKelvin: expect.closeTo(0.8, 9) }],
    [
      'has lost its temper once it was too warm, whatever it is now',
      { celsius: 31.5, peakCelsius: 33.8 },
      { kind: 'retemper', peakCelsius: 33.8 },
    ],
    [
      'keeps what temper compound never had',
      { school: 'melt', celsius: 31.5, peakCelsius: 40 },
      { kind: 'work' },
    ],
    ['burns', { celsius: 56, school: 'melt' }, { kind: 'overheated' }],
  ])('of a bowl that %s', (_name, change, advice) => expect(working(change)).toMatchObject(advice));
});

describe('a step that is called done', () => {
  const doubt = (step: TemperStep, celsius: number | null, school: MeltSchool = 'seed') =>
    stepDoubt(step, { school, windows, celsius });

  test.each<[TemperStep, MeltSchool, number, number]>([
    ['melt', 'seed', 44.5, 21],
    ['seed', 'seed', 34, 21],
    ['crystals', 'seed', 28.5, 31],
    ['warm', 'seed', 31.5, 28],
    ['work', 'seed', 31.5, 21],
    ['return', 'table', 31.5, 36],
    ['melt', 'by-eye', 31, 46],
    ['stir', 'by-eye', 29, 21],
    ['melt', 'melt', 31.5, 24],
  ])('%s by %s is believed at %d °C and asked about at %d °C', (step, school, fine, off) => {
    expect(doubt(step, fine, school)).toBeNull();
    expect(doubt(step, off, school)).toMatchObject({ step, celsius: off });
    expect(doubt(step, null, school)).toBeNull();
  });

  test('is asked about at every press of a bowl that was never warmed', () => {
    for (const step of STEPS_OF.seed) expect(doubt(step, 20.9)).not.toBeNull();
  });

  test('on the table is not judged by a probe in the bowl', () =>
    expect(doubt('pour', 44, 'table')).toBeNull());
});
