import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allParts, contentsOfParts, countParts, partsLeft } from './collected';
import { piecesOfOrder, type OrderContents } from './order-contents';

const ORDER: OrderContents = {
  boxes: [
    { box: 'dozen', count: 3, contents: [{ piece: 'berry', pieces: 12 }] },
    { box: 'truffles', count: 1, contents: [{ piece: 'truffle', pieces: 8 }] },
  ],
  lines: [{ piece: 'berry', pieces: 6 }],
};

describe('collecting in parts', () => {
  it('leaves what was not collected, by hand', () => {
    const once = { boxes: [1, 0], lines: [6] };
    expect(partsLeft(ORDER, [])).toEqual(allParts(ORDER));
    expect(partsLeft(ORDER, [once])).toEqual({ boxes: [2, 1], lines: [0] });
    expect(partsLeft(ORDER, [once, { boxes: [2, 1], lines: [0] }])).toEqual({ boxes: [0, 0], lines: [0] });
    expect(countParts(once)).toBe(7);
  });

  it('tells parts as an order of their own', () => {
    expect(contentsOfParts(ORDER, { boxes: [2, 0], lines: [4] })).toEqual({
      boxes: [{ box: 'dozen', count: 2, contents: [{ piece: 'berry', pieces: 12 }] }],
      lines: [{ piece: 'berry', pieces: 4 }],
    });
  });

  it('loses no piece: what is collected and what is left are the order', () => {
    const counts = fc.record({
      boxes: fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 1 })),
      lines: fc.tuple(fc.integer({ min: 0, max: 6 })),
    });
    const total = (contents: OrderContents): number =>
      piecesOfOrder(contents).reduce((sum, { pieces }) => sum + pieces, 0);
    fc.assert(
      fc.property(counts, (collected) => {
        const left = partsLeft(ORDER, [collected]);
        const sum = total(contentsOfParts(ORDER, collected)) + total(contentsOfParts(ORDER, left));
        expect(sum).toBe(total(ORDER));
      }),
    );
  });
});
