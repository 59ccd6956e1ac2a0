import fc from 'fast-check';
import { expect, test } from 'vitest';
import { leastTrays, mostTrays, zoneAtTimes, zoneTrays } from './zone-trays';

const chest = { id: 'chest', trays: 6 };

test('a zone that is there only at times has its trays then, and none beside', () => {
  expect(zoneAtTimes(chest, [[100, 400]], 1000)).toEqual({
    ...{ id: 'chest', trays: 0 },
    changes: [
      { from: 100, trays: 6 },
      { from: 400, trays: 0 },
    ],
  });
  expect(zoneAtTimes(chest, [[-50, 1200]], 1000)).toEqual({ id: 'chest', trays: 6, changes: [] });
  expect(zoneAtTimes(chest, [[1100, 1200]], 1000)).toEqual({ id: 'chest', trays: 0, changes: [] });
});

test('at every minute it has what its spans say, however they lie', () => {
  const minute = fc.integer({ min: -100, max: 1100 });
  fc.assert(
    fc.property(fc.array(fc.tuple(minute, minute), { maxLength: 6 }), (pairs) => {
      const spans = pairs.map(([a, b]) => [Math.min(a, b), Math.max(a, b)] as const);
      const zone = zoneAtTimes(chest, spans, 1000);
      const stretches = zoneTrays(zone, 1000);
      for (let at = 0; at < 1000; at += 7) {
        const isThere = spans.some(([from, to]) => at >= from && at < to);
        const here = stretches.find(({ span: [from, to] }) => at >= from && at < to)!;
        expect(here.trays, `at ${at}`).toBe(isThere ? 6 : 0);
      }
      expect(leastTrays(zone, [0, 1000])).toBeLessThanOrEqual(mostTrays(zone, [0, 1000]));
    }),
  );
});
