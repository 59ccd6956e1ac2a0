import type { Blocker, Plan, Problem, UnmetReason, UnplannedLine } from '@alnage/core/planner';
import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Day, Id, Instant } from '../shared/closed';

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

/** How a version of the plan came about. */
export const PLAN_ORIGINS = ['planned', 'repaired', 'restored', 'edited'] as const;
export type PlanOrigin = (typeof PLAN_ORIGINS)[number];

/** Somebody’s day that stays as it is. */
export const DayLock = closed({ person: Id, day: Day });
export type DayLock = Static<typeof DayLock>;

const origin = {
  origin: Type.Enum([...PLAN_ORIGINS]),
  madeBy: Type.Union([Id, Type.Null()], { description: 'Who was at the screen, where it says so' }),
  basedOn: Type.Union([Type.Integer(), Type.Null()], { description: 'The version that it goes on from' }),
  publishedAt: Type.Union([Instant, Type.Null()]),
  isPublished: Type.Boolean({ description: 'The bench works by this version now' }),
};

export interface PlanHead {
  readonly version: number;
  readonly madeAt: string;
  readonly origin: PlanOrigin;
  readonly madeBy: string | null;
  readonly basedOn: number | null;
  readonly publishedAt: string | null;
  readonly isPublished: boolean;
  readonly cost: number;
  readonly totalPieces: number;
  readonly unmetPieces: number;
}

/** A version of the plan without the plan itself. */
export const PlanHead = closed({
  version: Type.Integer({ minimum: 1 }),
  madeAt: Instant,
  ...origin,
  cost: Type.Number(),
  totalPieces: Type.Integer(),
  unmetPieces: Type.Integer(),
});

export const PlanParams = closed({ version: Version });

/** A saved plan with the problem it answers; orders in it are named by their ids, spare pieces by `spare:…`. */
export const SavedPlan = closed({
  version: Type.Integer({ minimum: 1 }),
  madeAt: Instant,
  horizonStart: Instant,
  ...origin,
  isStale: Type.Boolean({ description: 'Orders, people, bowls or trays changed since it was made' }),
  pins: Type.Array(Id, { description: 'Batches that stay where they are' }),
  locks: Type.Array(DayLock),
  publishedVersion: Type.Union([Type.Integer(), Type.Null()], {
    description: 'The version that is worked by',
  }),
  lapsed: Type.Array(Id, { description: 'Batches that were pinned and could not be held any more' }),
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
  unplanned: Type.Array(closed({ order: Id, product: Id, pieces }), {
    description: 'Pieces that were promised or changed since it was made and that it does not make in time',
  }),
  unplannedTickets: Type.Array(Type.String(), { description: 'Tickets of the orders of these, by pickup' }),
});

/** As the schema says, in the core's own types. */
export interface SavedPlan extends PlanHead {
  readonly horizonStart: string;
  readonly isStale: boolean;
  readonly pins: readonly string[];
  readonly locks: readonly DayLock[];
  readonly publishedVersion: number | null;
  readonly lapsed: readonly string[];
  readonly tickets: Readonly<Record<string, string>>;
  readonly problem: Problem;
  readonly plan: Plan;
  readonly reasons: readonly UnmetReason[];
  readonly unplanned: readonly UnplannedLine[];
  readonly unplannedTickets: readonly string[];
}

export type { Blocker };
