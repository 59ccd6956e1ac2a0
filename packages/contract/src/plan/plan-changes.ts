import type { Change } from '@alnage/core/planner';
import { Type } from 'typebox';
import { closed, Id } from '../shared/closed';

/** Changes of the workshop at once at most. */
export const CHANGES_MOST = 20;

const kind = <K extends Change['kind']>(name: K) => Type.Literal(name);
const minute = Type.Integer({ minimum: 0 });
const span = Type.Tuple([minute, minute]);
const person = Id;
const like = Id;

/** Something that is to be otherwise, as the planner's what-if has it; minutes from the season’s start. */
const ChangeSchema = Type.Union([
  closed({ kind: kind('trays'), zone: Id, more: Type.Integer({ minimum: -10_000, maximum: 10_000 }) }),
  closed({ kind: kind('hours'), person, span }),
  closed({ kind: kind('away'), person, span }),
  closed({ kind: kind('hands'), like }),
  closed({ kind: kind('bowl'), like }),
  closed({ kind: kind('bowl-away'), bowl: Id }),
  closed({ kind: kind('pickup'), order: Id, due: minute }),
  closed({ kind: kind('pieces'), order: Id, product: Id, pieces: minute }),
  closed({ kind: kind('rest'), product: Id, stage: Id, zone: Id }),
]);

/** Changes of the workshop that are said yes to; a new hand and what is ordered are changed where they are kept. */
export const ChangesAsk = closed({
  changes: Type.Array(ChangeSchema, { minItems: 1, maxItems: CHANGES_MOST }),
});
export interface ChangesAsk {
  readonly changes: readonly Change[];
}

export const ChangesMade = closed({ made: Type.Integer() });
export interface ChangesMade {
  readonly made: number;
}
