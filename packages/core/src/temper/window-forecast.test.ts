import { describe, expect, test } from 'vitest';
import { normalDraw } from '../chance/normal-draw';
import { Random } from '../chance/random';
import { bowlJoulesPerPiece, type Dip } from '../coating/crust';
import { dippingKelvinPerMinute, plainTauMinutes } from './bowl-heat';
import type { BowlReading } from './cooling-fit';
import { courseAhead, windowForecast, type WorkedBowl } from './window-forecast';

const WINDOW = { low: 31, high: 45 };
const berry: Dip = {
  centre: 'wet',
  bowlCelsius: 31,
  centreCelsius: 8,
  dwellSeconds: 3,
  coveredMm2: 2466,
  centreGrams: 18,
};

/** One bowl as it really goes, by small steps: its own loss, dips that empty it and cool it, a probe with noise. */
function simulated(seed: number) {
  const random = new Random(seed);
  const between = (low: number, high: number): number => low + (high - low) * random.next();
  let grams = between(800, 5500);
  const start = grams;
  const reckoned = plainTauMinutes(null, grams);
  const lossPerMinute = Math.exp(0.3 * normalDraw(random)) / reckoned;
  const room = between(17, 24);
  const isDipped = random.next() < 0.5;
  const piecesPerMinute = isDipped ? between(1, 4) : 0;
  const minutesOff = between(5, 40);
  // backwards from the window's end to the instant five minutes before it is asked
  let celsius: number = WINDOW.low;
  const step = 1 / 60;
  const course: number[] = [celsius];
  const gramsAtEnd = start - piecesPerMinute * 7 * (minutesOff + 5);
  if (gramsAtEnd < 400) return null;
  grams = gramsAtEnd;
  for (let minute = 0; minute < minutesOff + 5; minute += step) {
    const loss = (lossPerMinute * start * (celsius - room)) / grams;
    const drain = (bowlJoulesPerPiece({ ...berry, bowlCelsius: 31 }) * piecesPerMinute) / (grams * 1.6);
    celsius += (loss + drain) * step;
    grams += piecesPerMinute * 7 * step;
    course.push(celsius);
  }
  if (celsius > 60) return null;
  const readings: BowlReading[] = Array.from({ length: 31 }, (_, index) => ({
    minute: index / 6,
    celsius: course[course.length - 1 - index * 10]! + 0.1 * normalDraw(random),
  }));
  const bowl: WorkedBowl = {
    roomCelsius: room + 0.3 * normalDraw(random),
    tauMinutes: reckoned,
    isWarmed: false,
    dippingKelvinPerMinute: isDipped ? dippingKelvinPerMinute(berry, piecesPerMinute, start) : 0,
    emptyingPerMinute: (piecesPerMinute * 7) / grams,
  };
  return { readings, bowl, minutesOff };
}

describe('how long a bowl stays in its window', () => {
  test('is told within a fifth or two minutes in nine of ten of 500 simulated bowls, and its range holds', () => {
    const bowls = [];
    for (let seed = 1; bowls.length < 500; seed++) {
      const bowl = simulated(seed);
      if (bowl) bowls.push(bowl);
    }
    const seen = bowls.map(({ readings, bowl, minutesOff }) => {
      const told = windowForecast(readings, bowl, { low: WINDOW.low, high: 90 });
      if (told.kind !== 'leaves') return { isNear: false, isWithin: false };
      const error = Math.abs(told.inMinutes - minutesOff);
      return {
        isNear: error <= Math.max(2, 0.2 * minutesOff),
        isWithin: told.low90 <= minutesOff && minutesOff <= told.high90,
      };
    });
    const share = (key: 'isNear' | 'isWithin'): number => seen.filter((each) => each[key]).length / 500;
    expect(share('isNear')).toBeGreaterThanOrEqual(0.9);
    expect(share('isWithin')).toBeGreaterThanOrEqual(0.88);
  });

  const plain: WorkedBowl = {
    ...{ roomCelsius: 20, tauMinutes: 60, isWarmed: false },
    ...{ dippingKelvinPerMinute: 0, emptyingPerMinute: 0 },
  };
  const course = (celsius: (minute: number) => number): BowlReading[] =>
    Array.from({ length: 31 }, (_, index) => ({ minute: index / 6, celsius: celsius(index / 6) }));
  const cooling = course((minute) => 20 + 12 * Math.exp(-minute / 60));
  const dark = { low: 31, high: 32.2 };

  test('of a plain bowl is told to the minute when it goes as reckoned', () => {
    // 32 °C falls to 31 after 60·ln(12/11) = 5.22 min
    expect(
      windowForecast(
        course((minute) => 20 + 12 * Math.exp((5 - minute) / 60)),
        plain,
        dark,
      ),
    ).toMatchObject({
      ...{ kind: 'leaves', side: 'below', inMinutes: expect.closeTo(5.22, 1) },
    });
  });

  test('of a warmed bowl that stays is hours', () => {
    const told = windowForecast(
      course(() => 31.6),
      { ...plain, isWarmed: true },
      dark,
    );
    expect(told).toMatchObject({ kind: 'holds', restingCelsius: expect.closeTo(31.6, 1) });
  });

  test('of a bowl that warms ends above', () => {
    const told = windowForecast(
      course((minute) => 31.2 + 0.1 * minute),
      { ...plain, isWarmed: true },
      dark,
    );
    expect(told).toMatchObject({ kind: 'leaves', side: 'above' });
  });

  test('is over below and above it', () => {
    expect(windowForecast(cooling, plain, { low: 36, high: 40 })).toEqual({ kind: 'outside', side: 'below' });
    expect(windowForecast(cooling, plain, { low: 20, high: 25 })).toEqual({ kind: 'outside', side: 'above' });
    expect(windowForecast(cooling.slice(0, 4), plain, dark)).toEqual({ kind: 'unknown', reason: 'too-few' });
  });

  test('is shorter while cold pieces are dipped, and the more the bowl empties', () => {
    const minutes = (change: Partial<WorkedBowl>): number => {
      const bowl = { ...plain, ...change };
      const told = windowForecast(cooling.slice(0, 6), bowl, { low: 28, high: 45 });
      return told.kind === 'leaves' ? told.inMinutes : NaN;
    };
    expect(minutes({ dippingKelvinPerMinute: 0.05 })).toBeLessThan(minutes({}));
    expect(minutes({ emptyingPerMinute: 0.01 })).toBeLessThan(minutes({}));
  });

  test('is drawn with a band that widens ahead and narrows with readings', () => {
    const band = (readings: BowlReading[]) => {
      const told = windowForecast(readings, plain, { low: 25, high: 45 });
      if (told.kind !== 'leaves') throw new Error(told.kind);
      return courseAhead(told.fit, 30, 3).map(({ low90, high90 }) => high90 - low90);
    };
    const [few, many] = [band(cooling.slice(0, 8)), band(cooling)];
    expect(few[3]).toBeGreaterThan(few[1]!);
    expect(many[3]).toBeLessThan(few[3]!);
    const told = windowForecast(cooling, plain, { low: 25, high: 45 });
    if (told.kind !== 'leaves') throw new Error(told.kind);
    const points = courseAhead(told.fit, 30, 3);
    expect(points.map(({ minute }) => minute)).toEqual([0, 10, 20, 30]);
    expect(points[0]!.celsius).toBeCloseTo(20 + 12 * Math.exp(-5 / 60), 2);
  });
});
