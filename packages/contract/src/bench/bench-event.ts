import { REJECT_CAUSES, TROUBLES, TROUBLE_SIGNS, WEIGHED_WHAT, type BenchDeed } from '@alnage/core/bench';
import { BOWL_GRAMS, RUN_PIECES } from '@alnage/core/coating';
import { READING_CELSIUS, STEPS_OF, TEMPER_STEPS, type MeltSchool } from '@alnage/core/temper';
import { Type } from 'typebox';
import { within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

/** Deeds that are sent at once at most. */
export const BENCH_EVENTS_MOST = 500;

const Uuid = Type.String({ format: 'uuid' });
const kind = <K extends BenchDeed['kind']>(name: K) => Type.Literal(name);
const pieces = Type.Integer({ minimum: 1, maximum: RUN_PIECES.max });
const SCHOOLS = Object.keys(STEPS_OF) as MeltSchool[];
const CAUSES = [...new Set(Object.values(TROUBLES).flatMap((each) => each.map(({ cause }) => cause)))];
const MS = Type.Integer({ minimum: 0, maximum: 8.64e15 });

export const BenchDeedSchema = Type.Union([
  closed({ kind: kind('begin') }),
  closed({ kind: kind('tray'), pieces }),
  closed({ kind: kind('reject'), pieces, cause: Type.Enum([...REJECT_CAUSES]) }),
  closed({ kind: kind('weigh'), what: Type.Enum([...WEIGHED_WHAT]), grams: within(BOWL_GRAMS) }),
  closed({ kind: kind('pause') }),
  closed({ kind: kind('resume') }),
  closed({ kind: kind('school'), school: Type.Enum(SCHOOLS) }),
  closed({
    kind: kind('step'),
    step: Type.Enum([...TEMPER_STEPS]),
    celsius: Type.Union([within(READING_CELSIUS), Type.Null()]),
  }),
  closed({ kind: kind('solid'), grams: within(BOWL_GRAMS) }),
  closed({ kind: kind('again'), school: Type.Enum(SCHOOLS) }),
  closed({ kind: kind('timer'), name: plainText({ minLength: 1, maxLength: 60 }), endsAt: MS }),
  closed({ kind: kind('timer-off'), timer: Uuid }),
  closed({
    kind: kind('trouble'),
    trouble: closed({ sign: Type.Enum([...TROUBLE_SIGNS]), cause: Type.Enum(CAUSES) }),
    note: plainText({ maxLength: 200 }),
  }),
  closed({ kind: kind('end') }),
  closed({ kind: kind('undo'), event: Uuid }),
]);

/** A deed as a screen sends it: by an id of its own, so that it counts once however often it is sent. */
export const BenchEventDraft = closed({
  id: Uuid,
  work: Type.String({ minLength: 1, maxLength: 300, format: 'plain-text' }),
  at: MS,
  /** Who did it, where the screen says so. */
  by: Type.Union([Id, Type.Null()]),
  deed: BenchDeedSchema,
});
export interface BenchEventDraft {
  readonly id: string;
  readonly work: string;
  readonly at: number;
  readonly by: string | null;
  readonly deed: BenchDeed;
}

export const BenchEventsAsk = closed({
  events: Type.Array(BenchEventDraft, { minItems: 1, maxItems: BENCH_EVENTS_MOST }),
});
export interface BenchEventsAsk {
  readonly events: readonly BenchEventDraft[];
}

/** Why a deed cannot be taken; it stays with the screen that sent it. */
export const DEED_REFUSALS = ['unknown-work', 'sealed', 'in-future', 'unknown-cause', 'stopped'] as const;
export type DeedRefusal = (typeof DEED_REFUSALS)[number];

/** What became of each deed, in their order: kept, kept before, or refused and why. */
export const BenchTaken = closed({
  taken: Type.Array(closed({ id: Uuid, refusal: Type.Union([Type.Enum([...DEED_REFUSALS]), Type.Null()]) })),
});
export interface BenchTaken {
  readonly taken: readonly { readonly id: string; readonly refusal: DeedRefusal | null }[];
}
