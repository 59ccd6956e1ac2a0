import type { Payment } from '@alnage/contract';

/** How money changes hands, as people say it. */
export const METHOD_WORDS: Readonly<Record<Payment['method'], string>> = { cash: 'cash', card: 'card' };
