import { BOWL_GRAMS, COAT_ROLES, RUN_PIECES, type PortionSeen } from '@alnage/core/coating';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, Id, Instant, plainText, WallClock } from '../shared/closed';

const grams = within(BOWL_GRAMS);

/** What was on the scale: the bowl before and after a run, or the same pieces bare and dipped. */
export const Weighed = Type.Union([
  closed({ kind: Type.Literal('run'), startGrams: grams, addedGrams: grams, leftGrams: grams }),
  closed({ kind: Type.Literal('bare-and-dipped'), bareGrams: grams, dippedGrams: grams }),
]);
export type Weighed = Static<typeof Weighed>;

const draft = {
  piece: Id,
  coat: Type.Enum([...COAT_ROLES]),
  /** The piece's size class, or '' where it has none. */
  sizeClass: plainText({ maxLength: 80 }),
  weighed: Weighed,
  /** Every piece dipped, rejects too. */
  pieces: within(RUN_PIECES),
  rejects: Type.Integer({ minimum: 0, maximum: RUN_PIECES.max }),
  at: WallClock,
};

export const WeighingDraft = closed(draft);
export type WeighingDraft = Static<typeof WeighingDraft>;

/** Sets a weighing aside with a reason, or takes it up again with none. It is never removed. */
export const WeighingSetAside = closed({
  reason: Type.Union([plainText({ minLength: 1, maxLength: 200 }), Type.Null()]),
  version: Version,
});
export type WeighingSetAside = Static<typeof WeighingSetAside>;

export const Weighing = closed({
  id: Id,
  ...draft,
  atInstant: Instant,
  gramsPerPiece: Type.Number(),
  estimateGrams: Type.Number({ description: 'What was estimated of the coat when it was weighed' }),
  seasonsBack: Type.Integer(),
  setAsideReason: Type.Union([Type.String(), Type.Null()]),
  version: Version,
});
export type Weighing = Static<typeof Weighing>;

/** What the core learns from a weighing. */
export function seenOf(weighing: Weighing): PortionSeen {
  return {
    role: weighing.coat,
    gramsPerPiece: weighing.gramsPerPiece,
    pieces: weighing.pieces,
    estimateGrams: weighing.estimateGrams,
    sizeClass: weighing.sizeClass,
    seasonsBack: weighing.seasonsBack,
    isSetAside: weighing.setAsideReason !== null,
  };
}
