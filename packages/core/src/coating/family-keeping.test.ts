import { describe, expect, test } from 'vitest';
import { FAMILIES } from './family';
import { FAMILY_KEEPING, zoneFor } from './family-keeping';

describe('how a family keeps', () => {
  test.each(FAMILIES)('%s: better within its target, held no longer than it may be eaten', (family) => {
    const { targetMinutes, holdMinutes, eatWithinMinutes } = FAMILY_KEEPING[family];
    expect(targetMinutes).toBeLessThanOrEqual(holdMinutes);
    expect(holdMinutes).toBeLessThanOrEqual(eatWithinMinutes);
  });

  test('is a day for a berry in the cold, weeks for a pretzel in the cool', () => {
    expect(FAMILY_KEEPING.berry).toMatchObject({ holdMinutes: 1440, where: 'cold' });
    expect(FAMILY_KEEPING.pretzel).toMatchObject({ where: 'cool', allergens: ['gluten'] });
    expect(FAMILY_KEEPING.pretzel.holdMinutes).toBeGreaterThanOrEqual(14 * 1440);
  });

  test('leads to a zone that is kept so, never to a freezer, and else to the first', () => {
    const zones = [
      { id: 'freezer', celsius: -18 },
      { id: 'fridge', celsius: 4 },
      { id: 'rack', celsius: 16 },
    ];
    expect(zoneFor('cold', zones)!.id).toBe('fridge');
    expect(zoneFor('cool', zones)!.id).toBe('rack');
    expect(zoneFor('cool', [{ id: 'shelf', celsius: null }])!.id).toBe('shelf');
    expect(zoneFor('cold', [])).toBeUndefined();
  });
});
