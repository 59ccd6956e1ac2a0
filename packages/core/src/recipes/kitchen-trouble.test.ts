import { describe, expect, test } from 'vitest';
import { KITCHEN_SIGNS, KITCHEN_TROUBLES } from './kitchen-trouble';

describe('the signs of the kitchen', () => {
  test('each stand once, with causes that are asked after once each', () => {
    const signs = Object.values(KITCHEN_SIGNS).flat();
    expect(Object.keys(KITCHEN_TROUBLES).sort()).toEqual([...signs].sort());
    expect(new Set(signs).size).toBe(signs.length);
    for (const causes of Object.values(KITCHEN_TROUBLES)) {
      expect(causes.length).toBeGreaterThan(1);
      expect(new Set(causes).size).toBe(causes.length);
    }
  });
});
