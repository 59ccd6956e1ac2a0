import { describe, expect, test } from 'vitest';
import { Random } from '../chance/random';
import type { BowlReading } from './bowl-reading';
import { watchProbe } from './probe-state';
import { SimulatedProbe, USUAL_FAULTS } from './simulated-probe';

const watched = (readings: readonly BowlReading[], now: number) => watchProbe(readings, { now });
const every10s = (celsius: (index: number) => number, count: number) =>
  Array.from({ length: count }, (_, index) => ({ minute: index / 6, celsius: celsius(index) }));

describe('a probe', () => {
  const falling = every10s((index) => 31.5 - index / 50, 30);

  test('that moves is fine', () => {
    expect(watched(falling, 5)).toEqual({ state: 'fine', readings: falling, strays: 0 });
  });

  test('that said nothing for more than 45 s is silent, one never heard is none', () => {
    const last = falling.at(-1)!.minute;
    expect(watched(falling, last + 0.7).state).toBe('fine');
    expect(watched(falling, last + 0.8).state).toBe('silent');
    expect(watched([], 5).state).toBe('none');
  });

  test('that says the same for three minutes is stuck, unless it moved meanwhile', () => {
    const stuck = every10s(() => 31.4, 20);
    expect(watched(stuck, 20 / 6).state).toBe('stuck');
    expect(watched(stuck.slice(0, 18), 18 / 6).state).toBe('fine');
    expect(
      watched([...falling, ...stuck.map((each) => ({ ...each, minute: each.minute + 5 }))], 8.3).state,
    ).toBe('stuck');
    // six readings alike in half an hour are too few to say so
    expect(
      watched(
        [0, 6, 12, 18, 24, 30].map((minute) => ({ minute, celsius: 31 })),
        30,
      ).state,
    ).toBe('fine');
  });

  test('taken out of the bowl leaves stray readings, which are left out', () => {
    const seen = falling.map((each, index) =>
      index === 12 || index === 29 ? { ...each, celsius: 22 } : each,
    );
    const watch = watched(seen, 5);
    expect(watch.strays).toBe(2);
    expect(watch.readings).toHaveLength(28);
    // a bowl that is seeded falls fast, which is no stray
    expect(
      watched(
        every10s((index) => 45 - index, 10),
        1.6,
      ).strays,
    ).toBe(0);
  });

  test('that is simulated has noise, drops out and sticks, the same for the same seed', () => {
    const said = (seed: number, faults = USUAL_FAULTS) => {
      const probe = new SimulatedProbe(new Random(seed), faults);
      return Array.from({ length: 4000 }, () => probe.read(31.5));
    };
    expect(said(1)).toEqual(said(1));
    const heard = said(1).filter((each) => each !== null);
    expect(heard.length).toBeLessThan(4000);
    const mean = heard.reduce((sum, each) => sum + each, 0) / heard.length;
    expect(mean).toBeCloseTo(31.5, 1);
    expect(Math.sqrt(heard.reduce((sum, each) => sum + (each - mean) ** 2, 0) / heard.length)).toBeCloseTo(
      0.1,
      1,
    );
    const stuck = said(3, { ...USUAL_FAULTS, stuckChance: 1 }).slice(0, 25);
    expect(new Set(stuck).size).toBe(1);
    expect(
      said(3, { ...USUAL_FAULTS, dropOutChance: 1, stuckChance: 0 })
        .slice(1, 31)
        .every((each) => each === null),
    ).toBe(true);
  });

  test('that falls to the warmth of the room in a minute lies beside the bowl, unless something was put in', () => {
    const fallen = every10s((index) => (index < 18 ? 46 - index / 20 : 21.2 + (index % 2) / 10), 24);
    const context = { now: 4, roomCelsius: 20 };
    expect(watchProbe(fallen, context).state).toBe('out');
    expect(watchProbe(fallen, { ...context, meddled: [2.9] }).state).toBe('fine');
    // back in the bowl it is believed again; one that cooled down little by little is cold
    const back = [
      ...fallen,
      ...every10s((index) => 44 - index / 20, 6).map((each) => ({ ...each, minute: each.minute + 4 })),
    ];
    expect(watchProbe(back, { ...context, now: 5 }).state).toBe('fine');
    expect(
      watchProbe(
        every10s((index) => 46 - index, 25),
        { ...context, now: 4.2 },
      ).state,
    ).toBe('fine');
  });
});
