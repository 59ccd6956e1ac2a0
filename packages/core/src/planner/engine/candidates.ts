import type { Melt } from './melts-and-runs';

/** Candidates kept for one stage. */
const KEPT = 12;

/** The candidates for one stage, the cheapest first. */
export class Candidates {
  count = 0;
  readonly prices = new Float64Array(KEPT);
  readonly ends = new Int32Array(KEPT);
  readonly minutes = new Int32Array(KEPT);
  readonly shifts = new Int32Array(KEPT);
  /** Bowl of a new melt, or -1. */
  readonly bowls = new Int32Array(KEPT);
  readonly melts: (Melt | null)[] = new Array<Melt | null>(KEPT).fill(null);
  /** Minute that the windows' ends of earlier steps were tried from. */
  latestEnd = 0;
  earliestEnd = 0;

  /** Where a candidate of this price goes, or -1; those after it move down. */
  insert(price: number): number {
    if (this.count === KEPT && price >= this.prices[KEPT - 1]!) return -1;
    let i = this.count < KEPT ? this.count++ : KEPT - 1;
    for (; i > 0 && this.prices[i - 1]! > price; i--) {
      this.prices[i] = this.prices[i - 1]!;
      this.ends[i] = this.ends[i - 1]!;
      this.minutes[i] = this.minutes[i - 1]!;
      this.shifts[i] = this.shifts[i - 1]!;
      this.bowls[i] = this.bowls[i - 1]!;
      this.melts[i] = this.melts[i - 1]!;
    }
    this.prices[i] = price;
    return i;
  }
}
