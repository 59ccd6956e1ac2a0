import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runMould } from '../commands/run-mould';
import {
  CAVITY_FORMS,
  cavityOf,
  cavityOfWater,
  fillingBound,
  secondsForWall,
  shellsOf,
  wallMmAfter,
} from './mould-cavity';

const BOX = { form: 'box', lengthMm: 30, widthMm: 30, depthMm: 15 } as const;

describe('a cavity', () => {
  test.each([
    ['box', 13.5, 2700, 900],
    // a cylinder of 30 mm, 15 deep
    ['cylinder', 10.6029, 706.86 + 1413.72, 706.86],
    // half a ball of 30 mm
    ['dome', 7.0686, 1413.72, 706.86],
  ] as const)('that is a %s has volume, inside and opening', (form, volumeMl, areaMm2, openingMm2) => {
    const cavity = cavityOf({ ...BOX, form });
    expect(cavity.volumeMl).toBeCloseTo(volumeMl, 3);
    expect(cavity.areaMm2).toBeCloseTo(areaMm2, 1);
    expect(cavity.openingMm2).toBeCloseTo(openingMm2, 1);
  });

  test('by the water that it holds is half as deep as wide', () => {
    const { volumeMl, areaMm2, openingMm2 } = cavityOfWater(13.5, 'box');
    expect([volumeMl, areaMm2, openingMm2].map((each) => Math.round(each * 1e6) / 1e6)).toEqual([
      13.5, 2700, 900,
    ]);
  });
});

describe('shells', () => {
  test('take their wall, and give back the rest of what was poured', () => {
    const { shellGrams, fillToPourGrams, pouredBackGrams, fillingMl } = shellsOf(cavityOf(BOX), 2, 24);
    expect(shellGrams).toBeCloseTo(6.858, 9);
    expect(fillToPourGrams).toBeCloseTo(411.48, 9);
    expect(pouredBackGrams).toBeCloseTo(246.888, 9);
    expect(fillingMl).toBeCloseTo(8.1, 9);
  });

  test('and what is poured back add up to what was poured, whatever the cavity', () => {
    const size = fc.double({ min: 12, max: 80, noNaN: true });
    const wall = fc.double({ min: 0.2, max: 2, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...CAVITY_FORMS), size, size, wall, (form, lengthMm, depthMm, wallMm) => {
        const cavity = cavityOf({ form, lengthMm, widthMm: lengthMm, depthMm });
        const shells = shellsOf(cavity, wallMm, 12);
        expect(12 * shells.shellGrams + shells.pouredBackGrams).toBeCloseTo(shells.fillToPourGrams, 6);
        expect(shells.fillingMl).toBeGreaterThan(0);
        // a thicker wall leaves less room
        expect(shellsOf(cavity, wallMm / 2, 12).fillingMl).toBeGreaterThan(shells.fillingMl);
      }),
    );
  });

  test('are never thinner for a longer wait or a colder mould', () => {
    const dark = { bowlCelsius: 31, yieldPa: 14, windowLowCelsius: 31 };
    expect(wallMmAfter({ ...dark, mouldCelsius: 20, seconds: 60 })).toBeCloseTo(0.899 + 0.581, 2);
    const seconds = fc.double({ min: 0, max: 900, noNaN: true });
    const celsius = fc.double({ min: -10, max: 40, noNaN: true });
    fc.assert(
      fc.property(seconds, seconds, celsius, celsius, (a, b, c, d) => {
        const least = { ...dark, seconds: Math.min(a, b), mouldCelsius: Math.max(c, d) };
        const most = { ...dark, seconds: Math.max(a, b), mouldCelsius: Math.min(c, d) };
        expect(wallMmAfter(most)).toBeGreaterThanOrEqual(wallMmAfter(least));
      }),
    );
  });
});

describe('the wait for a wall', () => {
  const dark = { bowlCelsius: 31, yieldPa: 14, windowLowCelsius: 31, mouldCelsius: 20 };

  test('and the wall of a wait are each the inverse of the other', () => {
    expect(secondsForWall(1.48, dark)).toBeCloseTo(60, 0);
    const wall = fc.double({ min: 0.91, max: 2.5, noNaN: true });
    const celsius = fc.double({ min: -10, max: 22, noNaN: true });
    let reached = 0;
    fc.assert(
      fc.property(wall, celsius, (wallMm, mouldCelsius) => {
        const seconds = secondsForWall(wallMm, { ...dark, mouldCelsius });
        if (seconds === null) return;
        reached += 1;
        expect(wallMmAfter({ ...dark, mouldCelsius, seconds })).toBeCloseTo(wallMm, 9);
      }),
    );
    expect(reached).toBeGreaterThan(50);
  });

  test('is none where the film alone is as thick, and no wait is enough where nothing freezes', () => {
    expect(secondsForWall(0.8, dark)).toBe(0);
    expect(secondsForWall(2, { ...dark, mouldCelsius: 31 })).toBeNull();
    expect(secondsForWall(6, dark)).toBeNull();
    expect(() => secondsForWall(2, { ...dark, mouldCelsius: 90 })).toThrow(
      expect.objectContaining({ field: '/mouldC', value: 90 }),
    );
  });

  test('ends with a filling that neither melts the shell nor cracks it', () => {
    expect(fillingBound(27.5)).toEqual({ min: 14, max: 26.5 });
  });
});

describe('the command mould', () => {
  const input = { lengthMm: 30, widthMm: 30, depthMm: 15, cavities: 24, wallMm: 2 };

  test('tells all of it, by size or by water, by wall or by wait', () => {
    const told = runMould(input) as Record<string, number>;
    expect(Object.keys(told).sort()).toEqual([
      ...['areaMm2', 'fillToPourG', 'fillingMl', 'pouredBackG', 'shellG', 'volumeMl', 'wallMm'],
    ]);
    const { wallMm: _wall, lengthMm: _l, widthMm: _w, depthMm: _d, ...rest } = input;
    const wait = { seconds: 60, mouldC: 20, bowlC: 31, coating: 'dark' };
    const byWater = runMould({ ...rest, waterG: 13.5, wait }) as Record<string, number>;
    expect(byWater['volumeMl']).toBe(13.5);
    expect(byWater['wallMm']).toBeCloseTo(1.48, 2);
  });

  test.each([
    ['a wall that fills it', { wallMm: 5 }, '/wallMm'],
    ['no wall', { wallMm: undefined }, '/wallMm'],
    ['half a cavity', { cavities: 0.5 }, '/cavities'],
    ['sizes beside water', { waterG: 13 }, '/lengthMm'],
    ['a form that there is not', { form: 'heart' }, '/form'],
  ])('refuses %s', (_name, change, field) => {
    expect(() => runMould(JSON.parse(JSON.stringify({ ...input, ...change })))).toThrow(
      expect.objectContaining({ field }),
    );
  });
});
