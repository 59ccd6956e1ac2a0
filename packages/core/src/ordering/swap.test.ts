import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { InputError } from '../input';
import { piecesOfOrder } from './order-contents';
import { orderPrice, type PricedOrder } from './order-price';
import { maySwap, swappedOrder, type SwapPiece } from './swap';

const berry: SwapPiece = { id: 'berry', family: 'berry', priceMinor: 240, declares: ['soya'] };
const white: SwapPiece = { id: 'white', family: 'berry', priceMinor: 260, declares: ['soya'] };
const rule = { among: 'family', priceShare: 0.25 } as const;

describe('what may stand for what lacks', () => {
  test.each<[string, Partial<SwapPiece>, boolean]>([
    ['one of its family, at about its price', {}, true],
    ['one that is a quarter dearer', { priceMinor: 300 }, true],
    ['one that is dearer than that', { priceMinor: 301 }, false],
    ['one that is a quarter cheaper', { priceMinor: 180 }, true],
    ['one that is cheaper than that', { priceMinor: 179 }, false],
    ['one without a price', { priceMinor: null }, false],
    ['one of another family', { family: 'pretzel' }, false],
    ['the same', { id: 'berry' }, false],
    ['one that brings an allergen', { declares: ['soya', 'nuts'] }, false],
  ])('%s: %j is %s', (_, change, is) => {
    expect(maySwap(berry, { ...white, ...change }, { rule, declared: ['soya', 'milk'] })).toBe(is);
  });

  test('is any piece, or none, where the shop says so', () => {
    const other = { ...white, family: 'pretzel' };
    const among = (of: 'any' | 'never') =>
      maySwap(berry, other, { rule: { ...rule, among: of }, declared: ['soya'] });
    expect([among('any'), among('never')]).toEqual([true, false]);
  });
});

describe('an order in which something is swapped', () => {
  test('has the other in as many boxes as it must, each at its price', () => {
    const order: PricedOrder = {
      lines: [],
      boxes: [{ box: 'twelve', count: 3, contents: [{ piece: 'berry', pieces: 12 }], priceMinor: 2700 }],
    };
    // 14 of 36 lack: one box is all of the other, one has two of it, one is as it was
    expect(swappedOrder(order, { from: 'berry', to: 'white', pieces: 14 }, 260).boxes).toEqual([
      { box: 'twelve', count: 1, contents: [{ piece: 'berry', pieces: 12 }], priceMinor: 2700 },
      { box: 'twelve', count: 1, contents: [{ piece: 'white', pieces: 12 }], priceMinor: 2700 },
      {
        ...{ box: 'twelve', count: 1, priceMinor: 2700 },
        contents: [
          { piece: 'berry', pieces: 10 },
          { piece: 'white', pieces: 2 },
        ],
      },
    ]);
  });

  test('costs what the cheaper of the two does', () => {
    const of = (priceMinor: number | null): PricedOrder => ({
      lines: [{ piece: 'berry', pieces: 6, priceMinor }],
      boxes: [],
    });
    const swap = { from: 'berry', to: 'white', pieces: 4 };
    expect(swappedOrder(of(240), swap, 260).lines).toEqual([
      { piece: 'berry', pieces: 2, priceMinor: 240 },
      { piece: 'white', pieces: 4, priceMinor: 240 },
    ]);
    expect(swappedOrder(of(300), swap, 260).lines[1]!.priceMinor).toBe(260);
    expect(swappedOrder(of(null), swap, 260).lines[1]!.priceMinor).toBeNull();
  });

  test('loses no piece, no box and costs no more, whatever it was of', () => {
    const piece = fc.constantFrom('berry', 'white', 'twist');
    const counts = fc.uniqueArray(fc.record({ piece, pieces: fc.integer({ min: 1, max: 12 }) }), {
      selector: (each) => each.piece,
      maxLength: 3,
    });
    const orders = fc.record({
      lines: counts.map((lines) => lines.map((line) => ({ ...line, priceMinor: 200 }))),
      boxes: fc.array(
        fc.record({
          ...{ box: fc.constant('box'), count: fc.integer({ min: 1, max: 4 }) },
          ...{ contents: counts, priceMinor: fc.constant(900) },
        }),
        { maxLength: 3 },
      ),
    });
    fc.assert(
      fc.property(orders, fc.nat(), fc.integer({ min: 1, max: 400 }), (order, pick, priceMinor) => {
        const count = (of: PricedOrder, id: string): number =>
          piecesOfOrder(of).find((each) => each.piece === id)?.pieces ?? 0;
        const there = count(order, 'berry');
        fc.pre(there > 0);
        const pieces = 1 + (pick % there);
        const after = swappedOrder(order, { from: 'berry', to: 'white', pieces }, priceMinor);
        expect(count(after, 'berry')).toBe(there - pieces);
        expect(count(after, 'white')).toBe(count(order, 'white') + pieces);
        expect(count(after, 'twist')).toBe(count(order, 'twist'));
        const boxes = ({ boxes: all }: PricedOrder) => all.reduce((sum, each) => sum + each.count, 0);
        expect(boxes(after)).toBe(boxes(order));
        expect(orderPrice(after).totalMinor).toBeLessThanOrEqual(orderPrice(order).totalMinor);
        for (const each of [...after.lines, ...after.boxes.flatMap(({ contents }) => contents)])
          expect(each.pieces).toBeGreaterThan(0);
      }),
    );
  });

  test.each([0, 7, 1.5, NaN])('is refused for %s of 6', (pieces) => {
    const order = { lines: [{ piece: 'berry', pieces: 6, priceMinor: 240 }], boxes: [] };
    expect(() => swappedOrder(order, { from: 'berry', to: 'white', pieces }, 260)).toThrow(InputError);
    expect(() => swappedOrder(order, { from: 'twist', to: 'white', pieces: 1 }, 260)).toThrow(InputError);
  });
});
