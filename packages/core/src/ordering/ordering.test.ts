import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { boxesHandedOver, evenMakeUp, piecesOfOrder } from './order-contents';
import { orderPrice } from './order-price';

const dozen = { box: 'dozen', count: 2, contents: [{ piece: 'berry', pieces: 12 }] };
const mixed = {
  box: 'mixed',
  count: 3,
  contents: [
    { piece: 'truffle', pieces: 4 },
    { piece: 'berry', pieces: 2 },
  ],
};

describe('what an order is of', () => {
  test('comes to pieces, each once', () => {
    const order = { lines: [{ piece: 'berry', pieces: 6 }], boxes: [dozen, mixed] };
    // 6 + 2·12 + 3·2 berries, 3·4 truffles
    expect(piecesOfOrder(order)).toEqual([
      { piece: 'berry', pieces: 36 },
      { piece: 'truffle', pieces: 12 },
    ]);
  });

  test('comes to the same whether it is said in one line or in many', () => {
    const line = fc.record({
      piece: fc.constantFrom('a', 'b', 'c'),
      pieces: fc.integer({ min: 1, max: 500 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), fc.integer({ min: 1, max: 9 }), (contents, count) => {
        const boxed = piecesOfOrder({ lines: [], boxes: [{ box: 'x', count, contents }] });
        const loose = piecesOfOrder({
          lines: Array.from({ length: count }, () => contents).flat(),
          boxes: [],
        });
        expect(boxed).toEqual(loose);
        expect(new Set(boxed.map(({ piece }) => piece)).size).toBe(boxed.length);
      }),
    );
  });

  test('goes over the counter in its boxes, loose pieces together as one', () => {
    expect(boxesHandedOver({ lines: [], boxes: [dozen, mixed] })).toBe(5);
    const loose = [
      { piece: 'berry', pieces: 240 },
      { piece: 'truffle', pieces: 9 },
    ];
    expect(boxesHandedOver({ lines: loose, boxes: [] })).toBe(1);
    expect(boxesHandedOver({ lines: loose, boxes: [dozen] })).toBe(3);
  });
});

describe('a box that is filled evenly', () => {
  test('shares out what does not divide, the first ones first', () => {
    expect(evenMakeUp(['a', 'b', 'c'], 8)).toEqual([
      { piece: 'a', pieces: 3 },
      { piece: 'b', pieces: 3 },
      { piece: 'c', pieces: 2 },
    ]);
    expect(evenMakeUp(['a', 'b', 'c'], 2).map(({ piece }) => piece)).toEqual(['a', 'b']);
    expect(evenMakeUp(['a', 'b'], 8, new Set(['a']))).toEqual([{ piece: 'b', pieces: 8 }]);
    expect(evenMakeUp(['a'], 8, new Set(['a']))).toEqual([]);
  });

  test('holds what was asked, none of what is not wished, no two further apart than one', () => {
    const ids = ['a', 'b', 'c', 'd', 'e'];
    fc.assert(
      fc.property(
        fc.subarray(ids, { minLength: 1 }),
        fc.subarray(ids),
        fc.integer({ min: 1, max: 60 }),
        (among, not, n) => {
          const filled = evenMakeUp(among, n, new Set(not));
          if (among.every((piece) => not.includes(piece))) {
            expect(filled).toEqual([]);
            return;
          }
          const counts = filled.map(({ pieces }) => pieces);
          expect(counts.reduce((a, b) => a + b, 0)).toBe(n);
          expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
          expect(Math.min(...counts)).toBeGreaterThan(0);
          expect(filled.some(({ piece }) => not.includes(piece))).toBe(false);
        },
      ),
    );
  });
});

describe('what an order comes to', () => {
  test('is its lines at their prices; what has none is counted', () => {
    expect(
      orderPrice([
        { count: 2, priceMinor: 2950 },
        { count: 6, priceMinor: 250 },
        { count: 4, priceMinor: null },
      ]),
    ).toEqual({ totalMinor: 7400, unpriced: 1 });
    expect(() => orderPrice([{ count: 1, priceMinor: 0.5 }])).toThrow(
      expect.objectContaining({ field: '/lines/0/priceMinor' }) as Error,
    );
  });

  test('is the same to the cent in whatever order and however it is split', () => {
    const line = fc.record({ count: fc.integer({ min: 1, max: 500 }), priceMinor: fc.nat(100_000) });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), fc.nat(30), (lines, at) => {
        const whole = orderPrice(lines).totalMinor;
        expect(Number.isSafeInteger(whole)).toBe(true);
        expect(orderPrice(lines.toReversed()).totalMinor).toBe(whole);
        const parts = [lines.slice(0, at), lines.slice(at)].map((part) => orderPrice(part).totalMinor);
        expect(parts[0]! + parts[1]!).toBe(whole);
        const single = lines.flatMap(({ count, priceMinor }) =>
          Array.from({ length: count }, () => ({ count: 1, priceMinor })),
        );
        expect(orderPrice(single).totalMinor).toBe(whole);
      }),
    );
  });
});
