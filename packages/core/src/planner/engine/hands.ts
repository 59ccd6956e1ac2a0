import type { CompiledProblem } from './compiled';
import type { Journal, Undoable } from './journal';

/** Minutes that something may lie in: it starts at `from` or later and ends by `to`. */
export interface Stretch {
  from: number;
  to: number;
}

const ADDED = 0;
const FIRST_SIZE = 16;

/** Guiding prices are whole parts of a cost of 1. */
export const GUIDE_SCALE = 16;

/** Everybody's hours: for each shift the tasks in it as sorted disjoint spans. */
export class Hands implements Undoable {
  /** Minutes of all tasks. */
  labour = 0;
  /** Idle minutes between the first and the last task of each shift in use. */
  idle = 0;
  /** What the minutes are priced beyond their cost, in parts of GUIDE_SCALE. */
  guide = 0;
  /** That price of a minute in each shift. */
  readonly extra: Int32Array;
  /** Tasks that start where people were told that one does. */
  kept = 0;
  /** The shift that the last `latestFit` found. */
  shift = -1;
  private readonly shiftStart: Int32Array;
  private readonly shiftEnd: Int32Array;
  private readonly starts: Int32Array[];
  private readonly ends: Int32Array[];
  private readonly counts: Int32Array;
  private readonly worked: Int32Array;
  private readonly shiftsOf: readonly (readonly number[])[];
  private readonly told: readonly ReadonlySet<number>[] | null;

  constructor(
    { shifts, people, told }: Pick<CompiledProblem, 'shifts' | 'people' | 'told'>,
    private readonly journal: Journal,
  ) {
    this.told = told?.starts ?? null;
    this.shiftStart = Int32Array.from(shifts, ({ start }) => start);
    this.shiftEnd = Int32Array.from(shifts, ({ end }) => end);
    this.starts = shifts.map(() => new Int32Array(FIRST_SIZE));
    this.ends = shifts.map(() => new Int32Array(FIRST_SIZE));
    this.counts = new Int32Array(shifts.length);
    this.worked = new Int32Array(shifts.length);
    this.extra = new Int32Array(shifts.length);
    this.shiftsOf = people.map((person) => person.shifts);
  }

  /** End of the person's latest free span of `minutes` within the stretch, in `shift`; -1 where there is none. */
  latestFit(person: number, minutes: number, stretch: Stretch): number {
    const shifts = this.shiftsOf[person]!;
    for (let i = shifts.length - 1; i >= 0; i--) {
      const shift = shifts[i]!;
      const shiftEnd = this.shiftEnd[shift]!;
      if (shiftEnd <= stretch.from) return -1;
      const shiftStart = this.shiftStart[shift]!;
      if (shiftStart + minutes > stretch.to) continue;
      const end = this.latestGap(shift, minutes, stretch);
      if (end >= 0) {
        this.shift = shift;
        return end;
      }
    }
    return -1;
  }

  private latestGap(shift: number, minutes: number, { from, to }: Stretch): number {
    const earliest = Math.max(this.shiftStart[shift]!, from) + minutes;
    const starts = this.starts[shift]!;
    const ends = this.ends[shift]!;
    let end = Math.min(this.shiftEnd[shift]!, to);
    for (let i = this.counts[shift]! - 1; end >= earliest; i--) {
      if (i < 0) return end;
      const start = starts[i]!;
      if (start >= end) continue;
      if (ends[i]! <= end - minutes) return end;
      end = start;
    }
    return -1;
  }

  /** Sets what a minute in each shift is priced beyond its cost. */
  price(extras: Float64Array): void {
    this.guide = 0;
    for (let shift = 0; shift < extras.length; shift++) {
      this.extra[shift] = Math.round(extras[shift]! * GUIDE_SCALE);
      this.guide += this.worked[shift]! * this.extra[shift]!;
    }
  }

  /** Whether a span lies within a shift and nothing is in its way. */
  isFree(shift: number, start: number, end: number): boolean {
    if (start < this.shiftStart[shift]! || end > this.shiftEnd[shift]!) return false;
    const count = this.counts[shift]!;
    for (let i = 0; i < count; i++)
      if (this.starts[shift]![i]! < end && this.ends[shift]![i]! > start) return false;
    return true;
  }

  /** Takes what is free of a person's hours within a span: a fact may lie outside of them, or on another one. */
  block(person: number, start: number, end: number): void {
    for (const shift of this.shiftsOf[person]!) this.takeFree(shift, start, end);
  }

  /** Takes what is free of a span in a shift, piece by piece. */
  private takeFree(shift: number, start: number, end: number): void {
    let from = Math.max(start, this.shiftStart[shift]!);
    const to = Math.min(end, this.shiftEnd[shift]!);
    const taken: [number, number][] = [];
    for (let i = 0; i < this.counts[shift]!; i++)
      taken.push([this.starts[shift]![i]!, this.ends[shift]![i]!]);
    for (const [busyFrom, busyTo] of [...taken, [to, to] as const]) {
      if (from < Math.min(busyFrom, to)) this.take(shift, from, Math.min(busyFrom, to));
      from = Math.max(from, busyTo);
    }
  }

  /** Idle minutes more by a task there, negative where it closes a gap; 0 for the first of its shift. */
  idleBy(shift: number, start: number, end: number): number {
    const count = this.counts[shift]!;
    if (count === 0) return 0;
    const first = this.starts[shift]![0]!;
    const last = this.ends[shift]![count - 1]!;
    return Math.max(last, end) - Math.min(first, start) - (last - first) - (end - start);
  }

  /** Whether people were told that something starts there. */
  isTold(shift: number, start: number): boolean {
    return this.told !== null && this.told[shift]!.has(start);
  }

  take(shift: number, start: number, end: number): void {
    this.put(shift, start, end);
    this.note(shift, start, { isAdded: true, end });
  }

  free(shift: number, start: number, end: number): void {
    this.drop(shift, start);
    this.note(shift, start, { isAdded: false, end });
  }

  undo({ ints }: Journal, at: number): void {
    if (ints[at] === ADDED) this.drop(ints[at + 1]!, ints[at + 2]!);
    else this.put(ints[at + 1]!, ints[at + 2]!, ints[at + 3]!);
  }

  private note(shift: number, start: number, { isAdded, end }: { isAdded: boolean; end: number }): void {
    const at = this.journal.open(this);
    const { ints } = this.journal;
    ints[at] = isAdded ? ADDED : 1;
    ints[at + 1] = shift;
    ints[at + 2] = start;
    ints[at + 3] = end;
  }

  private put(shift: number, start: number, end: number): void {
    this.idle -= this.idleOf(shift);
    const count = this.counts[shift]!;
    if (count === this.starts[shift]!.length) this.grow(shift);
    const starts = this.starts[shift]!;
    const ends = this.ends[shift]!;
    let i = count;
    for (; i > 0 && starts[i - 1]! > start; i--) {
      starts[i] = starts[i - 1]!;
      ends[i] = ends[i - 1]!;
    }
    starts[i] = start;
    ends[i] = end;
    this.counts[shift] = count + 1;
    this.worked[shift]! += end - start;
    this.labour += end - start;
    this.guide += (end - start) * this.extra[shift]!;
    this.idle += this.idleOf(shift);
    if (this.isTold(shift, start)) this.kept++;
  }

  private drop(shift: number, start: number): void {
    const starts = this.starts[shift]!;
    const ends = this.ends[shift]!;
    const count = this.counts[shift]!;
    let i = 0;
    while (starts[i] !== start) i++;
    this.idle -= this.idleOf(shift);
    const minutes = ends[i]! - start;
    this.worked[shift]! -= minutes;
    this.labour -= minutes;
    this.guide -= minutes * this.extra[shift]!;
    if (this.isTold(shift, start)) this.kept--;
    for (; i + 1 < count; i++) {
      starts[i] = starts[i + 1]!;
      ends[i] = ends[i + 1]!;
    }
    this.counts[shift] = count - 1;
    this.idle += this.idleOf(shift);
  }

  private idleOf(shift: number): number {
    const count = this.counts[shift]!;
    if (count === 0) return 0;
    return this.ends[shift]![count - 1]! - this.starts[shift]![0]! - this.worked[shift]!;
  }

  private grow(shift: number): void {
    for (const lists of [this.starts, this.ends]) {
      const wider = new Int32Array(lists[shift]!.length * 2);
      wider.set(lists[shift]!);
      lists[shift] = wider;
    }
  }
}
