import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import { packingList, type BatchToPack } from './packing-list';

const pickup = (order: string, pieces: number): BatchToPack['pickups'][number] => ({
  ...{ order, pieces, eatBy: 1000, verdict: 'right' },
});
const old: BatchToPack = {
  ...{ batch: 'b7', piece: 'berry', zone: 'fridge', clockAt: 10 },
  pickups: [pickup('a', 18), pickup('b', 2)],
};
const young: BatchToPack = { ...old, batch: 'b2', clockAt: 20, pickups: [pickup('a', 6)] };
const coming: BatchToPack = { ...old, batch: 'b1', zone: null, clockAt: null, pickups: [pickup('a', 4)] };
const wanted = { id: 'a', isPacked: false, pieces: [{ piece: 'berry', pieces: 30 }] };

describe('a packing list', () => {
  test('takes the oldest first, what is to come last, and says what nothing is made for', () => {
    const { orders } = packingList([wanted], [coming, young, old]);
    expect(orders[0]!.from.map(({ batch, pieces, isMade }) => [batch, pieces, isMade])).toEqual([
      ['b7', 18, true],
      ['b2', 6, true],
      ['b1', 4, false],
    ]);
    expect(orders[0]!.lacks).toEqual([{ piece: 'berry', pieces: 2 }]);
  });

  test('fetches each batch once from where it lies, for all orders', () => {
    const { shelves } = packingList(
      [wanted, { id: 'b', isPacked: false, pieces: [{ piece: 'berry', pieces: 2 }] }],
      [old, { ...young, zone: 'shelf' }, coming],
    );
    expect(shelves).toEqual([
      { zone: 'fridge', rows: [{ batch: 'b7', piece: 'berry', pieces: 20 }] },
      { zone: 'shelf', rows: [{ batch: 'b2', piece: 'berry', pieces: 6 }] },
    ]);
  });

  test('fetches nothing for what is packed already', () => {
    const { orders, shelves } = packingList([{ ...wanted, isPacked: true }], [old]);
    expect(orders[0]!.from).toHaveLength(1);
    expect(shelves).toEqual([]);
  });

  test('says what is too old to be handed over', () => {
    const late = { ...old, pickups: [{ ...pickup('a', 30), verdict: 'too-old' as const }] };
    expect(packingList([wanted], [late]).orders[0]!.from[0]!.isTooOld).toBe(true);
  });

  test('loses no piece: what is packed and what lacks is what was ordered, and all that is made is fetched', () => {
    const batch = fc.record({
      batch: fc.constantFrom('b1', 'b2', 'b3'),
      piece: fc.constantFrom('berry', 'chip'),
      zone: fc.constantFrom('fridge', 'shelf', null),
      clockAt: fc.option(fc.nat(100)),
      pickups: fc.array(
        fc.record({ order: fc.constantFrom('a', 'b'), pieces: fc.integer({ min: 1, max: 9 }) }),
        { maxLength: 3 },
      ),
    });
    fc.assert(
      fc.property(fc.array(batch, { maxLength: 6 }), fc.nat(60), (made, berries) => {
        const batches = made.map((each) => ({
          ...each,
          pickups: each.pickups.map(({ order, pieces }) => pickup(order, pieces)),
        }));
        const order = { id: 'a', isPacked: false, pieces: [{ piece: 'berry', pieces: berries + 1 }] };
        const { orders, shelves } = packingList([order], batches);
        const { from, lacks } = orders[0]!;
        const packed = from.reduce((sum, { pieces }) => sum + pieces, 0);
        expect(packed + (lacks[0]?.pieces ?? 0)).toBe(Math.max(packed, berries + 1));
        const fetched = shelves.flatMap(({ rows }) => rows).reduce((sum, { pieces }) => sum + pieces, 0);
        expect(fetched).toBe(
          from.filter(({ isMade }) => isMade).reduce((sum, { pieces }) => sum + pieces, 0),
        );
      }),
    );
  });
});
