import { stageGrams, startedPieces } from '../amounts';
import type { CompiledLine, CompiledProduct } from './compiled';
import type { Melt } from './melt';

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
    return stageGrams(this.product.stages[k]!.stage, this.started);
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
