import { MINOR } from '@alnage/core/pricing';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { SupplyLines } from '../larder/supply';
import { closed, Id, plainText } from '../shared/closed';

export const BOX_LINES_MOST = 20;
export const BOX_PIECES = { min: 1, max: 500, isInteger: true } as const;
export const NET_GRAMS = { min: 1, max: 100_000, isInteger: true } as const;
export const PACKING_SECONDS = { min: 0, max: 3600, isInteger: true } as const;

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  contents: Type.Array(closed({ piece: Id, pieces: within(BOX_PIECES) }), {
    minItems: 1,
    maxItems: BOX_LINES_MOST,
  }),
  /** Pieces that whoever orders may choose from, as many in all as its usual contents; none: it is as it is. */
  among: Type.Array(Id, { maxItems: BOX_LINES_MOST, uniqueItems: true }),
  boxMinor: within(MINOR),
  packingSeconds: within(PACKING_SECONDS),
  priceMinor: Type.Union([within(MINOR), Type.Null()]),
  /** Asked for each of them when it is ordered. */
  depositMinor: within(MINOR),
  /** What a bag sold by weight holds at least; null where pieces are counted. */
  netGrams: Type.Union([within(NET_GRAMS), Type.Null()]),
  /** What one of it takes: the box itself, its ribbon. */
  supplies: SupplyLines,
};

/** What is sold as one: a make-up of pieces, what box and packing cost, and the price asked. */
export const BoxDraft = closed(draft);
export type BoxDraft = Static<typeof BoxDraft>;

export const BoxChange = closed({ ...draft, version: Version });
export type BoxChange = Static<typeof BoxChange>;

export const Box = closed({ id: Id, ...draft, version: Version });
export type Box = Static<typeof Box>;
