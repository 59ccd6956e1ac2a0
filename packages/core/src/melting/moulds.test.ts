import { expect, test } from 'vitest';
import { batchLimit } from './moulds';

test.each([
  [200, { cavities: 24, count: 4 }, 96],
  [60, { cavities: 24, count: 4 }, 60],
  [60, null, 60],
])('of at most %d, cast in %j, a batch is %d', (most, moulds, limit) => {
  expect(batchLimit(most, moulds)).toBe(limit);
});
