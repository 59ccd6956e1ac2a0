import type { Plan, Problem } from '@alnage/core/planner';
import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Id, Instant } from '../shared/closed';
import { SavedPlan } from './plan';

/** What a job does: plans anew, mends the newest plan with as little moved as can be, or goes back to a version. */
export const JOB_KINDS = ['plan', 'repair', 'restore'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

export const JOB_STATES = ['queued', 'running', 'done', 'failed'] as const;
export type JobState = (typeof JOB_STATES)[number];

/** Seconds that a plan may be bettered for. */
export const JOB_SECONDS = { min: 1, max: 300 } as const;

export const JobAsk = closed({
  kind: Type.Enum([...JOB_KINDS]),
  /** The version that is gone back to or on from; absent: the newest, which only `restore` must name. */
  version: Type.Optional(Version),
  /** Absent: as the server is set. */
  seconds: Type.Optional(Type.Integer({ minimum: JOB_SECONDS.min, maximum: JOB_SECONDS.max })),
});
export type JobAsk = Static<typeof JobAsk>;

/** A plan in the making, for all screens; its best so far is drawn as it is. */
export const PlanJob = closed({
  id: Type.String({ format: 'uuid' }),
  kind: Type.Enum([...JOB_KINDS]),
  state: Type.Enum([...JOB_STATES]),
  askedAt: Instant,
  askedBy: Type.Union([Id, Type.Null()]),
  seconds: Type.Integer(),
  progress: Type.Number({ description: 'How much of its time is over, 0 to 1' }),
  isStopping: Type.Boolean(),
  best: Type.Union([
    closed({
      cost: Type.Number(),
      unmetPieces: Type.Integer(),
      problem: SavedPlan.properties.problem,
      plan: SavedPlan.properties.plan,
      /** Each time the best became better: seconds since it began, and its cost. */
      trail: Type.Array(closed({ seconds: Type.Number(), cost: Type.Number(), unmetPieces: Type.Integer() })),
    }),
    Type.Null(),
  ]),
  version: Type.Union([Type.Integer(), Type.Null()], { description: 'What came of it' }),
  fault: Type.Union([Type.String(), Type.Null()]),
});

export interface BestPlan {
  readonly cost: number;
  readonly unmetPieces: number;
  readonly problem: Problem;
  readonly plan: Plan;
  readonly trail: readonly {
    readonly seconds: number;
    readonly cost: number;
    readonly unmetPieces: number;
  }[];
}

/** As the schema says, in the core’s own types. */
export interface PlanJob {
  readonly id: string;
  readonly kind: JobKind;
  readonly state: JobState;
  readonly askedAt: string;
  readonly askedBy: string | null;
  readonly seconds: number;
  readonly progress: number;
  readonly isStopping: boolean;
  readonly best: BestPlan | null;
  readonly version: number | null;
  readonly fault: string | null;
}

export const JobParams = closed({ id: Type.String({ format: 'uuid' }) });
