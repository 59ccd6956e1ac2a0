/** Trays of one zone minute by minute. */
export class TrayRoom {
  private readonly taken: Int32Array;

  constructor(
    private readonly trays: number,
    horizon: number,
  ) {
    this.taken = new Int32Array(horizon + 1);
  }

  /** The earliest minute at or after `earliest` from which so many more trays fit without a break until `to`. */
  freeSince(trays: number, earliest: number, to: number): number {
    const most = this.trays - trays;
    let minute = to;
    while (minute > earliest && this.taken[minute - 1]! <= most) minute--;
    return minute;
  }

  fits(trays: number, from: number, to: number): boolean {
    return to <= from || this.freeSince(trays, from, to) === from;
  }

  add(trays: number, from: number, to: number): void {
    for (let minute = from; minute < to; minute++) this.taken[minute]! += trays;
  }
}
