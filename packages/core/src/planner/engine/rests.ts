import { traysFor } from '../amounts';
import type { CompiledProblem } from './compiled';
import type { Room } from './room';
import type { Run } from './melts-and-runs';

/** Where the trays of placed runs lie: between their stages, and after the last until their lines leave. */
export class Rests {
  constructor(
    private readonly compiled: Pick<CompiledProblem, 'lines'>,
    private readonly rooms: readonly Room[],
  ) {}

  /** Lays the trays of a placed run and takes its moulds, or takes them away. */
  lay(run: Run, sign: 1 | -1): void {
    const { stages } = run.product;
    for (let k = 0; k < stages.length - 1; k++) {
      const { zone, firstMinutes } = stages[k]!;
      const trays = sign * this.traysAfter(run, k);
      const next = run.starts[k + 1]!;
      const moved = Math.min(next, run.ends[k]! + firstMinutes);
      this.layFirst(run, k, { trays, until: moved });
      this.rooms[zone]!.add(trays, moved, next);
    }
    const last = stages.length - 1;
    const until = run.ends[last]! + stages[last]!.firstMinutes;
    this.layFirst(run, last, { trays: sign * this.traysAfter(run, last), until });
    for (const zone of run.zones) this.layUntilPickups(run, zone, sign);
    const { mould } = run.product;
    if (mould) this.rooms[mould.room]!.add(sign * mouldsOf(run), run.starts[mould.from]!, mouldsUntil(run));
  }

  private layFirst(run: Run, k: number, { trays, until }: { trays: number; until: number }): void {
    const { firstZone } = run.product.stages[k]!;
    if (firstZone >= 0) this.rooms[firstZone]!.add(trays, run.ends[k]!, until);
  }

  /** Whether there is room for the trays of a run whose tasks are known, and its moulds are free. */
  hasRoom(run: Run): boolean {
    const { stages } = run.product;
    for (let k = 0; k < stages.length; k++) if (!this.hasFirstRoom(run, k)) return false;
    for (let k = 0; k < stages.length - 1; k++) {
      const { zone, firstMinutes } = stages[k]!;
      const from = run.ends[k]! + firstMinutes;
      if (this.rooms[zone]!.freeSince(this.traysAfter(run, k), from, run.starts[k + 1]!) > from) return false;
    }
    if (this.freeUntilPickups(run, run.ends.at(-1)!) > run.ends.at(-1)!) return false;
    return this.hasMoulds(run);
  }

  /** Whether the trays of a stage whose end is known fit where they lie first. */
  hasFirstRoom(run: Run, k: number): boolean {
    const { firstZone, firstMinutes } = run.product.stages[k]!;
    if (firstZone < 0) return true;
    const end = run.ends[k]!;
    return this.rooms[firstZone]!.freeSince(this.traysAfter(run, k), end, end + firstMinutes) <= end;
  }

  /** Whether a run has its moulds from the start of the stage that takes them; all tasks from there on are known. */
  hasMoulds(run: Run): boolean {
    const { mould } = run.product;
    if (!mould) return true;
    const start = run.starts[mould.from]!;
    return this.rooms[mould.room]!.freeSince(mouldsOf(run), start, mouldsUntil(run)) <= start;
  }

  /** Trays of a run after a stage: of what is started, after the last of what leaves. */
  private traysAfter(run: Run, k: number): number {
    const { stages } = run.product;
    const pieces = k === stages.length - 1 ? run.pieces : run.started;
    return traysFor(pieces, stages[k]!.perTray);
  }

  /** Since when the trays fit until the last pickup; the last blocked minute where those after the first do not. */
  freeUntilPickups(run: Run, earliest: number): number {
    let free = earliest;
    for (const zone of run.zones) free = Math.max(free, this.freeInZone(run, zone, earliest));
    return free;
  }

  private freeInZone(run: Run, zone: number, earliest: number): number {
    const { lines } = this.compiled;
    const { perTray, firstMinutes } = run.product.stages.at(-1)!;
    const room = this.rooms[zone]!;
    let pieces = run.piecesIn(zone, lines);
    const most = traysFor(pieces, perTray);
    let trays = most;
    let first = -1;
    let from = 0;
    for (let i = 0; i < run.lines.length; i++) {
      const { leave, zone: own } = lines[run.lines[i]!]!;
      if (own !== zone) continue;
      if (first < 0) first = from = leave;
      pieces -= run.parts[i]!;
      const fewer = traysFor(pieces, perTray);
      if (fewer === trays) continue;
      const free = room.freeSince(trays, from, leave);
      if (free > from) return free;
      trays = fewer;
      from = leave;
    }
    return room.freeSince(most, earliest + firstMinutes, first) - firstMinutes;
  }

  /** The trays after the last stage, which leave order by order; stretches of as many trays are laid at once. */
  private layUntilPickups(run: Run, zone: number, sign: 1 | -1): void {
    const { lines } = this.compiled;
    const { perTray, firstMinutes } = run.product.stages.at(-1)!;
    const room = this.rooms[zone]!;
    let from = run.ends.at(-1)! + firstMinutes;
    let pieces = run.piecesIn(zone, lines);
    let trays = traysFor(pieces, perTray);
    for (let i = 0; i < run.lines.length; i++) {
      const { leave, zone: own } = lines[run.lines[i]!]!;
      if (own !== zone) continue;
      pieces -= run.parts[i]!;
      const fewer = traysFor(pieces, perTray);
      if (fewer === trays) continue;
      room.add(sign * trays, from, leave);
      trays = fewer;
      from = leave;
    }
  }
}

/** Moulds that a run takes. */
function mouldsOf({ product, started }: Run): number {
  return traysFor(started, product.mould!.perMould);
}

/** Until when it has them. */
function mouldsUntil({ product, ends }: Run): number {
  const { until } = product.mould!;
  return ends[until]! + product.stages[until]!.minWait;
}
