import type { RejectCause } from '@alnage/core/bench';

/** Why a piece is not good enough, in words. */
export const REJECT_WORDS: Readonly<Record<RejectCause, string>> = {
  cracked: 'cracked',
  foot: 'foot',
  bare: 'bare patch',
  bloom: 'bloom',
  broken: 'broken',
  misshapen: 'misshapen',
  other: 'other',
};
