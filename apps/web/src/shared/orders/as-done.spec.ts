import type { CounterDeed, CounterDeedDraft, Order } from '@alnage/contract';
import { order } from '../../testing/small-workshop';
import { asDone } from './as-done';

const deedOf = (deed: CounterDeed, id = 'd1'): CounterDeedDraft => ({
  ...{ id, order: 'o1', at: Date.parse('2026-06-19T12:00:00Z'), by: 'maj', isDone: true },
  ...{ despiteAllergy: null, deed },
});
const done = (from: Order, ...deeds: readonly CounterDeed[]): Order =>
  asDone(
    from,
    deeds.map((deed, index) => deedOf(deed, `d${index}`)),
  );

describe('an order by what was done without the network', () => {
  test('goes on the shelf, is handed over in part and in whole, and is taken back', () => {
    const shelved = done(order(), { kind: 'shelve' });
    expect(shelved.state).toBe('ready');
    const parts = { boxes: [], lines: [10] };
    const part = done(shelved, { kind: 'hand-over', collectedBy: 'Ida', parts });
    expect(part).toMatchObject({ state: 'ready', handOvers: [{ lines: [10], collectedBy: 'Ida' }] });
    const whole = done(part, { kind: 'hand-over', collectedBy: '', parts: null });
    expect(whole).toMatchObject({ state: 'handed-over', handOvers: [{ lines: [10] }, { lines: [14] }] });
    expect(done(whole, { kind: 'take-back' })).toMatchObject({
      state: 'ready',
      handOvers: [{ lines: [10] }],
    });
  });

  test('is kept, paid, and not collected', () => {
    const kept = done(order({ state: 'ready' }), { kind: 'keep', until: '2026-06-19T17:00' });
    expect(kept.keptUntil).toBe('2026-06-19T17:00');
    const paid = done(kept, { kind: 'cash', amountMinor: 2000, givenMinor: 5000 });
    expect(paid).toMatchObject({ paidMinor: 2000, balanceMinor: kept.balanceMinor - 2000 });
    expect(paid.payments).toEqual([expect.objectContaining({ method: 'cash', givenMinor: 5000, by: 'maj' })]);
    expect(done(paid, { kind: 'not-collected' })).toMatchObject({ state: 'not-collected', keptUntil: null });
  });
});
