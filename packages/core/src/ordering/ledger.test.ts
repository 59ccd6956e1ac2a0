import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { accountOf, DEFAULT_REFUND_RULE, noShowRefundDue, refundDue, type LedgerEntry } from './ledger';

const paidOf = (amountMinor: number): LedgerEntry[] => [{ kind: 'payment', amountMinor }];

describe('the account of an order', () => {
  test('is what was paid less what went back, and what is still to pay', () => {
    const entries: LedgerEntry[] = [
      { kind: 'deposit', amountMinor: 2000 },
      { kind: 'refund', amountMinor: 500 },
    ];
    expect(accountOf(6740, entries)).toEqual({ paidMinor: 1500, balanceMinor: 5240 });
    expect(accountOf(1000, entries)).toEqual({ paidMinor: 1500, balanceMinor: -500 });
    expect(accountOf(6740, [])).toEqual({ paidMinor: 0, balanceMinor: 6740 });
  });

  test('adds up to the cent whatever the order of entries', () => {
    const entry = fc.record({
      kind: fc.constantFrom('deposit' as const, 'payment' as const, 'refund' as const),
      amountMinor: fc.nat(10_000_000),
    });
    fc.assert(
      fc.property(fc.nat(10_000_000), fc.array(entry, { maxLength: 40 }), (total, entries) => {
        const { paidMinor, balanceMinor } = accountOf(total, entries);
        expect(paidMinor + balanceMinor).toBe(total);
        expect(accountOf(total, entries.toReversed())).toEqual({ paidMinor, balanceMinor });
      }),
    );
  });
});

describe('what goes back of a cancelled order', () => {
  test.each([
    [2001, 48 * 60, 2001],
    [2001, 48 * 60 - 1, 1001],
    [2001, -10, 1001],
    [0, 0, 0],
  ])('of %i paid, %i minutes before, is %i', (paid, minutes, due) => {
    expect(refundDue(paidOf(paid), minutes, DEFAULT_REFUND_RULE)).toBe(due);
  });

  test('is never more than was paid, and never less for who cancels earlier', () => {
    const minutes = fc.integer({ min: -1000, max: 100_000 });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.nat(10_000_000), minutes, minutes, share, (paid, a, b, lateRefundShare) => {
        const rule = { refundHours: 48, lateRefundShare };
        const [late, early] = [Math.min(a, b), Math.max(a, b)].map((each) =>
          refundDue(paidOf(paid), each, rule),
        );
        expect(early).toBeLessThanOrEqual(paid);
        expect(early).toBeGreaterThanOrEqual(late!);
        expect(Number.isInteger(late)).toBe(true);
      }),
    );
  });

  test('is not given back twice: what went back of it already is off', () => {
    const entries: LedgerEntry[] = [...paidOf(2001), { kind: 'refund', amountMinor: 400 }];
    expect(refundDue(entries, 0, DEFAULT_REFUND_RULE)).toBe(601);
    expect(refundDue([...entries, { kind: 'refund', amountMinor: 601 }], 0, DEFAULT_REFUND_RULE)).toBe(0);
    expect(noShowRefundDue(entries, 0)).toBe(0);
    expect(noShowRefundDue(entries, 0.25)).toBe(101);
  });

  test('is refused for a share above one', () => {
    expect(() => refundDue(paidOf(100), 0, { refundHours: 48, lateRefundShare: 1.2 })).toThrow(
      expect.objectContaining({ field: '/lateRefundShare' }) as Error,
    );
  });
});
