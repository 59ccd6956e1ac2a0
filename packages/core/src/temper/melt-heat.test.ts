import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { MELT_HEATS, meltCourse } from './melt-heat';

const to = { low: 45, high: 50 };

describe('a bowl is melted by its heat', () => {
  test('in bursts that grow with the bowl and shrink with the watts, shorter once lumps swim', () => {
    // a quarter of 1 kg: 250 g · 45 J/g = 11.25 kJ at 500 W; 4 K of 1 kg: 6.4 kJ
    expect(meltCourse('microwave', { grams: 1000, watts: 500, to })).toEqual({
      kind: 'microwave',
      firstSeconds: 23,
      lastSeconds: 13,
    });
    // never so long that the middle burns, never shorter than its door
    expect(meltCourse('microwave', { grams: 3000, watts: 500, to })).toMatchObject({
      firstSeconds: 30,
      lastSeconds: 15,
    });
    expect(meltCourse('microwave', { grams: 100, watts: 900, to })).toMatchObject({
      firstSeconds: 5,
      lastSeconds: 5,
    });
  });

  test('over steam, in water that cannot burn it, in a melter that is set', () => {
    const melt = { grams: 1000, watts: 500, to };
    expect(meltCourse('steam', melt)).toEqual({ kind: 'steam', solidShare: 1 / 3 });
    expect(meltCourse('warm-water', melt)).toEqual({ kind: 'warm-water', waterCelsius: 50 });
    expect(meltCourse('melter', melt)).toEqual({ kind: 'melter', setCelsius: 47.5 });
  });

  test('never in a burst of more than half a minute, nor a longer one at the end', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200_000 }),
        fc.integer({ min: 1, max: 10_000 }),
        (grams, watts) => {
          const course = meltCourse('microwave', { grams, watts, to });
          if (course.kind !== 'microwave') throw new Error(course.kind);
          expect(course.firstSeconds).toBeLessThanOrEqual(30);
          expect(course.lastSeconds).toBeGreaterThanOrEqual(5);
          expect(course.lastSeconds).toBeLessThanOrEqual(course.firstSeconds);
        },
      ),
    );
  });

  test.each([
    [{ grams: 0, watts: 500, to }, '/grams'],
    [{ grams: 1000, watts: 0, to }, '/watts'],
  ])('is refused for %o', (melt, field) => {
    for (const heat of MELT_HEATS)
      expect(() => meltCourse(heat, melt)).toThrow(expect.objectContaining({ field }));
  });
});
