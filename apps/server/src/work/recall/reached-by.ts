import type { ReachedByView } from '@alnage/contract';
import type { ReachedBy } from '@alnage/core';
import type { TraceRead } from '../../week/tracing/trace-facts';

/** How things are reached, with lots and runs as people call them. */
export class ReachedByCodes {
  private readonly lots: ReadonlyMap<string, string>;
  private readonly runs: ReadonlyMap<string, string>;

  constructor({ lots, runs }: TraceRead) {
    this.lots = new Map(lots.map(({ id, code }) => [id, code]));
    this.runs = new Map(runs.map(({ id, code }) => [id, code]));
  }

  view(by: ReachedBy): ReachedByView {
    if (by.kind === 'asked') return { kind: by.kind, code: null };
    if (by.kind === 'melt' || by.kind === 'left-over')
      return { kind: by.kind, code: this.runs.get(by.work) ?? null };
    return { kind: by.kind, code: this.lots.get(by.lot) ?? null };
  }
}
