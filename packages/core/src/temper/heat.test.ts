import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bowlJoulesPerPiece } from '../coating/crust';
import { dippingKelvinPerMinute, plainTauMinutes, rewarmSeconds } from './bowl-heat';
import { celsiusAfter, minutesTo, restingCelsius } from './cooling-course';
import { seedGramsFor, seededCelsius, type Seeding } from './seeding';

const seeding = (change: Partial<Seeding> = {}): Seeding => ({
  liquidGrams: 200,
  liquidCelsius: 48.9,
  seedCelsius: 21,
  bowl: null,
  ...change,
});
const fault = (code: string, field: string): Error => expect.objectContaining({ code, field }) as Error;

describe('seeding', () => {
  test('of two thirds at 48.9 °C by a third at 21 comes to 30.2', () => {
    // (200·1.6·48.9 + 100·1.6·21 − 100·45)/(300·1.6) = (15,648 + 3,360 − 4,500)/480
    expect(seededCelsius(seeding(), 100)).toBeCloseTo(30.225, 9);
  });

  test('counts the heat of the bowl', () => {
    // 500 g of steel at 40 °C: 250 J/K more, 10,000 J more: (19,008 − 4,500 + 10,000)/730
    const bowl = { grams: 500, material: 'metal', celsius: 40 } as const;
    expect(seededCelsius(seeding({ bowl }), 100)).toBeCloseTo(24_508 / 730, 9);
  });

  test('to a target and back is the identity, and more seed never warms', () => {
    const arbitrary = fc.record({
      liquidGrams: fc.double({ min: 50, max: 6000, noNaN: true }),
      liquidCelsius: fc.double({ min: 35, max: 60, noNaN: true }),
      seedCelsius: fc.double({ min: 10, max: 25, noNaN: true }),
      bowl: fc.constantFrom(null, { grams: 900, material: 'glass' as const, celsius: 38 }),
      seed: fc.double({ min: 0, max: 3000, noNaN: true }),
    });
    fc.assert(
      fc.property(arbitrary, ({ seed, ...each }) => {
        const final = seededCelsius(each, seed);
        expect(seedGramsFor(each, final)).toBeCloseTo(seed, 5);
        expect(seededCelsius(each, seed + 10)).toBeLessThan(final);
      }),
    );
  });

  test.each<[string, () => unknown, string, string]>([
    ['no liquid', () => seededCelsius(seeding({ liquidGrams: 0 }), 1), 'out-of-range', '/liquidG'],
    ['less than no seed', () => seededCelsius(seeding(), -1), 'out-of-range', '/seedG'],
    ['a target above the liquid', () => seedGramsFor(seeding(), 49), 'out-of-range', '/targetC'],
    ['a target that no seed reaches', () => seedGramsFor(seeding(), -8), 'out-of-range', '/targetC'],
    ['a target at the very edge', () => seedGramsFor(seeding(), 21 - 28.125), 'out-of-range', '/targetC'],
    ['no number', () => seededCelsius(seeding({ liquidCelsius: NaN }), 1), 'wrong-type', '/liquidC'],
    [
      'a bowl of nothing',
      () => seededCelsius(seeding({ bowl: { grams: 0, material: 'glass', celsius: 20 } }), 1),
      'out-of-range',
      '/bowl/g',
    ],
  ])('refuses %s', (_name, run, code, field) => expect(run).toThrow(fault(code, field)));
});

describe('a bowl', () => {
  const alone = { celsius: 40, roomCelsius: 20, perMinute: 1 / 60, gainKelvinPerMinute: 0 };

  test('left alone is e times nearer to the room after τ', () => {
    expect(celsiusAfter(alone, 60)).toBeCloseTo(20 + 20 / Math.E, 9);
    expect(minutesTo(alone, 30)).toBeCloseTo(60 * Math.log(2), 9);
    expect(minutesTo(alone, 20)).toBeNull();
    expect(minutesTo(alone, 15)).toBeNull();
  });

  test('that is given as much as it loses stays', () => {
    const held = { ...alone, gainKelvinPerMinute: 20 / 60 };
    expect(celsiusAfter(held, 500)).toBeCloseTo(40, 9);
    expect(restingCelsius(held)).toBeCloseTo(40, 9);
  });

  test('that loses nothing goes straight, or stays', () => {
    const straight = { ...alone, perMinute: 0, gainKelvinPerMinute: -0.5 };
    expect(celsiusAfter(straight, 10)).toBeCloseTo(35, 9);
    expect(minutesTo(straight, 35)).toBeCloseTo(10, 9);
    expect(minutesTo({ ...straight, gainKelvinPerMinute: 0 }, 35)).toBeNull();
    expect(restingCelsius(straight)).toBeNull();
  });

  test('agrees with small steps, whatever is given and taken', () => {
    const value = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    const course = fc.record({
      ...{ celsius: value(20, 60), roomCelsius: value(10, 30) },
      ...{ perMinute: value(0, 0.1), gainKelvinPerMinute: value(-1, 1) },
    });
    fc.assert(
      fc.property(course, (each) => {
        let celsius = each.celsius;
        for (let step = 0; step < 20_000; step++)
          celsius += (each.gainKelvinPerMinute - each.perMinute * (celsius - each.roomCelsius)) / 1000;
        expect(celsiusAfter(each, 20)).toBeCloseTo(celsius, 1);
      }),
      { numRuns: 30 },
    );
  });

  test('of 2.8 kg cools in about an hour, and the fuller and smoother the slower', () => {
    // 2,800·1.6/(10·0.124) s
    expect(plainTauMinutes(null, 2800)).toBeCloseTo(60.2, 1);
    const form = { kind: 'straight', rimMm: 200, heightMm: 120 } as const;
    // 20 mm deep: 798 g; twice π·0.1² and π·0.2·0.02 m² = 0.0754: 1,277 J/K over 0.754 W/K
    expect(plainTauMinutes(form, 798)).toBeCloseTo(28.2, 1);
    expect(plainTauMinutes(form, 1600)).toBeGreaterThan(plainTauMinutes(form, 798));
    expect(() => plainTauMinutes(form, 1e5)).toThrow(fault('out-of-range', '/grams'));
  });

  test('is cooled by what is dipped, more by cold fruit than by dry pieces', () => {
    const berry = { centre: 'wet', bowlCelsius: 31, centreCelsius: 8, dwellSeconds: 3 } as const;
    const dip = { ...berry, coveredMm2: 2466, centreGrams: 18 };
    // 2·0.45·23·sqrt(3/(π·1.3e-7)) = 56,100 J/m² on 24.66 cm² = 138.4 J, half of it out of the liquid
    expect(bowlJoulesPerPiece(dip)).toBeCloseTo(69.2, 1);
    expect(dippingKelvinPerMinute(dip, 2, 2800)).toBeCloseTo((2 * 69.2) / 4480, 4);
    const dry = { ...dip, centre: 'dry', centreCelsius: 20 } as const;
    expect(bowlJoulesPerPiece(dry)).toBeLessThan(bowlJoulesPerPiece(dip) / 5);
    expect(bowlJoulesPerPiece({ ...dip, coveredMm2: 0 })).toBe(0);
    expect(bowlJoulesPerPiece({ ...dip, centreCelsius: 40 })).toBe(0);
  });

  test('is warmed in seconds', () => {
    // 3,000·1.6·0.8 = 3,840 J at 500 W
    expect(rewarmSeconds(3000, 0.8, 500)).toBeCloseTo(7.68, 9);
    expect(() => rewarmSeconds(3000, 0.8, 0)).toThrow(fault('out-of-range', '/watts'));
    expect(() => rewarmSeconds(3000, -1, 500)).toThrow(fault('out-of-range', '/kelvin'));
  });
});
