import type { StageTimes } from './path';

/** A stage of a batch as it is planned, and what was written down of it; times are ms since 1970. */
export interface StageSeen {
  readonly start: number;
  readonly end: number;
  /** Null: nobody wrote down that it began, or is over. */
  readonly begunAt: number | null;
  readonly endedAt: number | null;
  readonly rest: StageTimes['rest'];
}

/**
 * When the stages of a batch were, and will be: as somebody wrote down, else as planned, but nothing that is not written down is over before
 * now, and none begins before the one before it is over. By hand: planned for 10:00 to 10:30, begun at 10:10, now 10:50: it ends now at the
 * earliest. Source: what was done, never what was planned.
 */
export function stageTimes(stages: readonly StageSeen[], now: number): StageTimes[] {
  const times: StageTimes[] = [];
  for (const { start, end, begunAt, endedAt, rest } of stages) {
    const before = times.at(-1)?.end ?? -Infinity;
    const begins = begunAt ?? endedAt ?? Math.max(start, now, before);
    const ends = endedAt ?? Math.max(begins + (end - start), now);
    times.push({ start: begins, end: Math.max(begins, ends), rest });
  }
  return times;
}
