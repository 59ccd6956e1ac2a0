import type { Span } from '../problem';

/** One person's hours: shifts, and the tasks in them as a sorted list of disjoint spans. */
export class BusyHours {
  private readonly busy: [start: number, end: number][] = [];

  constructor(private readonly shifts: readonly Span[]) {}

  /** End of the latest free span of `minutes` that starts at or after `earliest` and ends by `latest`, or null. */
  latestFit(minutes: number, earliest: number, latest: number): number | null {
    for (let i = this.shifts.length - 1; i >= 0; i--) {
      const [start, end] = this.shifts[i]!;
      if (end <= earliest) return null;
      const from = Math.max(start, earliest);
      const fit = this.latestGap(minutes, from, Math.min(end, latest));
      if (fit !== null) return fit;
    }
    return null;
  }

  private latestGap(minutes: number, from: number, to: number): number | null {
    let end = to;
    for (let i = this.firstFrom(to) - 1; end - minutes >= from; i--) {
      if (i < 0) return end;
      const [busyStart, busyEnd] = this.busy[i]!;
      if (busyEnd <= end - minutes) return end;
      end = Math.min(end, busyStart);
    }
    return null;
  }

  add(start: number, end: number): void {
    if (end > start) this.busy.splice(this.firstFrom(start), 0, [start, end]);
  }

  remove(start: number, end: number): void {
    if (end > start) this.busy.splice(this.firstFrom(start), 1);
  }

  /** Position of the first task that starts at or after the minute. */
  private firstFrom(minute: number): number {
    let low = 0;
    let high = this.busy.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.busy[middle]![0] < minute) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
