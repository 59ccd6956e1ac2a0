import { expect, test } from 'vitest';
import { surfaceMm2 } from './shape';
import { stuckGrams } from './sticking';

test('what sticks to a rolled piece goes by its surface, nuts more than crumbs, crumbs more than powder', () => {
  const truffle = surfaceMm2({ kind: 'sphere', diameterMm: 24 });
  expect(stuckGrams(truffle, 'powder')).toBeCloseTo(0.271, 3);
  expect(stuckGrams(truffle, 'nuts')).toBeCloseTo(1.81, 2);
  const larger = surfaceMm2({ kind: 'sphere', diameterMm: 48 });
  expect(stuckGrams(larger, 'crumbs') / stuckGrams(truffle, 'crumbs')).toBeCloseTo(4, 9);
  expect(() => stuckGrams(0, 'powder')).toThrow(expect.objectContaining({ field: '/surfaceMm2', value: 0 }));
});
