import type { CounterDeedDraft, Order } from '@alnage/contract';
import { countParts, partsLeft } from '@alnage/core/ordering';

/** An order as it is by what was done here and has not reached the server. */
export function asDone(order: Order, deeds: readonly CounterDeedDraft[]): Order {
  return deeds.reduce(after, order);
}

function after(order: Order, { id, at, by, deed }: CounterDeedDraft): Order {
  const when = new Date(at).toISOString();
  switch (deed.kind) {
    case 'shelve':
      return { ...order, state: 'ready' };
    case 'not-collected':
      return { ...order, state: 'not-collected', keptUntil: null };
    case 'keep':
      return { ...order, keptUntil: deed.until };
    case 'take-back':
      return { ...order, state: 'ready', handOvers: order.handOvers.slice(0, -1) };
    case 'hand-over': {
      const parts = deed.parts ?? partsLeft(order, order.handOvers);
      const { collectedBy } = deed;
      const handOver = { id, at: when, by, collectedBy, ...parts, against: null };
      const handOvers = [...order.handOvers, handOver];
      const isAll = countParts(partsLeft(order, handOvers)) === 0;
      return { ...order, handOvers, state: isAll ? 'handed-over' : order.state };
    }
    case 'cash': {
      const { amountMinor, givenMinor } = deed;
      const paid = { kind: 'payment', method: 'cash', at: when, by, reference: null } as const;
      return {
        ...order,
        payments: [...order.payments, { ...paid, amountMinor, givenMinor }],
        paidMinor: order.paidMinor + amountMinor,
        balanceMinor: order.balanceMinor - amountMinor,
      };
    }
  }
}
