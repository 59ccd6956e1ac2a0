import { describe, expect, test } from 'vitest';
import { runThin } from './run-thin';

const input = { coating: 'dark', chocolateG: 970, fatG: 30, ageMonths: 0 };
const thin = (change: object = {}) => runThin({ ...input, ...change }) as Record<string, number>;

describe('the command thin', () => {
  test('tells how a coating flows with fat stirred in', () => {
    expect(thin()).toEqual({
      ...{ yieldPa: expect.closeTo(7, 9), coatFactor: expect.closeTo(0.5, 9) },
      ...{ fatPercent: expect.closeTo(3, 9), totalFatPercent: expect.closeTo(37.92, 9), restoringFatG: 0 },
    });
  });

  test('goes on falling with fat, and rises with age, which fat makes up for', () => {
    const flows = [0, 10, 50, 200, 600].map((fatG) => thin({ fatG })['yieldPa']!);
    expect(flows).toEqual([...flows].sort((a, b) => b - a));
    expect(new Set(flows).size).toBe(5);
    const old = thin({ ageMonths: 16, fatG: 0 });
    expect(old['yieldPa']).toBeCloseTo(14 * 1.3, 9);
    expect(thin({ ageMonths: 16, fatG: old['restoringFatG'] })['yieldPa']).toBeCloseTo(14, 9);
  });

  test.each([
    ['more fat than coating takes', { fatG: 900 }, '/fatG'],
    ['no coating', { chocolateG: 0 }, '/chocolateG'],
    ['an age of a hundred months', { ageMonths: 100 }, '/ageMonths'],
    ['a kind that there is not', { coating: 'ruby' }, '/coating'],
  ])('refuses %s', (_name, change, field) => {
    expect(() => thin(change)).toThrow(expect.objectContaining({ field }));
  });
});
