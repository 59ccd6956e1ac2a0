import type { BenchEvent, BenchWork, DayTrouble, ExpectedWork, Shortage } from '@alnage/core/bench';
import { Type, type Static } from 'typebox';
import { closed, orNull, Id, Instant } from '../shared/closed';
import { AllergyWaived } from '../orders/order';
import { BenchDeedSchema } from './bench-event';

const minute = Type.Integer({ description: 'Whole minutes from horizonStart' });
const Uuid = Type.String({ format: 'uuid' });

const planned = { key: Type.String(), person: Id, start: minute, end: minute };

const WorkSchema = Type.Union([
  closed({ kind: Type.Literal('melt'), ...planned, melt: Id, bowl: Id, coating: Id, grams: Type.Number() }),
  closed({
    kind: Type.Literal('stage'),
    ...planned,
    batch: Id,
    product: Id,
    stage: Id,
    skill: Type.String(),
    pieces: Type.Integer(),
    startPieces: Type.Integer(),
    coats: Type.Integer({ minimum: 0, description: 'Stages of its route that put a coat on' }),
    melt: orNull(closed({ id: Id, bowl: Id, coating: Id, gramsPerPiece: Type.Number() })),
    secondsPerPiece: Type.Number(),
    fixedMinutes: Type.Number(),
    rest: closed({
      zone: Type.String(),
      piecesPerTray: Type.Integer(),
      minMinutes: Type.Integer(),
      maxMinutes: Type.Integer(),
      first: Type.Optional(closed({ zone: Type.String(), minutes: Type.Integer() })),
    }),
    orders: Type.Array(closed({ order: Type.String(), pieces: Type.Integer() })),
  }),
]);

const EventSchema = closed({
  id: Uuid,
  work: Type.String(),
  at: Type.Integer({ description: 'ms since 1970' }),
  by: orNull(Id),
  deed: BenchDeedSchema,
});

const TroubleSchema = closed({
  kind: Type.Enum(['late-order', 'long-wait']),
  order: orNull(Type.String()),
  batch: Id,
  product: Id,
  minutes: Type.Number(),
});

/** A work of the bench that is sealed, and the record that came of it. */
const SealedWork = closed({
  work: Type.String(),
  run: Uuid,
  code: Type.String(),
  melt: Id,
  endedAt: Type.Integer({ description: 'ms since 1970' }),
  /** What stayed in the bowl; null where it was not weighed. */
  leftGrams: orNull(Type.Number()),
});
export type SealedWork = Static<typeof SealedWork>;

/** Who must never have what, and whose order holds some of it knowingly. */
const GuardedSchema = closed({
  customer: Type.String(),
  allergies: Type.Array(Type.String()),
  waiver: orNull(AllergyWaived),
});
export type GuardedOrder = Static<typeof GuardedSchema>;

/** What the kitchen works by now: the published plan's work, what was done of it, and where that leads. */
export const Bench = closed({
  version: orNull(Type.Integer({ description: 'The version that is worked by; null: nothing is planned' })),
  horizonStart: orNull(Instant),
  works: Type.Array(WorkSchema),
  events: Type.Array(EventSchema),
  sealed: Type.Array(SealedWork),
  ended: Type.Array(Id, { description: 'Works that somebody wrote down as done, however long ago' }),
  ahead: Type.Array(
    closed({ key: Type.String(), start: Type.Number(), end: Type.Number(), lateMinutes: Type.Number() }),
  ),
  troubles: Type.Array(TroubleSchema),
  lost: Type.Array(Id, { description: 'Melts of the plan that nobody can dip from any more' }),
  shortages: Type.Array(
    closed({ batch: Id, product: Id, order: Type.String(), pieces: Type.Integer({ minimum: 1 }) }),
  ),
  tickets: Type.Record(Type.String(), Type.String(), { description: 'Tickets of orders, by their ids' }),
  /** Allergens that the orders of a work are promised to be free from. */
  freeFrom: Type.Record(Type.String(), Type.Array(Type.String())),
  never: Type.Record(Type.String(), GuardedSchema, {
    description: 'Orders of people who must never have something, by their ids',
  }),
});
export interface Bench {
  readonly version: number | null;
  readonly horizonStart: string | null;
  readonly works: readonly BenchWork[];
  readonly events: readonly BenchEvent[];
  readonly sealed: readonly SealedWork[];
  readonly ended: readonly string[];
  readonly ahead: readonly ExpectedWork[];
  readonly troubles: readonly DayTrouble[];
  readonly lost: readonly string[];
  /** What orders lack because fewer pieces came out than were planned. */
  readonly shortages: readonly Shortage[];
  readonly tickets: Readonly<Record<string, string>>;
  readonly freeFrom: Readonly<Record<string, readonly string[]>>;
  readonly never: Readonly<Record<string, GuardedOrder>>;
}
