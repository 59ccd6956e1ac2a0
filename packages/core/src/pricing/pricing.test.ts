import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pieceCoat } from '../coating/piece-coat';
import type { DippedForm } from '../coating/piece-form';
import { DEFAULT_WAY_RULES } from '../coating/way';
import { compareCoatings, compareWays } from './compare';
import { boxCost, marginAt, pieceCost, type LotTaken } from './price-piece';
import { takeLot } from './take-lot';

const rates = { labourMinorPerHour: 1800, wasteShare: 0.2 };
const lot: LotTaken = {
  goodPieces: 100,
  startedPieces: 104,
  coatings: [{ onPiecesGrams: 600, rejectsGrams: 24, leftGrams: 0, minorPerGram: 0.02 }],
  centreMinorPer100: 2500,
  finishMinorPer100: 0,
  packingMinorPer100: 0,
  labourMinutes: 90,
};

describe('the cost of a piece', () => {
  test('adds up from its parts, waste shared out', () => {
    // coating 0.12, centre 25, labour 90·30/100 = 27, waste (24·0.02 + 4·25)/100 = 1.0048
    expect(pieceCost(lot, rates)).toEqual({
      coatingMinor: expect.closeTo(0.12, 9),
      centreMinor: 25,
      finishMinor: 0,
      packingMinor: 0,
      labourMinor: 27,
      wasteMinor: expect.closeTo(1.0048, 9),
      totalMinor: expect.closeTo(53.1248, 9),
    });
  });

  test('counts of what is left only the part that is lost', () => {
    const left = { ...lot, coatings: [{ ...lot.coatings[0]!, leftGrams: 500, minorPerGram: 2 }] };
    const cost = (wasteShare: number): number => pieceCost(left, { ...rates, wasteShare }).wasteMinor;
    // 0.2·500·2/100 = 2
    expect(cost(0.2) - cost(0)).toBeCloseTo(2, 9);
  });

  test('never falls when something of it grows', () => {
    const more = fc.integer({ min: 0, max: 10_000 });
    fc.assert(
      fc.property(more, more, more, (centre, labour, wage) => {
        const base = pieceCost(lot, rates).totalMinor;
        const dearer = pieceCost(
          { ...lot, centreMinorPer100: 2500 + centre, labourMinutes: 90 + labour },
          { ...rates, labourMinorPerHour: 1800 + wage },
        ).totalMinor;
        expect(dearer).toBeGreaterThanOrEqual(base - 1e-9);
      }),
    );
  });

  test.each<[string, object, object, string]>([
    ['a wage below nothing', {}, { labourMinorPerHour: -1 }, '/labourMinorPerHour'],
    ['half a cent for 100', { centreMinorPer100: 0.5 }, {}, '/centreMinorPer100'],
    ['more waste than there is', {}, { wasteShare: 1.2 }, '/wasteShare'],
    ['no good pieces', { goodPieces: 0 }, {}, '/goodPieces'],
  ])('is refused for %s', (_name, change, rate, field) => {
    expect(() => pieceCost({ ...lot, ...change }, { ...rates, ...rate })).toThrow(
      expect.objectContaining({ field }) as Error,
    );
  });

  test('leaves a margin of an asked price, or none while none is asked', () => {
    expect(marginAt(150, 90)).toEqual({ marginMinor: 60, share: 0.4 });
    expect(marginAt(100, 130)).toEqual({ marginMinor: -30, share: -0.3 });
    expect(marginAt(null, 90)).toBeNull();
  });

  test('of a box is its pieces, itself and its packing', () => {
    // 12·53 + 85 + 60 s of 1,800 an hour = 30
    const box = { contents: [{ pieces: 12, costMinor: 53 }], boxMinor: 85, packingSeconds: 60 };
    expect(boxCost(box, rates)).toBeCloseTo(751, 9);
    expect(() => boxCost({ ...box, contents: [] }, rates)).toThrow('/contents');
  });
});

const coatings = [
  { id: 'dark', yieldPa: 14, windowLowCelsius: 31 },
  { id: 'white', yieldPa: 10, windowLowCelsius: 28.3 },
];
const dippery = { coatings, ways: DEFAULT_WAY_RULES };
const ball: DippedForm = {
  kind: 'dipped',
  shape: { kind: 'sphere', diameterMm: 27 },
  centre: 'fat',
  centreGrams: 13,
  centreCelsius: 18,
  coating: 'dark',
  covered: 1,
  way: 'fork',
  bowlCelsius: 31.5,
  dwellSeconds: 2,
  coats: 1,
  footGrams: 0.5,
  dripGrams: 0,
};

describe('a lot made on its own', () => {
  test('takes every gram that is melted, and everybody’s minutes', () => {
    const coat = pieceCoat({ form: ball, drizzle: { coating: 'white', grams: 0.8 } }, dippery);
    const terms = { minorPerGram: 0.02, setupFixedMinutes: 20, setupMinutesPerKg: 4 };
    const taken = takeLot({
      goodPieces: 100,
      certainty: 0.95,
      coat,
      rejects: { bad: 1, good: 29 },
      bowls: [{ id: 'a', capacityGrams: 6000, tailGrams: 500 }],
      seedShare: 0.3,
      work: [
        { fixedMinutes: 5, secondsPerPiece: 12 },
        { fixedMinutes: 0, secondsPerPiece: 6 },
      ],
      coatings: [
        { id: 'dark', ...terms },
        { id: 'white', ...terms },
      ],
      costs: { centreMinorPer100: 0, finishMinorPer100: 0, packingMinorPer100: 0 },
    });
    expect(taken.coatings).toHaveLength(2);
    expect(taken.coatings[1]!.onPiecesGrams).toBeCloseTo(80, 9);
    const melted = taken.coatings.reduce(
      (sum, { onPiecesGrams, rejectsGrams, leftGrams }) => sum + onPiecesGrams + rejectsGrams + leftGrams,
      0,
    );
    // two set-ups of 20 min and 4 min a kg; 5 min and 18 s a piece started
    expect(taken.labourMinutes).toBeCloseTo(
      40 + (melted / 1000) * 4 + 5 + (18 * taken.startedPieces) / 60,
      9,
    );
  });
});

describe('ways compared', () => {
  const ways = compareWays({ form: ball, drizzle: null }, dippery, {
    minorPerGram: 0.02,
    labourMinorPerHour: 1800,
  });

  test('by hand leaves least, generous most of what is dipped, and its own way is the piece as it is', () => {
    const grams = new Map(ways.map(({ way, coatGrams }) => [way, coatGrams]));
    const dipped = ways.filter(({ way }) => way !== 'mould').map(({ coatGrams }) => coatGrams);
    expect(grams.get('hand')).toBe(Math.min(...dipped));
    expect(grams.get('generous')).toBe(Math.max(...dipped));
    expect(grams.get('fork')).toBeCloseTo(pieceCoat({ form: ball, drizzle: null }, dippery).totalGrams, 9);
  });

  test('tell share, time and cost', () => {
    const fork = ways.find(({ way }) => way === 'fork')!;
    expect(fork.coatingShare).toBeCloseTo(fork.coatGrams / (fork.coatGrams + 13), 12);
    // 14 s at 1,800 an hour = 7
    expect(fork.costMinor).toBeCloseTo(fork.coatGrams * 0.02 + 7, 9);
    // π·29.2²·2.2 mm³ = 5,893 mm³, 7.48 g
    expect(ways.at(-1)).toMatchObject({ way: 'mould', coatGrams: expect.closeTo(7.48, 2) as number });
  });
});

describe('ways compared', () => {
  test('leave the foot that the piece has: scraping adds no coating', () => {
    const small = { ...ball, footGrams: 0.05 };
    const ways = compareWays({ form: small, drizzle: null }, dippery, {
      ...{ minorPerGram: 0.02, labourMinorPerHour: 1800 },
    });
    const of = (way: string) => ways.find((each) => each.way === way)!.coatGrams;
    expect(of('fork-scraped')).toBeLessThan(of('fork'));
  });
});

describe('coatings compared', () => {
  test('take over what the weighings taught of the piece, not of how thin its own coating is', () => {
    const thin = { id: 'thin', yieldPa: 5, windowLowCelsius: 29.5, windowHighCelsius: 30.5 };
    const tried = [
      { ...thin, thinnedLogSd: 0.35, minorPerGram: null },
      { ...thin, id: 'thinner', yieldPa: 4, thinnedLogSd: 0.45, minorPerGram: null, thinnedFrom: 'thin' },
      { id: 'dark', yieldPa: 14, windowLowCelsius: 31, windowHighCelsius: 32, minorPerGram: null },
    ];
    const own = { ...dippery, coatings: [...dippery.coatings, tried[0]!] };
    const form = { ...ball, coating: 'thin' };
    const seen = Array.from({ length: 20 }, () => ({
      ...{ role: 'first' as const, gramsPerPiece: 12, estimateGrams: 3, pieces: 100 },
      ...{ sizeClass: '', seasonsBack: 0, isSetAside: false },
    }));
    const history = { sizeClass: '', seen };
    const before = compareCoatings({ form, drizzle: null }, tried, { dippery: own });
    const after = compareCoatings({ form, drizzle: null }, tried, { dippery: own, history });
    const factors = after.map(({ coatGrams }, i) => coatGrams / before[i]!.coatGrams);
    // fourfold, of which half by its logarithm is the piece's
    expect(factors[0]).toBeCloseTo(4, 1);
    expect(factors[1]).toBeCloseTo(4, 1);
    expect(factors[2]).toBeGreaterThan(1.9);
    expect(factors[2]).toBeLessThan(2.1);
  });

  test('are each worked in their own window: the thinner the less', () => {
    const tried = [
      { id: 'dark', yieldPa: 14, windowLowCelsius: 31, windowHighCelsius: 32.2, minorPerGram: 1.7 },
      { id: 'thin', yieldPa: 10.5, windowLowCelsius: 31, windowHighCelsius: 32.2, minorPerGram: null },
    ];
    const [dark, thin] = compareCoatings({ form: ball, drizzle: null }, tried, { dippery });
    expect(thin!.coatGrams).toBeLessThan(dark!.coatGrams);
    // the film alone shrinks: a quarter of 14/(1270·9.81) m on 22.9 cm²
    expect(dark!.coatGrams - thin!.coatGrams).toBeCloseTo(22.9 * 0.1124 * 0.25 * 1.27, 1);
    expect(dark!.coatingMinor).toBeCloseTo(dark!.coatGrams * 1.7, 9);
    expect(thin!.coatingMinor).toBeNull();
  });
});
