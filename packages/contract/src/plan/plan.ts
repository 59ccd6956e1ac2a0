import type { Blocker, Plan, Problem, UnmetReason } from '@alnage/core';
import { Type } from 'typebox';
import { closed, Id, Instant } from '../shared/closed';

const minute = Type.Integer({ description: 'Whole minutes from horizonStart' });
const pieces = Type.Integer({ minimum: 1 });

export const BatchSchema = closed({
  id: Id,
  product: Id,
  pieces,
  serves: Type.Array(closed({ order: Id, pieces })),
  stages: Type.Array(
    closed({ stage: Id, person: Id, start: minute, end: minute, melt: Type.Union([Id, Type.Null()]) }),
  ),
});

export const MeltSchema = closed({
  id: Id,
  melter: Id,
  coating: Id,
  grams: Type.Integer(),
  person: Id,
  setupStart: minute,
  setupEnd: minute,
  closed: minute,
});

const UnmetSchema = closed({ order: Id, product: Id, pieces });

const open = (description: string) => Type.Object({}, { additionalProperties: true, description });

/** A saved plan with the problem it answers; orders in it are named by their ids, spare pieces by `spare:…`. */
export const SavedPlan = closed({
  version: Type.Integer({ minimum: 1 }),
  madeAt: Instant,
  horizonStart: Instant,
  isStale: Type.Boolean({ description: 'Orders changed since it was made' }),
  tickets: Type.Record(Type.String(), Type.String(), { description: 'Tickets of its orders, by their ids' }),
  cost: Type.Number(),
  totalPieces: Type.Integer(),
  unmetPieces: Type.Integer(),
  problem: open('alnage-problem/1'),
  plan: closed({
    format: Type.Literal('alnage-plan/1'),
    batches: Type.Array(BatchSchema),
    melts: Type.Array(MeltSchema),
    unmet: Type.Array(UnmetSchema),
  }),
  reasons: Type.Array(closed({ order: Id, product: Id, pieces, blocker: open('What stood in the way') })),
});

/** As the schema says, in the core's own types. */
export interface SavedPlan {
  readonly version: number;
  readonly madeAt: string;
  readonly horizonStart: string;
  readonly isStale: boolean;
  readonly tickets: Readonly<Record<string, string>>;
  readonly cost: number;
  readonly totalPieces: number;
  readonly unmetPieces: number;
  readonly problem: Problem;
  readonly plan: Plan;
  readonly reasons: readonly UnmetReason[];
}

export type { Blocker };
