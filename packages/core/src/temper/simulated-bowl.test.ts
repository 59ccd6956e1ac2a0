import { describe, expect, test } from 'vitest';
import type { Dip } from '../coating/crust';
import { plainTauMinutes } from './bowl-heat';
import { seededCelsius } from './seeding';
import { IDLE, bowlAfter, coatOutcome, withSolid, type BowlDeed, type SimulatedBowl } from './simulated-bowl';
import { usualWindows } from './temper-windows';

const windows = usualWindows([{ kind: 'dark', grams: 1 }]);
const bowl = (change: Partial<SimulatedBowl> = {}): SimulatedBowl => ({
  ...{ celsius: 47, liquidGrams: 2000, solidGrams: 0, temper: 0, roomCelsius: 20 },
  ...change,
});
const run = (from: SimulatedBowl, minutes: number, deed: BowlDeed): SimulatedBowl => {
  let now = from;
  for (let step = 0; step < minutes * 12; step++) now = bowlAfter(now, deed, { seconds: 5, windows });
  return now;
};
const stirred: BowlDeed = { ...IDLE, isStirred: true };
const look = { windows, yieldPa: 14, filmFactor: 1 };

describe('a simulated bowl', () => {
  test('left alone cools by the closed form', () => {
    const tau = plainTauMinutes(null, 2000);
    expect(run(bowl(), 30, IDLE).celsius).toBeCloseTo(20 + 27 * Math.exp(-30 / tau), 1);
  });

  test('that is seeded comes near to what all of it melted comes to, and loses no gram', () => {
    const seeded = run(withSolid(bowl(), 1000, 20), 10, stirred);
    expect(seeded.liquidGrams + seeded.solidGrams).toBeCloseTo(3000, 6);
    const bound = seededCelsius({ liquidGrams: 2000, liquidCelsius: 47, seedCelsius: 20, bowl: null }, 1000);
    // some of the seed stays solid, and the room takes a little
    expect(Math.abs(seeded.celsius - bound)).toBeLessThan(3);
  });

  test('comes into temper by seed, and out of it when it is warmed too far', () => {
    const cool = run(withSolid(bowl(), 1000, 20), 25, stirred);
    expect(cool.temper).toBeGreaterThan(0.8);
    let warm = cool;
    while (warm.celsius < 31.5) warm = bowlAfter(warm, { ...stirred, watts: 600 }, { seconds: 2, windows });
    warm = run({ ...warm, solidGrams: 0 }, 0.5, stirred);
    expect(coatOutcome(warm, look)).toMatchObject({ hasBloom: false, hasFoot: false, hasLumps: false });
    const hot = run({ ...warm, celsius: 38 }, 3, stirred);
    expect(hot.temper).toBeLessThan(0.1);
    expect(coatOutcome(run(hot, 15, IDLE), look).hasBloom).toBe(true);
  });

  test('without seed stays out of temper, too warm runs to a foot, too cool coats thick', () => {
    expect(coatOutcome(bowl({ celsius: 31.5 }), look).hasBloom).toBe(true);
    expect(coatOutcome(bowl({ celsius: 34, temper: 1 }), look)).toMatchObject({
      hasFoot: true,
      hasBloom: true,
    });
    const cool = coatOutcome(bowl({ celsius: 27.5, temper: 1 }), look);
    expect(cool.filmMm).toBeGreaterThan(1.12 * 1.2);
    expect(cool.hasFoot).toBe(true);
    expect(coatOutcome(bowl({ celsius: 31.5, temper: 1, solidGrams: 200 }), look).hasLumps).toBe(true);
  });

  test('gives each piece its coat and warmth', () => {
    const dip: Dip = {
      ...{ centre: 'wet' as const, bowlCelsius: 31, centreCelsius: 8, dwellSeconds: 3 },
      ...{ coveredMm2: 2466, centreGrams: 18 },
    };
    const warm = bowl({ celsius: 31.6, temper: 1 });
    const dipped = bowlAfter(
      warm,
      { ...IDLE, dipped: { pieces: 1, dip, gramsPerPiece: 6.2 } },
      { seconds: 5, windows },
    );
    expect(dipped.liquidGrams).toBeCloseTo(1993.8, 6);
    expect(dipped.celsius).toBeLessThan(bowlAfter(warm, IDLE, { seconds: 5, windows }).celsius - 0.02);
    // nothing is carried out of an empty bowl
    const empty = bowlAfter(
      bowl({ liquidGrams: 3 }),
      { ...IDLE, dipped: { pieces: 1, dip, gramsPerPiece: 6.2 } },
      { seconds: 5, windows },
    );
    expect(empty.liquidGrams).toBe(0);
  });
});
