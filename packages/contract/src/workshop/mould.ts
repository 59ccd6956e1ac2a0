import { MOULD_CAVITIES, MOULD_COUNT } from '@alnage/core/melting';
import type { Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  /** Pieces that one of them casts at once. */
  cavities: within(MOULD_CAVITIES),
  /** How many of them there are. */
  count: within(MOULD_COUNT),
};

/** Moulds of one kind. */
export const MouldDraft = closed(draft);
export type MouldDraft = Static<typeof MouldDraft>;

export const MouldChange = closed({ ...draft, version: Version });
export type MouldChange = Static<typeof MouldChange>;

export const Mould = closed({ id: Id, ...draft, version: Version });
export type Mould = Static<typeof Mould>;
