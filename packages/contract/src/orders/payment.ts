import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Id, Instant, orNull } from '../shared/closed';

export const PAYMENT_KINDS = ['deposit', 'payment', 'refund'] as const;
export const PAYMENT_METHODS = ['cash', 'card'] as const;
export const AMOUNT_MINOR = { min: 1, max: 100_000_000, isInteger: true } as const;

const draft = {
  kind: Type.Enum([...PAYMENT_KINDS]),
  method: Type.Enum([...PAYMENT_METHODS]),
  amountMinor: Type.Integer({ minimum: AMOUNT_MINOR.min, maximum: AMOUNT_MINOR.max }),
};

const Amount = draft.amountMinor;

/** Cash that changed hands, against the version of the order that the person saw. */
export const PaymentDraft = closed({
  kind: draft.kind,
  amountMinor: Amount,
  /** What the customer gave, out of which change went back; null: just that. */
  givenMinor: orNull(Amount),
  version: Version,
});
export type PaymentDraft = Static<typeof PaymentDraft>;

/** What the card terminal is to take or to give back: by an id of its own, so that it is asked once. */
export const CardDraft = closed({
  id: Type.String({ format: 'uuid' }),
  kind: draft.kind,
  amountMinor: Amount,
  version: Version,
});
export type CardDraft = Static<typeof CardDraft>;

/** What became of what a terminal was asked: it waits for the card; it is over; or nobody knows, and somebody looks. */
export const CARD_STATES = ['asked', 'taken', 'declined', 'cancelled', 'unplugged', 'unanswered'] as const;
export type CardState = (typeof CARD_STATES)[number];

/** States in which nobody knows yet whether money moves: meanwhile it is not taken another way. */
export const OPEN_CARD_STATES: readonly CardState[] = ['asked', 'unanswered'];

export const CardRequest = closed({
  id: Id,
  kind: draft.kind,
  amountMinor: Amount,
  state: Type.Enum([...CARD_STATES]),
  at: Instant,
});
export type CardRequest = Static<typeof CardRequest>;

/** What somebody saw on a terminal that did not answer. */
export const CardSeen = closed({ wasTaken: Type.Boolean() });
export type CardSeen = Static<typeof CardSeen>;

export const CardParams = closed({
  id: Type.String({ format: 'uuid' }),
  card: Type.String({ format: 'uuid' }),
});

/** How the terminal that ships with Alnage answers, to be tried. */
export const TERMINAL_MANNERS = ['takes', 'declines', 'cancels', 'late', 'silent', 'unplugged'] as const;
export type TerminalManner = (typeof TERMINAL_MANNERS)[number];
export const SimulatedTerminalState = closed({ manner: Type.Enum([...TERMINAL_MANNERS]) });
export type SimulatedTerminalState = Static<typeof SimulatedTerminalState>;

/** One entry of an order's ledger; it is never changed or removed. */
export const Payment = closed({
  ...draft,
  at: Instant,
  /** Who took it, by id; null where nobody said who is at the screen. */
  by: Type.Union([Id, Type.Null()]),
  /** The card terminal's own number. */
  reference: Type.Union([Type.String(), Type.Null()]),
  /** Of cash: what the customer gave. */
  givenMinor: orNull(Type.Integer()),
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
