import { order, savedPlan } from '../../testing/small-workshop';
import { unplannedText } from './unplanned-words';

const saved = savedPlan([order()]);
const left = (tickets: readonly string[], pieces = 12) => ({
  ...saved,
  unplanned: tickets.map((ticket) => ({ order: ticket, product: 'dusk-berry', pieces })),
  unplannedTickets: tickets,
});

describe('what a plan leaves out', () => {
  test('is nothing where it meets all that is promised', () => {
    expect(unplannedText(saved)).toBeNull();
  });

  test('is told with the sum of its pieces and the tickets, the first four by name', () => {
    expect(unplannedText(left(['M-1'], 1))).toBe(
      '1 piece of M-1: promised or changed since, and not planned yet.',
    );
    expect(unplannedText(left(['M-1', 'M-2', 'M-3', 'M-4']))).toMatch(/^48 pieces of M-1, M-2, M-3, M-4:/);
    expect(unplannedText(left(['M-1', 'M-2', 'M-3', 'M-4', 'M-5', 'M-6']))).toMatch(
      /^72 pieces of M-1, M-2, M-3, M-4 and 2 more:/,
    );
  });
});
