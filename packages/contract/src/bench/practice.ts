import { PRACTICE_PIECES, STEPS_OF, type MeltSchool } from '@alnage/core/temper';
import { Type, type Static } from 'typebox';
import { closed, orNull, Id, Instant } from '../shared/closed';

const coats = Type.Integer({ minimum: 0, maximum: PRACTICE_PIECES });
const filmMm = Type.Number({ minimum: 0, maximum: 20 });

/** What became of the coats of one practice; its id is given by the screen, so that it is kept once. */
const came = {
  id: Type.String({ format: 'uuid' }),
  coating: Id,
  school: Type.Enum(Object.keys(STEPS_OF) as MeltSchool[]),
  pieces: Type.Integer({ minimum: 1, maximum: PRACTICE_PIECES }),
  good: coats,
  bloom: coats,
  feet: coats,
  lumps: coats,
  meanFilmMm: filmMm,
  rightFilmMm: filmMm,
  minutes: Type.Number({ minimum: 0, maximum: 100_000, description: 'By the clock of the practice' }),
};
export const PracticeDraft = closed(came);
export type PracticeDraft = Static<typeof PracticeDraft>;

/** A practice that is kept, with who practised, if the screen said so. */
export const PracticeRecord = closed({ ...came, at: Instant, by: orNull(Id) });
export type PracticeRecord = Static<typeof PracticeRecord>;

/** So many are read back, the last first. */
export const PRACTICES_MOST = 200;
