import { REJECT_CAUSES, type SealDoubt } from '@alnage/core/bench';
import { RUN_PIECES, BOWL_GRAMS } from '@alnage/core/coating';
import { Type, type Static } from 'typebox';
import { within } from '../shared/bounds';
import { closed, orNull, Id, Instant, plainText } from '../shared/closed';

const Uuid = Type.String({ format: 'uuid' });
const doubts = [
  'coat-before-open',
  'none-dipped',
  'not-weighed',
  'few-pieces',
  'many-pieces',
  'coat-far-off',
  'pace-far-off',
] as const satisfies readonly SealDoubt['kind'][];
export const SEAL_DOUBTS = doubts;

/** Seals a run: what was asked about and stands all the same, and what becomes of what is left in the bowl. */
export const SealAsk = closed({
  work: Type.String({ minLength: 1, maxLength: 300 }),
  confirmed: Type.Array(Type.Enum([...doubts]), { maxItems: doubts.length, uniqueItems: true }),
  /** Grams of what is left that go to the larder as a lot of their own; the rest stays in the bowl. */
  toLarderGrams: within(BOWL_GRAMS),
  note: plainText({ maxLength: 200 }),
  /** Whose bench it is, where it is not whoever is at the screen. */
  by: Type.Optional(Id),
});
export type SealAsk = Static<typeof SealAsk>;

const count = Type.Integer({ minimum: 0, maximum: RUN_PIECES.max });

/** What a run came to. */
const figures = {
  good: count,
  rejects: Type.Array(closed({ cause: Type.Enum([...REJECT_CAUSES]), pieces: count })),
  startGrams: orNull(within(BOWL_GRAMS)),
  addedGrams: within(BOWL_GRAMS),
  leftGrams: orNull(within(BOWL_GRAMS)),
};

const takenLot = closed({
  lot: Uuid,
  code: Type.String(),
  item: closed({ kind: Type.Enum(['coating', 'supply']), id: Id }),
  amount: Type.Number(),
});

/** A run as it was sealed. It is never changed; what was wrong in it is amended. */
export const RunRecord = closed({
  id: Uuid,
  code: Type.String({ description: 'Day, bowl and number: 18-A-2' }),
  horizonStart: Instant,
  work: Type.String(),
  batch: Id,
  piece: Id,
  stage: Id,
  bowl: Id,
  coating: Id,
  melt: Id,
  planVersion: Type.Integer(),
  people: Type.Array(Id),
  plannedPieces: Type.Integer(),
  plannedGramsPerPiece: Type.Number(),
  plannedSecondsPerPiece: Type.Number({ description: 'At the pace of whoever worked' }),
  describedMinutes: Type.Number({ description: 'What the piece’s route says of so many, at that pace' }),
  startedAt: Instant,
  endedAt: Instant,
  minutes: Type.Number(),
  ...figures,
  pieces: count,
  gramsPerPiece: orNull(Type.Number()),
  secondsPerPiece: orNull(Type.Number()),
  toLarderGrams: Type.Number(),
  celsius: orNull(
    closed({ first: Type.Number(), last: Type.Number(), low: Type.Number(), high: Type.Number() }),
  ),
  troubles: Type.Array(
    closed({ at: Instant, sign: Type.String(), cause: Type.String(), note: Type.String() }),
  ),
  lots: Type.Array(takenLot),
  /** What its batch took besides: for the centre that was prepared for it, and its packing. As it stands by now. */
  batchLots: Type.Array(takenLot),

  /** What was taken that no lot had. */
  missing: Type.Array(
    closed({ item: closed({ kind: Type.Enum(['coating', 'supply']), id: Id }), amount: Type.Number() }),
  ),
  leftoverLot: orNull(Uuid),
  orders: Type.Array(closed({ order: Type.String(), ticket: orNull(Type.String()), pieces: Type.Integer() })),
  confirmed: Type.Array(Type.String()),
  note: Type.String(),
  sealedAt: Instant,
  sealedBy: orNull(Id),
  /** What it taught: the coat before and after. */
  taught: orNull(closed({ beforeGrams: Type.Number(), afterGrams: Type.Number() })),
  amendments: Type.Array(
    closed({
      at: Instant,
      by: orNull(Id),
      reason: Type.String(),
      before: closed(figures),
      after: closed(figures),
    }),
  ),
});
export type RunRecord = Static<typeof RunRecord>;

/** What of a sealed run was wrong, with the reason; the record keeps both. */
export const AmendAsk = closed({ ...figures, reason: plainText({ minLength: 1, maxLength: 200 }) });
export type AmendAsk = Static<typeof AmendAsk>;

/** The figures of a run that can be amended. */
export type RunCounts = Omit<AmendAsk, 'reason'>;

/** The figures of a sealed run as they stand by now, with what follows from them. */
export function countsNow(run: RunRecord): RunCounts & { pieces: number; gramsPerPiece: number | null } {
  const counts = run.amendments.at(-1)?.after ?? run;
  const { good, rejects, startGrams, addedGrams, leftGrams } = counts;
  const pieces = good + rejects.reduce((sum, each) => sum + each.pieces, 0);
  const isWeighed = startGrams !== null && leftGrams !== null && pieces > 0;
  return {
    ...{ good, rejects, startGrams, addedGrams, leftGrams, pieces },
    gramsPerPiece: isWeighed ? (startGrams + addedGrams - leftGrams) / pieces : null,
  };
}
