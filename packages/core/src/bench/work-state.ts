import type { MeltSchool, TemperStep } from '../temper/temper-guide';
import type { BenchDeed, BenchEvent, RejectCause, WeighedWhat } from './bench-event';
import type { TroubleAnswer } from './trouble';

/** A wait that somebody is to be called after. */
export interface BenchTimer {
  /** The event that set it. */
  readonly id: string;
  readonly name: string;
  readonly endsAt: number;
}

export interface Weighed {
  readonly at: number;
  readonly what: WeighedWhat;
  readonly grams: number;
}

/** One piece of work at the bench as its events tell it; times are ms since 1970. */
export interface WorkState {
  readonly begunAt: number | null;
  readonly endedAt: number | null;
  readonly pausedSince: number | null;
  readonly pausedMs: number;
  /** Good pieces set down. */
  readonly good: number;
  readonly trays: readonly { readonly id: string; readonly at: number; readonly pieces: number }[];
  readonly rejects: readonly {
    readonly id: string;
    readonly at: number;
    readonly pieces: number;
    readonly cause: RejectCause;
  }[];
  readonly weighed: readonly Weighed[];
  readonly school: MeltSchool | null;
  readonly steps: readonly {
    readonly step: TemperStep;
    readonly at: number;
    readonly celsius: number | null;
  }[];
  readonly solidGrams: number;
  /** What was put in, and when; none of before its temper was begun again. */
  readonly solids: readonly { readonly at: number; readonly grams: number }[];
  /** Since when its temper was begun again; null: never. */
  readonly againAt: number | null;
  readonly timers: readonly BenchTimer[];
  readonly troubles: readonly {
    readonly at: number;
    readonly trouble: TroubleAnswer;
    readonly note: string;
  }[];
  /** Who did something, in the order in which they first did. */
  readonly people: readonly string[];
  /** The last deed, which can be taken back; null where nothing was done. */
  readonly last: BenchEvent | null;
}

const NOTHING: WorkState = {
  begunAt: null,
  endedAt: null,
  pausedSince: null,
  pausedMs: 0,
  good: 0,
  trays: [],
  rejects: [],
  weighed: [],
  school: null,
  steps: [],
  solidGrams: 0,
  solids: [],
  againAt: null,
  timers: [],
  troubles: [],
  people: [],
  last: null,
};

/**
 * The work as its events tell it, in whatever order they arrive and however often: each counts once, by when it was
 * done, and what was taken back does not count. All deeds of one work. Source: shop default.
 */
export function workState(events: readonly BenchEvent[]): WorkState {
  const once = [...new Map(events.map((event) => [event.id, event])).values()];
  const undone = new Set(once.flatMap(({ deed }) => (deed.kind === 'undo' ? [deed.event] : [])));
  return once
    .filter(({ id, deed }) => deed.kind !== 'undo' && !undone.has(id))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
    .reduce(afterEvent, NOTHING);
}

function afterEvent(state: WorkState, event: BenchEvent): WorkState {
  const { by } = event;
  const people = by === null || state.people.includes(by) ? state.people : [...state.people, by];
  return { ...state, people, last: event, ...afterDeed(state, event, event.deed) };
}

type Change = Partial<WorkState>;
type Apply<K extends BenchDeed['kind']> = (
  state: WorkState,
  event: BenchEvent,
  deed: Extract<BenchDeed, { kind: K }>,
) => Change;

const APPLY: { readonly [K in BenchDeed['kind']]: Apply<K> } = {
  begin: (state, { at }) => ({ begunAt: state.begunAt ?? at, endedAt: null }),
  tray: (state, { id, at }, { pieces }) => ({
    ...begun(state, at),
    good: state.good + pieces,
    trays: [...state.trays, { id, at, pieces }],
  }),
  reject: (state, { id, at }, { pieces, cause }) => ({
    ...begun(state, at),
    rejects: [...state.rejects, { id, at, pieces, cause }],
  }),
  weigh: (state, { at }, { what, grams }) => ({ weighed: [...state.weighed, { at, what, grams }] }),
  pause: (state, { at }) => ({ pausedSince: state.pausedSince ?? at }),
  resume: (state, { at }) => ({
    pausedSince: null,
    pausedMs: state.pausedMs + (state.pausedSince === null ? 0 : at - state.pausedSince),
  }),
  school: (_state, _event, { school }) => ({ school }),
  step: (state, { at }, { step, celsius }) => ({
    ...begun(state, at),
    steps: [...state.steps.filter((each) => each.step !== step), { step, at, celsius }],
  }),
  solid: (state, { at }, { grams }) => ({
    solidGrams: state.solidGrams + grams,
    solids: [...state.solids, { at, grams }],
  }),
  again: (_state, { at }, { school }) => ({ school, steps: [], solids: [], againAt: at, endedAt: null }),
  timer: (state, { id }, { name, endsAt }) => ({ timers: [...state.timers, { id, name, endsAt }] }),
  'timer-off': (state, _event, { timer }) => ({ timers: state.timers.filter(({ id }) => id !== timer) }),
  trouble: (state, { at }, { trouble, note }) => ({
    troubles: [...state.troubles, { at, trouble, note }],
  }),
  end: (state, { at }) => ({
    ...begun(state, at),
    endedAt: at,
    pausedSince: null,
    pausedMs: state.pausedMs + (state.pausedSince === null ? 0 : at - state.pausedSince),
  }),
  undo: () => ({}),
};

function afterDeed<K extends BenchDeed['kind']>(
  state: WorkState,
  event: BenchEvent,
  deed: Extract<BenchDeed, { kind: K }>,
): Change {
  return (APPLY[deed.kind as K] as Apply<K>)(state, event, deed);
}

/** Who sets a tray down, or says that it is done, has begun, whether he said so or not. */
function begun({ begunAt }: WorkState, at: number): Change {
  return { begunAt: begunAt ?? at };
}

/** Pieces that failed. */
export function rejectedPieces({ rejects }: Pick<WorkState, 'rejects'>): number {
  return rejects.reduce((sum, { pieces }) => sum + pieces, 0);
}

/** What was weighed for one thing: before and after the last that was written down, of what was added the sum. */
export function weighedGrams({ weighed }: Pick<WorkState, 'weighed'>, what: WeighedWhat): number | null {
  const own = weighed.filter((each) => each.what === what);
  if (own.length === 0) return null;
  return what === 'added' ? own.reduce((sum, { grams }) => sum + grams, 0) : own.at(-1)!.grams;
}

/** Minutes that were worked until an instant, pauses left out; 0 before it is begun. */
export function workedMinutes(state: WorkState, now: number): number {
  if (state.begunAt === null) return 0;
  const until = state.endedAt ?? state.pausedSince ?? now;
  return Math.max(0, until - state.begunAt - state.pausedMs) / 60_000;
}
