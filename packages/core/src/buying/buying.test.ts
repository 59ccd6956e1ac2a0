import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runBuy } from '../commands/run-buy';
import { coatingNeed, gramsForService, serviceShare } from './coating-need';
import { packsToBuy } from './packs-to-buy';
import { buyBetween, punnetsToBuy } from './punnets';

const berries = { pieces: 600, meanGrams: 6, logSd: 0, melts: 2, tailGrams: 400 };
const packs = [
  { grams: 1000, priceMinor: 1850 },
  { grams: 2500, priceMinor: 4250 },
];

describe('a season’s need of a coating', () => {
  test('is what the pieces carry, a tail a melt and one reserve, with the spread of its runs', () => {
    const need = coatingNeed([berries], 700);
    expect(need.meanGrams).toBe(3600 + 800 + 700);
    // each melt 1,800·sqrt(0.01 + 0.0625/300) = 181.9; both 257.2
    expect(need.sdGrams).toBeCloseTo(257.2, 0);
  });

  test('shares the error of a piece’s mean between its melts', () => {
    const unsure = coatingNeed([{ ...berries, logSd: 0.35 }], 0);
    // 3,600·0.35 = 1,260 on top of 257.2
    expect(unsure.sdGrams).toBeCloseTo(Math.hypot(1260, 257.2), 0);
    const many = coatingNeed([{ ...berries, logSd: 0.35, melts: 20 }], 0);
    expect(many.sdGrams).toBeGreaterThan(1260);
  });

  test('is met with the share of seasons that the two costs ask for', () => {
    expect(serviceShare(30, 1)).toBeCloseTo(30 / 31, 12);
    const need = { meanGrams: 5000, sdGrams: 300 };
    expect(gramsForService(need, 0.5)).toBeCloseTo(5000, 6);
    // 5,000 + 1.645·300
    expect(gramsForService(need, 0.95)).toBeCloseTo(5493.5, 0);
    expect(() => serviceShare(0, 1)).toThrow('/missingCost');
  });

  test.each<[object, string]>([
    [{ pieces: 0 }, '/pieces/0/pieces'],
    [{ meanGrams: NaN }, '/pieces/0/meanG'],
    [{ melts: 1.5 }, '/pieces/0/melts'],
    [{ tailGrams: -1 }, '/pieces/0/tailG'],
  ])('is refused for %j at %s', (change, field) => {
    expect(() => coatingNeed([{ ...berries, ...change }], 0)).toThrow(
      expect.objectContaining({ field }) as Error,
    );
  });
});

describe('packs to buy', () => {
  test('cost least, not fewest', () => {
    // 2.5 + 1 kg at 6,100 against four of 1 kg at 7,400 or two of 2.5 kg at 8,500
    expect(packsToBuy(3100, packs)).toEqual({
      packs: [
        { ...packs[0]!, count: 1 },
        { ...packs[1]!, count: 1 },
      ],
      boughtGrams: 3500,
      priceMinor: 6100,
    });
    expect(packsToBuy(-200, packs)).toEqual({ packs: [], boughtGrams: 0, priceMinor: 0 });
  });

  test('are never beaten by any other choice of a plain search', () => {
    const pack = fc.record({
      grams: fc.integer({ min: 100, max: 900 }),
      priceMinor: fc.integer({ min: 1, max: 99 }),
    });
    fc.assert(
      fc.property(pack, pack, fc.integer({ min: 1, max: 3000 }), (a, b, short) => {
        const found = packsToBuy(short, [a, b]);
        expect(found.boughtGrams).toBeGreaterThanOrEqual(short);
        let best = Infinity;
        for (let n = 0; n * a.grams < short + a.grams; n++) {
          const rest = Math.max(0, Math.ceil((short - n * a.grams) / b.grams));
          best = Math.min(best, n * a.priceMinor + rest * b.priceMinor);
        }
        expect(found.priceMinor).toBe(best);
      }),
    );
  });

  test('are refused without a size, and without mass', () => {
    expect(() => packsToBuy(100, [])).toThrow('/packs');
    expect(() => packsToBuy(100, [{ grams: 0, priceMinor: 1 }])).toThrow('/packs/0/grams');
  });
});

describe('berries', () => {
  test('come in whole punnets', () => {
    const wish = { goodPieces: 120, certainty: 0.95, rejects: { bad: 1, good: 29 }, piecesPerPunnet: 25 };
    const { startedPieces, punnets } = punnetsToBuy(wish);
    expect(startedPieces).toBeGreaterThan(124);
    expect(punnets).toBe(Math.ceil(startedPieces / 25));
    expect(() => punnetsToBuy({ ...wish, piecesPerPunnet: 0 })).toThrow('/piecesPerPunnet');
  });

  test('are bought neither before they keep nor after they are needed', () => {
    const use = { firstMinute: 3000, lastMinute: 3600, keepsMinutes: 2880, deliveryMinutes: 1440 };
    expect(buyBetween(use)).toEqual({ earliestMinute: 720, latestMinute: 1560 });
    expect(() => buyBetween({ ...use, keepsMinutes: 500 })).toThrow('/keepsMinutes: 500');
  });
});

describe('the buy command', () => {
  const input = {
    pieces: [{ pieces: 600, meanG: 6, logSd: 0.1, melts: 2, tailG: 400 }],
    reserveG: 700,
    stockG: 2000,
    missingCost: 30,
    carryingCost: 1,
    packs,
  };

  test('answers with need and packs that meet it', () => {
    const answer = runBuy(input) as Record<string, number>;
    expect(answer['meanG']).toBe(5100);
    expect(answer['boughtG']! + 2000).toBeGreaterThanOrEqual(answer['wantedG']!);
    expect(answer['boughtG']! + 2000).toBeLessThan(answer['wantedG']! + 2500);
  });

  test.each<[object, string]>([
    [{ stock: 1 }, '/stock'],
    [{ packs: [{ grams: 0, priceMinor: 1 }] }, '/packs/0/grams'],
    [{ missingCost: 0 }, '/missingCost'],
    [{ pieces: [{ pieces: 0, meanG: 6, logSd: 0.1, melts: 2, tailG: 400 }] }, '/pieces/0/pieces'],
  ])('refuses %j at %s', (change, field) => {
    expect(() => runBuy({ ...input, ...change })).toThrow(expect.objectContaining({ field }) as Error);
  });
});
