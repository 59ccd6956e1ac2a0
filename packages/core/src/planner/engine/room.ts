import type { Journal, Undoable } from './journal';

/** Minutes of one block, whose most trays are kept. */
const BLOCK = 64;

/** Trays of one zone minute by minute, with the most of every block so that free stretches are skipped over. */
export class Room implements Undoable {
  private readonly taken: Int32Array;
  /** Most trays within each block, without what the whole block was given. */
  private readonly most: Int32Array;
  /** Trays that lie for the whole of a block. */
  private readonly whole: Int32Array;

  constructor(
    private readonly trays: number,
    horizon: number,
    private readonly journal: Journal,
  ) {
    const blocks = Math.floor(horizon / BLOCK) + 1;
    this.taken = new Int32Array(blocks * BLOCK);
    this.most = new Int32Array(blocks);
    this.whole = new Int32Array(blocks);
  }

  /** The earliest minute at or after `earliest` from which so many more trays fit without a break until `to`. */
  freeSince(trays: number, earliest: number, to: number): number {
    const limit = this.trays - trays;
    let minute = to;
    while (minute > earliest) {
      const block = (minute - 1) >> 6;
      const start = block << 6;
      const whole = this.whole[block]!;
      if (this.most[block]! + whole > limit) {
        const bound = Math.max(start, earliest);
        for (; minute > bound; minute--) if (this.taken[minute - 1]! + whole > limit) return minute;
      }
      minute = start;
    }
    return earliest;
  }

  add(trays: number, from: number, to: number): void {
    if (to <= from || trays === 0) return;
    const at = this.journal.open(this);
    const { ints } = this.journal;
    ints[at] = trays;
    ints[at + 1] = from;
    ints[at + 2] = to;
    this.change(trays, from, to);
  }

  undo({ ints }: Journal, at: number): void {
    this.change(-ints[at]!, ints[at + 1]!, ints[at + 2]!);
  }

  private change(trays: number, from: number, to: number): void {
    for (let block = from >> 6; block << 6 < to; block++) {
      const start = block << 6;
      if (from <= start && start + BLOCK <= to) this.whole[block]! += trays;
      else this.changeWithin(block, trays, { from: Math.max(from, start), to: Math.min(to, start + BLOCK) });
    }
  }

  private changeWithin(block: number, trays: number, { from, to }: { from: number; to: number }): void {
    const { taken } = this;
    let most = trays > 0 ? this.most[block]! : -Infinity;
    for (let minute = from; minute < to; minute++) {
      const now = taken[minute]! + trays;
      taken[minute] = now;
      if (now > most) most = now;
    }
    if (trays < 0) {
      const start = block << 6;
      for (let minute = start; minute < start + BLOCK; minute++)
        if (taken[minute]! > most) most = taken[minute]!;
    }
    this.most[block] = most;
  }
}
