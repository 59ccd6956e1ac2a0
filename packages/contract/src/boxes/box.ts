import { MINOR } from '@alnage/core';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  contents: Type.Array(closed({ piece: Id, pieces: Type.Integer({ minimum: 1, maximum: 500 }) }), {
    minItems: 1,
    maxItems: 20,
  }),
  boxMinor: within(MINOR),
  packingSeconds: Type.Integer({ minimum: 0, maximum: 3600 }),
  priceMinor: Type.Union([within(MINOR), Type.Null()]),
};

/** What is sold as one: a make-up of pieces, what box and packing cost, and the price asked. */
export const BoxDraft = closed(draft);
export type BoxDraft = Static<typeof BoxDraft>;

export const BoxChange = closed({ ...draft, version: Version });
export type BoxChange = Static<typeof BoxChange>;

export const Box = closed({ id: Id, ...draft, version: Version });
export type Box = Static<typeof Box>;
