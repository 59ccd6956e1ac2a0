import { stageGrams, startedPieces } from '../amounts';
import type { CompiledLine, CompiledProduct } from './compiled';

/** One batch while it is planned: what it serves, and the task of each stage. Once placed, its tasks never change. */
export class Run {
  /** Good pieces. */
  pieces = 0;
  /** Pieces started so that so many good ones come out. */
  started = 0;
  /** Lines served, by position, the first to leave first. */
  readonly lines: number[] = [];
  /** How many pieces of each line. */
  readonly parts: number[] = [];
  /** Zones where its trays lie after the last stage. */
  readonly zones: number[] = [];
  /** Mask of the allergens that it may meet in a bowl. */
  tolerated: number;
  private freeFrom = 0;
  /** What it takes at each stage, as far as it was asked for. */
  private grams: number[] = [];
  /** First and last due minute of its lines, and the sum over its pieces. */
  firstDue = Infinity;
  lastDue = 0;
  dueSum = 0;
  readonly starts: number[] = [];
  readonly ends: number[] = [];
  readonly shifts: number[] = [];
  readonly melts: (Melt | null)[] = [];
  /** Position among the placed runs, or -1. */
  place = -1;
  /** Started or pinned: it stays as it is. */
  isFixed = false;
  /** The id that it had in the plan it came from. */
  name: string | null = null;

  constructor(readonly product: CompiledProduct) {
    this.tolerated = product.declared | product.mayContain;
  }

  /** Whole grams that it takes out of its melt at stage `k`. */
  gramsAt(k: number): number {
    return (this.grams[k] ??= stageGrams(this.product.stages[k]!.stage, this.started));
  }

  /** Adds pieces of a line; lines are kept the first to leave first. */
  serve(line: number, pieces: number, lines: readonly CompiledLine[]): void {
    const { leave, due, freeFrom, zone } = lines[line]!;
    if (!this.zones.includes(zone)) this.zones.push(zone);
    this.freeFrom |= freeFrom;
    this.tolerated = this.product.declared | (this.product.mayContain & ~this.freeFrom);
    let i = this.lines.length;
    while (i > 0 && lines[this.lines[i - 1]!]!.leave > leave) i--;
    this.lines.splice(i, 0, line);
    this.parts.splice(i, 0, pieces);
    this.firstDue = Math.min(this.firstDue, due);
    this.lastDue = Math.max(this.lastDue, due);
    this.dueSum += due * pieces;
    this.pieces += pieces;
    this.started = startedPieces(this.product.product, this.pieces);
    this.grams = [];
  }

  /** Pieces whose trays lie in a zone after the last stage. */
  piecesIn(zone: number, lines: readonly CompiledLine[]): number {
    if (this.zones.length === 1) return this.pieces;
    let pieces = 0;
    for (let i = 0; i < this.lines.length; i++)
      if (lines[this.lines[i]!]!.zone === zone) pieces += this.parts[i]!;
    return pieces;
  }

  /** A run of its own that is placed as this one is, its melts still to be named. */
  copy(): Run {
    const copy = new Run(this.product);
    copy.pieces = this.pieces;
    copy.started = this.started;
    copy.firstDue = this.firstDue;
    copy.lastDue = this.lastDue;
    copy.dueSum = this.dueSum;
    copy.freeFrom = this.freeFrom;
    copy.tolerated = this.tolerated;
    copy.zones.push(...this.zones);
    copy.lines.push(...this.lines);
    copy.parts.push(...this.parts);
    copy.starts.push(...this.starts);
    copy.ends.push(...this.ends);
    copy.shifts.push(...this.shifts);
    copy.melts.push(...this.melts.map(() => null));
    copy.isFixed = this.isFixed;
    copy.name = this.name;
    return copy;
  }
}

/** One filling of a bowl: its dips by start, and a set-up that moves with them. */
export class Melt {
  grams = 0;
  setupShift = -1;
  setupStart = 0;
  setupEnd = 0;
  /** End of its last dip; of a fixed melt at least the minute that it was closed at. */
  closed = 0;
  /** Minutes of its set-up that go into cleaning; negative: not settled yet. */
  clean = 0;
  /** Minutes that the set-up of a fixed melt has for cleaning by its own length. */
  cleanAsFixed = -1;
  /** Mask of the allergens that are in the bowl after its last dip. */
  residue = -1;
  isFixed = false;
  /** In the bowl already: nobody sets it up, and it is no melt of the plan. */
  isHeld = false;
  /** Mask of what its bowl met before it. */
  met = 0;
  /** Minute that a fixed melt is closed at even with no dip so late. */
  leastClosed = 0;
  /** Minute until which it can be dipped from, where that is not by its set-up. */
  usableUntil = -1;
  /** The id that it had in the plan it came from. */
  name: string | null = null;
  readonly runs: Run[] = [];
  /** For each dip the stage of its run. */
  readonly stages: number[] = [];

  constructor(
    readonly bowl: number,
    readonly coating: number,
  ) {}

  /** Start of its first dip. */
  get opens(): number {
    return this.runs.length > 0 ? this.startOf(0) : this.closed;
  }

  /** Whether it stays as it is with all that is dipped from it. */
  get isWhollyFixed(): boolean {
    return this.isFixed && this.runs.every((run) => run.isFixed);
  }

  /** Whole grams that its dips take. */
  gramsDipped(): number {
    let grams = 0;
    for (let i = 0; i < this.runs.length; i++) grams += this.runs[i]!.gramsAt(this.stages[i]!);
    return grams;
  }

  startOf(i: number): number {
    return this.runs[i]!.starts[this.stages[i]!]!;
  }

  endOf(i: number): number {
    return this.runs[i]!.ends[this.stages[i]!]!;
  }

  /** Puts a dip in its place by start. */
  put(run: Run, k: number): void {
    const start = run.starts[k]!;
    let i = this.runs.length;
    while (i > 0 && this.startOf(i - 1) > start) i--;
    this.runs.splice(i, 0, run);
    this.stages.splice(i, 0, k);
  }

  drop(run: Run, k: number): void {
    let i = 0;
    while (this.runs[i] !== run || this.stages[i] !== k) i++;
    this.runs.splice(i, 1);
    this.stages.splice(i, 1);
  }

  /** Notes the figures that can be restored. */
  save(ints: Int32Array, at: number): void {
    ints[at + 1] = this.grams;
    ints[at + 2] = this.setupShift;
    ints[at + 3] = this.setupStart;
    ints[at + 4] = this.setupEnd;
    ints[at + 5] = this.closed;
    ints[at + 6] = this.clean;
    ints[at + 7] = this.residue;
  }

  restore(ints: Int32Array, at: number): void {
    this.grams = ints[at + 1]!;
    this.setupShift = ints[at + 2]!;
    this.setupStart = ints[at + 3]!;
    this.setupEnd = ints[at + 4]!;
    this.closed = ints[at + 5]!;
    this.clean = ints[at + 6]!;
    this.residue = ints[at + 7]!;
  }
}
