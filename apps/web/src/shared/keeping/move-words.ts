import type { PieceMoveKind } from '@alnage/contract';

/** What becomes of pieces, that first which is asked for most. */
export const MOVE_WORDS: Readonly<Record<PieceMoveKind, string>> = {
  ...{ sold: 'sold', staff: 'for the staff', 'given-away': 'given away', 'written-off': 'written off' },
};
