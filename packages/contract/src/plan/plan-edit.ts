import type { PlanEdit } from '@alnage/core/planner';
import { Type, type Static } from 'typebox';
import { closed, Day, Id } from '../shared/closed';

const version = Type.Integer({ minimum: 1, description: 'The version that was seen' });

/** A batch of the version that was seen is moved, split or joined with another; a move pins it as well. */
export const PlanEditAsk = closed({
  version,
  edit: Type.Union([
    closed({
      kind: Type.Literal('move'),
      batch: Id,
      to: closed({
        stage: Id,
        end: Type.Integer({ minimum: 0, description: 'Minute at which the stage ends' }),
        person: Type.Optional(Id),
        melter: Type.Optional(Id),
      }),
      mayMoveOthers: Type.Boolean(),
    }),
    closed({ kind: Type.Literal('split'), batch: Id, pieces: Type.Integer({ minimum: 1 }) }),
    closed({ kind: Type.Literal('merge'), batch: Id, other: Id }),
  ]),
});
export interface PlanEditAsk {
  readonly version: number;
  readonly edit: PlanEdit;
}

/** Whether a batch, or somebody’s day, of the version that was seen is to stay as it is from now on. */
export const HoldAsk = closed({
  version,
  hold: Type.Union([closed({ batch: Id }), closed({ person: Id, day: Day })]),
  isHeld: Type.Boolean(),
});
export type HoldAsk = Static<typeof HoldAsk>;
