import { expect, test } from 'vitest';
import { batchLimit, cavitiesOf } from './moulds';

test.each([
  [200, { cavities: 24, count: 4 }, 96],
  [60, { cavities: 24, count: 4 }, 60],
  [60, null, 60],
])('of at most %d, cast in %j, a batch is %d', (most, moulds, limit) => {
  expect(batchLimit(most, moulds)).toBe(limit);
});

test('what is joined of halves takes two cavities', () => {
  expect(batchLimit(200, { cavities: 24, count: 4 }, 2)).toBe(48);
  expect(cavitiesOf({ kind: 'cast', coating: 'dark', cavityMl: 10, halves: 2, inclusionGrams: 0 })).toBe(2);
  expect(cavitiesOf({ kind: 'bare', shape: { kind: 'sphere', diameterMm: 24 }, centreGrams: 9 })).toBe(1);
});
