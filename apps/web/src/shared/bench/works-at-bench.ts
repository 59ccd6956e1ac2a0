import type { Bench } from '@alnage/contract';
import { workState, type BenchEvent, type BenchTimer, type BenchWork, type WorkState } from '@alnage/core';

/** The works with what was done of each. */
export interface WorkAtBench {
  readonly work: BenchWork;
  readonly state: WorkState;
  /** Code of the sealed record; null while it is open. */
  readonly code: string | null;
}

/** All works with their states, by the server's deeds and those of this screen that are on their way. */
export function worksAtBench(bench: Bench, mine: readonly BenchEvent[]): WorkAtBench[] {
  const sealed = new Map(bench.sealed.map(({ work, code }) => [work, code]));
  const events = new Map<string, BenchEvent[]>();
  for (const event of [...bench.events, ...mine])
    events.set(event.work, [...(events.get(event.work) ?? []), event]);
  return bench.works.map((work) => ({
    work,
    state: workState(events.get(work.key) ?? []),
    code: sealed.get(work.key) ?? null,
  }));
}

/** A wait that is running at some work, kept by the server. */
export interface TimerAtBench extends BenchTimer {
  readonly work: string;
}

/** The waits of all works, the first to end first. */
export function timersAtBench(bench: Bench, mine: readonly BenchEvent[]): TimerAtBench[] {
  return worksAtBench(bench, mine)
    .flatMap(({ work, state }) => state.timers.map((timer) => ({ ...timer, work: work.key })))
    .sort((a, b) => a.endsAt - b.endsAt);
}
