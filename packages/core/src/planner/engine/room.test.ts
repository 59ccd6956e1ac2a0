import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Journal } from './journal';
import { Room } from './room';

describe('a room of trays', () => {
  test('is free since the last minute at which too many lay there', () => {
    const room = new Room(10, 100, new Journal());
    room.add(8, 20, 40);
    expect(room.freeSince(3, 0, 60)).toBe(40);
    expect(room.freeSince(2, 0, 60)).toBe(0);
    expect(room.freeSince(2, 30, 60)).toBe(30);
    expect(room.freeSince(11, 0, 60)).toBe(60);
    expect(room.freeSince(3, 40, 60)).toBe(40);
  });

  test('counts as minute by minute, however long the stays, and after they are taken back', () => {
    const stay = fc.tuple(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 0, max: 900 }),
      fc.integer({ min: 0, max: 400 }),
    );
    const asked = fc.tuple(
      fc.integer({ min: 0, max: 13 }),
      fc.integer({ min: 0, max: 500 }),
      fc.integer({ min: 0, max: 400 }),
    );
    fc.assert(
      fc.property(
        fc.array(stay, { maxLength: 12 }),
        fc.nat(12),
        asked,
        (stays, kept, [trays, from, length]) => {
          const journal = new Journal();
          const room = new Room(12, 1000, journal);
          const counts = new Array<number>(1400).fill(0);
          let mark = 0;
          stays.forEach(([more, start, minutes], i) => {
            if (i === kept) mark = journal.mark();
            room.add(more, start, Math.min(1000, start + minutes));
            if (i < kept) for (let t = start; t < Math.min(1000, start + minutes); t++) counts[t]! += more;
          });
          if (kept < stays.length) journal.undoTo(mark);
          let expected = from + length;
          while (expected > from && counts[expected - 1]! + trays <= 12) expected--;
          expect(room.freeSince(trays, from, from + length)).toBe(expected);
        },
      ),
      { numRuns: 300 },
    );
  });
});
