import type { Bench } from '@alnage/contract';
import { workState, type BenchEvent, type BenchWork, type WorkState } from '@alnage/core';

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
