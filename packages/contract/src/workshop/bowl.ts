import { BOWL_MM, CAPACITY_GRAMS, TAIL_GRAMS } from '@alnage/core/melting';
import { MELT_HEATS } from '@alnage/core/temper';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

const size = within(BOWL_MM);
const sizes = { rimMm: size, heightMm: size };

export const BowlFormSchema = Type.Union([
  closed({ kind: Type.Literal('round'), ...sizes }),
  closed({ kind: Type.Literal('cone'), ...sizes, baseMm: Type.Number({ minimum: 0, maximum: BOWL_MM.max }) }),
  closed({ kind: Type.Literal('straight'), ...sizes }),
]);

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  form: Type.Union([BowlFormSchema, Type.Null()]),
  capacityGrams: Type.Integer({ minimum: CAPACITY_GRAMS.min, maximum: CAPACITY_GRAMS.max }),
  measuredTailGrams: Type.Union([
    Type.Integer({ minimum: TAIL_GRAMS.min, maximum: TAIL_GRAMS.max }),
    Type.Null(),
  ]),
  isTilted: Type.Boolean(),
  /** How long a plain bowl keeps a coating workable; null for a warmed one. */
  usableMinutes: Type.Union([Type.Integer({ minimum: 1, maximum: 1440 }), Type.Null()]),
  /** What warms it. */
  heat: Type.Enum([...MELT_HEATS]),
};

export const BowlDraft = closed(draft);
export type BowlDraft = Static<typeof BowlDraft>;

export const BowlChange = closed({ ...draft, version: Version });
export type BowlChange = Static<typeof BowlChange>;

/** A bowl with the tail that follows from its form and the workshop's pieces, or was measured. */
export const BowlView = closed({ id: Id, ...draft, tailGrams: Type.Integer(), version: Version });
export type BowlView = Static<typeof BowlView>;
