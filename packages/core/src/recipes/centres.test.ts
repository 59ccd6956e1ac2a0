import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runGanache } from '../commands/run-ganache';
import { boilingCelsius, correctedCelsius } from './boiling-point';
import { doughAdvice, feelGrams, type DoughDay } from './dough';
import { ganache, GANACHE_CHOCOLATES, GANACHE_TYPES, type GanacheWish } from './ganache';
import { ganacheChecks } from './ganache-checks';
import { ganacheGramsFor, ganachePortionGrams, sheetHeightMm } from './ganache-size';
import { makingOf, panGrams } from './making';
import { bowlMix, clusterMix } from './mixes';
import { leftoverUses, PLAIN_BARK } from './leftover-uses';
import { sugarForecast, wantedAt } from './sugar-forecast';
import { sugarProgress } from './sugar-stage';

const plain = { butterShare: 0, liquidGrams: 0, infusionLoss: 0, chocolate: 'dark' } as const;

describe('ganache', () => {
  test('firm, with butter, adds up by hand', () => {
    const made = ganache({ ...plain, firmness: 'firm', size: { totalGrams: 1000 }, butterShare: 0.1 });
    // 900 g in four parts
    expect(made).toMatchObject({ creamGrams: 225, chocolateGrams: 675, butterGrams: 100, totalGrams: 1000 });
  });

  test('of white takes half as much again, with its liquid off the cream, and more cream before it steeps', () => {
    const made = ganache({
      ...plain,
      firmness: 'medium',
      chocolate: 'white',
      size: { baseGrams: 200 },
      liquidGrams: 30,
      infusionLoss: 0.15,
    });
    expect(made).toMatchObject({ chocolateGrams: 600, creamGrams: 170, creamBeforeInfusionGrams: 200 });
    expect(made.totalGrams).toBe(800);
  });

  test('by an own ratio heeds that alone', () => {
    const size = { baseGrams: 100 };
    expect(ganache({ ...plain, firmness: { ratio: 1.7 }, chocolate: 'milk', size }).chocolateGrams).toBe(170);
  });

  test('always adds up to its total, whichever it was asked by', () => {
    const wish = fc.record({
      firmness: fc.constantFrom(...GANACHE_TYPES),
      chocolate: fc.constantFrom(...GANACHE_CHOCOLATES),
      butterShare: fc.double({ min: 0, max: 0.4, noNaN: true }),
      infusionLoss: fc.double({ min: 0, max: 0.5, noNaN: true }),
      baseGrams: fc.double({ min: 20, max: 1e4, noNaN: true }),
    });
    fc.assert(
      fc.property(wish, ({ baseGrams, ...rest }) => {
        const asked: GanacheWish = { ...rest, liquidGrams: baseGrams / 10, size: { baseGrams } };
        const made = ganache(asked);
        const sum = made.chocolateGrams + made.creamGrams + made.butterGrams + made.liquidGrams;
        expect(sum / made.totalGrams).toBeCloseTo(1, 9);
        const again = ganache({ ...asked, size: { totalGrams: made.totalGrams } });
        expect(again.creamGrams / made.creamGrams).toBeCloseTo(1, 9);
      }),
    );
  });

  test('of more liquid than cream and liquid is refused with the most there may be', () => {
    expect(() =>
      ganache({ ...plain, firmness: 'firm', size: { totalGrams: 400 }, liquidGrams: 101 }),
    ).toThrow(expect.objectContaining({ field: '/liquidG', value: 101, range: '0..100' }) as Error);
  });

  test('is cut, piped or rolled into so many, and stands so high', () => {
    const cut = { kind: 'cut', lengthMm: 25, widthMm: 25, heightMm: 12 } as const;
    expect(ganachePortionGrams(cut)).toBeCloseTo(9, 9);
    expect(ganachePortionGrams({ kind: 'cavity', millilitres: 8, fillShare: 0.8 })).toBeCloseTo(7.68, 9);
    const wanted = { goodPieces: 100, certainty: 0.95, rejectRate: 0, lossShare: 0.04 };
    expect(ganacheGramsFor(cut, wanted)).toEqual({ startedPieces: 100, totalGrams: 937.5 });
    expect(ganacheGramsFor(cut, { ...wanted, rejectRate: 0.03 }).startedPieces).toBeGreaterThan(103);
    expect(sheetHeightMm(900, { lengthMm: 250, widthMm: 250 })).toBeCloseTo(12, 9);
    expect(() => ganachePortionGrams({ ...cut, heightMm: 0 })).toThrow('/portion/heightMm');
  });
});

describe('a doubtful ganache', () => {
  const of = (change: Partial<GanacheWish>, kind: 'cut' | 'cavity') => {
    const wish: GanacheWish = { ...plain, firmness: 'firm', size: { baseGrams: 100 }, ...change };
    return ganacheChecks(ganache(wish), wish.chocolate, kind);
  };
  test.each<[string, Partial<GanacheWish>, 'cut' | 'cavity', string[]]>([
    ['a firm one that is cut', {}, 'cut', []],
    ['a firm one that is piped', {}, 'cavity', ['too-firm-to-pipe']],
    ['milk 2:1 that is cut', { firmness: { ratio: 2 }, chocolate: 'milk' }, 'cut', ['too-soft-to-cut']],
    ['5:1', { firmness: { ratio: 5 } }, 'cut', ['may-split']],
    [
      'a third of it rum, a fifth butter',
      { liquidGrams: 33, butterShare: 0.2 },
      'cut',
      ['much-liquid', 'much-butter'],
    ],
  ])('is told: %s', (_name, change, kind, told) => {
    expect(of(change, kind)).toEqual(told);
  });
});

describe('the ganache command', () => {
  const input = {
    type: 'firm',
    chocolate: 'dark',
    totalG: 1000,
    butterShare: 0.1,
    liquidG: 0,
    infusionLoss: 0,
  };

  test('answers in grams', () => {
    expect(runGanache(input)).toEqual({
      chocolateG: 675,
      creamG: 225,
      creamBeforeInfusionG: 225,
      butterG: 100,
      liquidG: 0,
      totalG: 1000,
    });
    const { type: _type, ...untyped } = input;
    expect(runGanache({ ...untyped, ratio: 2 })).toMatchObject({ chocolateG: 600, creamG: 300 });
  });

  test.each<[string, object, string]>([
    ['type and ratio', { ratio: 2 }, '/ratio'],
    ['neither total nor cream', { totalG: undefined }, '/totalG'],
    ['another chocolate', { chocolate: 'ruby' }, '/chocolate'],
    ['all butter', { butterShare: 1 }, '/butterShare'],
    ['an unknown field', { sugarG: 2 }, '/sugarG'],
  ])('refuses %s', (_name, change, field) => {
    const { totalG, ...rest } = { ...input, ...change };
    const asked = totalG === undefined ? rest : { ...rest, totalG };
    expect(() => runGanache(asked)).toThrow(expect.objectContaining({ field }) as Error);
  });
});

describe('boiling sugar', () => {
  test.each([
    [0, 100.0],
    [300, 99.0],
    [1500, 95.0],
  ])('at %d m sees water boil at %d °C', (metres, celsius) => {
    expect(boilingCelsius(metres)).toBeCloseTo(celsius, 1);
  });

  test('is done lower up there', () => {
    expect(correctedCelsius(150, 97)).toBe(147);
    expect(() => correctedCelsius(150, 70)).toThrow('/boilsC');
    expect(() => boilingCelsius(9000)).toThrow('/altitudeM');
  });

  test.each<[number, number, object]>([
    [119, 100, { kind: 'in', stage: 'firm-ball' }],
    [117, 100, { kind: 'before', next: 'firm-ball', kelvinToGo: 1 }],
    // touches firm ball and hard ball
    [121, 100, { kind: 'in', stage: 'hard-ball' }],
    [116, 97, { kind: 'in', stage: 'firm-ball' }],
    [90, 100, { kind: 'before', next: 'thread', kelvinToGo: 16 }],
    [180, 100, { kind: 'over', kelvinOver: 3 }],
  ])('of %d °C where water boils at %d is told its stage', (celsius, boils, told) => {
    expect(sugarProgress(celsius, boils)).toEqual(told);
  });

  test('is wanted at a recipe’s own temperature, as much lower as water boils lower here', () => {
    expect(wantedAt(140, 100)).toEqual({ low: 140, high: 142 });
    expect(wantedAt(140, 97)).toEqual({ low: 137, high: 139 });
    expect(() => wantedAt(90, 100)).toThrow(expect.objectContaining({ field: '/wantedC', value: 90 }));
    expect(() => wantedAt(140, 40)).toThrow(expect.objectContaining({ field: '/boilsC' }));
  });

  test('says when it gets there from its last minutes', () => {
    const readings = [
      { minute: 0, celsius: 118 },
      { minute: 6, celsius: 120 },
      { minute: 8, celsius: 124 },
    ];
    const wanted = { low: 130, high: 133 };
    // 2 K a minute of late, 6 K to go
    expect(sugarForecast(readings, wanted)).toEqual({ kind: 'coming', atMinute: 11, kelvinPerMinute: 2 });
    expect(sugarForecast(readings, { low: 124, high: 126 })).toEqual({ kind: 'there' });
    expect(sugarForecast(readings.slice(0, 1), wanted)).toEqual({ kind: 'unknown', reason: 'too-few' });
    expect(sugarForecast([], wanted)).toEqual({ kind: 'unknown', reason: 'too-few' });
    // soft ball is 112 to 116 °C: at 117 it is let go too far
    expect(sugarForecast([{ minute: 0, celsius: 117 }], { low: 112, high: 116 })).toEqual({
      kind: 'past',
      kelvinOver: 1,
    });
    const still = readings.map(({ minute }) => ({ minute, celsius: 100 }));
    expect(sugarForecast(still, wanted)).toEqual({ kind: 'unknown', reason: 'not-rising' });
    expect(() => sugarForecast([...readings].reverse(), wanted)).toThrow('/readings/1/minute');
  });
});

describe('a dough', () => {
  const day: DoughDay = { humidityPercent: 70, tableCelsius: 24, isNaturalButter: false, school: 'sugar' };

  test('wants more on a wet day and a warm table, by cause', () => {
    const { addShare, causes, isCapped } = doughAdvice(day);
    expect(addShare).toBeCloseTo(0.039, 9);
    expect(causes.map(({ cause }) => cause)).toEqual(['humid', 'warm-table']);
    expect(isCapped).toBe(false);
  });

  test('wants less crumb than sugar, and nothing on a cool dry day', () => {
    expect(doughAdvice({ ...day, school: 'crumb' }).addShare).toBeCloseTo(0.0273, 9);
    expect(doughAdvice({ ...day, feel: 'sticks' }).addShare).toBeCloseTo(0.039 + 0.015, 9);
    expect(doughAdvice({ ...day, feel: 'crumbles' })).toMatchObject({
      addShare: 0,
      causes: [],
      softenShare: 0.01,
    });
    expect(doughAdvice({ ...day, humidityPercent: 40, tableCelsius: 15 })).toMatchObject({
      addShare: 0,
      causes: [],
    });
  });

  test('says where to begin with what goes in by feel, and never beyond its most', () => {
    const sugar = { grams: 20, mostGrams: 80, role: 'sugar' } as const;
    expect(feelGrams(sugar, 1000, day)).toBeCloseTo(59, 9);
    expect(feelGrams({ ...sugar, role: 'crumb' }, 1000, day)).toBeCloseTo(20 + 27.3, 9);
    expect(feelGrams({ ...sugar, mostGrams: 40 }, 1000, day)).toBe(40);
    expect(feelGrams(sugar, 1000, { ...day, feel: 'crumbles' })).toBe(20);
    const butter = { grams: 0, mostGrams: 30, role: 'softens' } as const;
    expect(feelGrams(butter, 1000, day)).toBe(0);
    expect(feelGrams(butter, 1000, { ...day, feel: 'crumbles' })).toBeCloseTo(10, 9);
  });

  test('never wants more than makes another sweet of it', () => {
    const worst = { ...day, humidityPercent: 100, tableCelsius: 35, isNaturalButter: true };
    expect(doughAdvice(worst)).toMatchObject({ addShare: 0.08, isCapped: true });
    expect(() => doughAdvice({ ...day, humidityPercent: 101 })).toThrow('/humidityPercent');
  });
});

describe('a mix', () => {
  test('of clusters is by its inclusions', () => {
    const half = { coatingShare: 0.5, portionGrams: 30 };
    expect(clusterMix(450, half)).toEqual({ coatingGrams: 450, totalGrams: 900, pieces: 30, restGrams: 0 });
    expect(() => clusterMix(450, { ...half, coatingShare: 1 })).toThrow('/coatingShare');
  });

  test('of a bowl adds up: parts, fat, and of them seed', () => {
    const parts = [
      { coating: 'dark', parts: 1 },
      { coating: 'milk', parts: 1 },
    ];
    const wish = { coating: 'blend', parts, fatPercent: 2, seedShare: 1 / 3 };
    const mix = bowlMix(3000, wish);
    expect(mix).toMatchObject({ fatGrams: 60, seedGrams: 980, reserveGrams: 980 });
    expect(mix.parts.map(({ grams }) => grams)).toEqual([1470, 1470]);
    expect(bowlMix(500, { ...wish, coating: 'dark', parts: [], fatPercent: 0 }).parts).toEqual([
      { coating: 'dark', grams: 500 },
    ]);
    expect(() => bowlMix(500, { ...wish, fatPercent: 11 })).toThrow('/fatPercent');
  });

  test('in a pan fills it, and making takes its steps', () => {
    expect(panGrams({ lengthMm: 300, widthMm: 200, heightMm: 15 })).toBeCloseTo(1080, 9);
    expect(() => panGrams({ lengthMm: 0, widthMm: 200, heightMm: 15 })).toThrow('/pan/lengthMm');
    const step = (workMinutes: number, restMinutes: number) => ({
      text: 'x',
      workMinutes,
      restMinutes,
      celsius: null,
    });
    expect(makingOf({ steps: [step(10, 15), step(8, 0), step(25, 60)] })).toEqual({
      workMinutes: 58,
      restMinutes: 60,
    });
    expect(makingOf({ steps: [] })).toEqual({ workMinutes: 0, restMinutes: 0 });
  });
});

describe('a leftover', () => {
  test('of 640 g makes so much bark and so many clusters', () => {
    const cluster = { id: 'cluster', portionGrams: 30, coatingShare: 0.5 };
    const [bark, clusters] = leftoverUses(640, [PLAIN_BARK, cluster]);
    expect(bark).toMatchObject({ pieces: 32 });
    expect(bark!.inclusionGrams).toBeCloseTo(320, 9);
    expect(clusters).toEqual({
      id: 'cluster',
      pieces: 42,
      coatingGrams: 630,
      inclusionGrams: 630,
      restGrams: 10,
    });
    expect(() => leftoverUses(0, [])).toThrow('/grams');
  });
});
