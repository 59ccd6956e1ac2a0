import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Id, Instant } from '../shared/closed';

export const PAYMENT_KINDS = ['deposit', 'payment', 'refund'] as const;
export const PAYMENT_METHODS = ['cash', 'card'] as const;
export const AMOUNT_MINOR = { min: 1, max: 100_000_000, isInteger: true } as const;

const draft = {
  kind: Type.Enum([...PAYMENT_KINDS]),
  method: Type.Enum([...PAYMENT_METHODS]),
  amountMinor: Type.Integer({ minimum: AMOUNT_MINOR.min, maximum: AMOUNT_MINOR.max }),
};

/** Money that is about to change hands, against the version of the order that the person saw. */
export const PaymentDraft = closed({ ...draft, version: Version });
export type PaymentDraft = Static<typeof PaymentDraft>;

/** One entry of an order's ledger; it is never changed or removed. */
export const Payment = closed({
  ...draft,
  at: Instant,
  /** Who took it, by id; null where nobody said who is at the screen. */
  by: Type.Union([Id, Type.Null()]),
  /** The card device's own number. */
  reference: Type.Union([Type.String(), Type.Null()]),
});
export type Payment = Static<typeof Payment>;

/** One thing that was done with an order. */
export const OrderEvent = closed({
  at: Instant,
  by: Type.Union([Id, Type.Null()]),
  what: Type.Enum(['taken', 'changed', 'moved', 'paid']),
  /** What differs after it, field by field: what it was and what it became. */
  changes: Type.Array(
    closed({
      field: Type.String(),
      from: Type.Union([Type.String(), Type.Null()]),
      to: Type.Union([Type.String(), Type.Null()]),
    }),
  ),
});
export type OrderEvent = Static<typeof OrderEvent>;
