import type { BenchEvent } from './bench-event';
import type { BenchWork, StageWork } from './bench-works';
import { workState, type BenchTimer, type WorkState } from './work-state';

/** A work that is sealed, as the bench needs it. */
export interface SealedAtBench {
  readonly work: string;
  readonly code: string;
  readonly melt: string;
  /** ms since 1970 */
  readonly endedAt: number;
  /** What stayed in the bowl; null where it was not weighed. */
  readonly leftGrams: number | null;
}

/** What is worked by, with the deeds of works that are open and what is sealed. */
export interface BenchRead {
  readonly works: readonly BenchWork[];
  readonly events: readonly BenchEvent[];
  readonly sealed: readonly SealedAtBench[];
  /** Keys of works that are over, those too of which the deeds are not here any more. */
  readonly ended: readonly string[];
}

/** The works with what was done of each. */
export interface WorkAtBench {
  readonly work: BenchWork;
  readonly state: WorkState;
  /** Code of the sealed record; null while it is open. */
  readonly code: string | null;
  /** Whether somebody wrote down that it is done; that its hour is past says nothing. */
  readonly isDone: boolean;
}

/** All works with their states, by the server's deeds and those of this screen that are on their way. */
export function worksAtBench(bench: BenchRead, mine: readonly BenchEvent[]): WorkAtBench[] {
  const sealed = new Map(bench.sealed.map(({ work, code }) => [work, code]));
  const events = new Map<string, BenchEvent[]>();
  for (const event of [...bench.events, ...mine])
    events.set(event.work, [...(events.get(event.work) ?? []), event]);
  const ended = new Set(bench.ended);
  return bench.works.map((work) => {
    const own = events.get(work.key);
    const state = workState(own ?? []);
    const code = sealed.get(work.key) ?? null;
    const isDone = code !== null || state.endedAt !== null || (!own && ended.has(work.key));
    return { work, state, code, isDone };
  });
}

/** The stage of its batch that comes right before a work; null for the first, and for a melt. */
export function stageBefore({ work }: WorkAtBench, all: readonly WorkAtBench[]): WorkAtBench | null {
  if (work.kind !== 'stage') return null;
  const isEarlier = (other: BenchWork): boolean =>
    other.kind === 'stage' && other.batch === work.batch && other.start < work.start;
  return all.filter((each) => isEarlier(each.work)).sort((a, b) => b.work.start - a.work.start)[0] ?? null;
}

/** A wait that is running at some work, kept by the server. */
export interface TimerAtBench extends BenchTimer {
  readonly work: string;
}

/** The waits of all works, the first to end first. */
export function timersAtBench(bench: BenchRead, mine: readonly BenchEvent[]): TimerAtBench[] {
  return worksAtBench(bench, mine)
    .flatMap(({ work, state }) => state.timers.map((timer) => ({ ...timer, work: work.key })))
    .sort((a, b) => a.endsAt - b.endsAt);
}

/** Whose bench this is: a person's, or a bowl's. */
export interface BenchLens {
  readonly kind: 'person' | 'bowl';
  readonly id: string;
}

/** Whether a work is of this bench. */
export function isOfLens(work: BenchWork, { kind, id }: BenchLens): boolean {
  if (kind === 'person') return work.person === id;
  return work.kind === 'melt' ? work.bowl === id : work.melt?.bowl === id;
}

export function isDip(work: BenchWork): work is StageWork & { melt: NonNullable<StageWork['melt']> } {
  return work.kind === 'stage' && work.melt !== null;
}

/** Whether nothing more is to be done of it. */
export function isOver({ work, state, code }: WorkAtBench): boolean {
  return code !== null || (state.endedAt !== null && !isDip(work));
}

/** Work that was planned to be over for so long and that nobody wrote down is taken as done. Shop default. */
const FORGOTTEN_MINUTES = 60;

/** Whether a work can be done yet: nobody begins to make ready, or to dip from, a melt that is lost. */
export function canBeDone(lost: readonly string[]): (at: WorkAtBench) => boolean {
  return ({ work, state }) => {
    const melt = work.kind === 'melt' ? work.melt : work.melt?.id;
    return state.begunAt !== null || melt === undefined || !lost.includes(melt);
  };
}

/** What is to be done at this bench, the first first: what is begun, what is to be weighed out, what comes. */
export function queueOf(all: readonly WorkAtBench[], lens: BenchLens, nowMinute: number): WorkAtBench[] {
  const own = all.filter((each) => isOfLens(each.work, lens) && !isOver(each));
  const isBegun = ({ state }: WorkAtBench): boolean => state.begunAt !== null;
  const coming = own.filter((each) => isBegun(each) || each.work.end + FORGOTTEN_MINUTES > nowMinute);
  const rank = (each: WorkAtBench): number => (!isBegun(each) ? 2 : each.state.endedAt === null ? 0 : 1);
  return coming.sort((a, b) => rank(a) - rank(b) || a.work.start - b.work.start);
}
