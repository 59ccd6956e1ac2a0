import type { Problem } from '../problem';

/** A stretch of time in which always the same people work, or nobody. */
export interface Bucket {
  readonly from: number;
  readonly to: number;
  /** Positions of the people who work in it. */
  readonly people: readonly number[];
}

/** Longest bucket, in minutes: finer is truer and slower. */
const STEP = 15;

/** The working time of a problem from now on, cut where shifts begin and end and otherwise every quarter of an hour. */
export class Grid {
  readonly buckets: readonly Bucket[];

  constructor({ people, now = 0, horizon }: Problem) {
    const cuts = new Set<number>([now, horizon]);
    for (const { shifts } of people) for (const span of shifts) for (const minute of span) cuts.add(minute);
    for (let minute = Math.ceil(now / STEP) * STEP; minute < horizon; minute += STEP) cuts.add(minute);
    const sorted = [...cuts].filter((minute) => minute >= now && minute <= horizon).sort((a, b) => a - b);
    this.buckets = sorted.slice(0, -1).flatMap((from, i) => {
      const to = sorted[i + 1]!;
      const working = people.flatMap(({ shifts }, index) =>
        shifts.some(([start, end]) => start <= from && to <= end) ? [index] : [],
      );
      return working.length > 0 ? [{ from, to, people: working }] : [];
    });
  }

  /** The last bucket that is over by a minute, or -1. */
  overBy(minute: number): number {
    return this.count(({ to }) => to <= minute) - 1;
  }

  /** The last bucket that has begun before a minute, or -1. */
  begunBy(minute: number): number {
    return this.count(({ from }) => from < minute) - 1;
  }

  private count(isBefore: (bucket: Bucket) => boolean): number {
    let [low, high] = [0, this.buckets.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (isBefore(this.buckets[middle]!)) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
