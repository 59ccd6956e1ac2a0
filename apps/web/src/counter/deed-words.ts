import type { CounterDeed } from '@alnage/contract';

const WORDS: Readonly<Record<CounterDeed['kind'], string>> = {
  shelve: 'put on the shelf',
  'hand-over': 'handed over',
  'take-back': 'taken back',
  keep: 'kept for somebody who is late',
  'not-collected': 'not collected',
  cash: 'cash taken',
};

/** What was done, as one would say it. */
export function deedWords({ kind }: CounterDeed): string {
  return WORDS[kind];
}
