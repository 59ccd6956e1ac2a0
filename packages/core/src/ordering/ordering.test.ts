import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { boxesHandedOver, countPieces, evenMakeUp, filledContents, piecesOfOrder } from './order-contents';
import { agreedPrices, orderPrice, pricedOrder, type PricedOrder, type PriceList } from './order-price';

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
  const priced = (lines: readonly { count: number; priceMinor: number | null }[]): PricedOrder => ({
    lines: lines.map(({ count, priceMinor }) => ({ piece: 'x', pieces: count, priceMinor })),
    boxes: [],
  });

  test('is its lines at their prices; what has none is counted', () => {
    const order = {
      ...priced([
        { count: 6, priceMinor: 250 },
        { count: 4, priceMinor: null },
      ]),
      boxes: [{ ...dozen, priceMinor: 2950 }],
    };
    // 6·2.50 + 2·29.50
    expect(orderPrice(order)).toEqual({ totalMinor: 7400, unpriced: 1 });
    expect(() => orderPrice(priced([{ count: 1, priceMinor: 0.5 }]))).toThrow(
      expect.objectContaining({ field: '/lines/0/priceMinor' }) as Error,
    );
  });

  test('is the same to the cent in whatever order and however it is split', () => {
    const line = fc.record({ count: fc.integer({ min: 1, max: 500 }), priceMinor: fc.nat(100_000) });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), fc.nat(30), (lines, at) => {
        const totalOf = (all: typeof lines): number => orderPrice(priced(all)).totalMinor;
        const whole = totalOf(lines);
        expect(Number.isSafeInteger(whole)).toBe(true);
        expect(totalOf(lines.toReversed())).toBe(whole);
        expect(totalOf(lines.slice(0, at)) + totalOf(lines.slice(at))).toBe(whole);
        const single = lines.flatMap(({ count, priceMinor }) =>
          Array.from({ length: count }, () => ({ count: 1, priceMinor })),
        );
        expect(totalOf(single)).toBe(whole);
      }),
    );
  });

  test('keeps what was agreed, also that there was no price, and takes today’s of what is new', () => {
    const agreed = agreedPrices({
      lines: [
        { piece: 'berry', pieces: 1, priceMinor: 240 },
        { piece: 'oat', pieces: 1, priceMinor: null },
      ],
      boxes: [],
    });
    const today: PriceList = { piece: (id) => (id === 'coal' ? undefined : 300), box: () => 2950 };
    const lines = ['berry', 'oat', 'twist', 'coal'].map((piece) => ({ piece, pieces: 2 }));
    const { lines: told, boxes } = pricedOrder({ lines, boxes: [dozen] }, today, agreed);
    expect(told.map(({ priceMinor }) => priceMinor)).toEqual([240, null, 300, null]);
    expect(boxes[0]!.priceMinor).toBe(2950);
    expect(pricedOrder({ lines, boxes: [] }, today).lines[0]!.priceMinor).toBe(300);
  });
});

test('boxes are filled as they are sold where nothing else was chosen', () => {
  const sold = new Map([['dozen', { contents: [{ piece: 'berry', pieces: 12 }] }]]);
  const chosen = { box: 'dozen', count: 1, contents: [{ piece: 'oat', pieces: 12 }] };
  const boxes = [chosen, { ...chosen, contents: [] }, { box: 'gone', count: 1, contents: [] }];
  const filled = filledContents({ lines: [], boxes }, sold).boxes.map(({ contents }) => contents);
  expect(filled).toEqual([chosen.contents, sold.get('dozen')!.contents, []]);
  expect(countPieces(filled.flat())).toBe(24);
});
