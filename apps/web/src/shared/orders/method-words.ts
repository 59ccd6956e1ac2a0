import type { Payment } from '@alnage/contract';

/** How money changes hands, as people say it. */
export const METHOD_WORDS: Readonly<Record<Payment['method'], string>> = { cash: 'cash', card: 'card' };

/** What money is for. */
export const KIND_WORDS: Readonly<Record<Payment['kind'], string>> = {
  deposit: 'deposit',
  payment: 'payment',
  refund: 'given back',
};
