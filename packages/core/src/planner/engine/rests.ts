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

  /** Lays the trays of a placed run, or takes them away. */
  lay(run: Run, sign: 1 | -1): void {
    const { stages } = run.product;
    for (let k = 0; k < stages.length - 1; k++) {
      const { zone, perTray } = stages[k]!;
      this.rooms[zone]!.add(sign * traysFor(run.started, perTray), run.ends[k]!, run.starts[k + 1]!);
    }
    for (const zone of run.zones) this.layUntilPickups(run, zone, sign);
  }

  /** Whether there is room for the trays of a run whose tasks are known. */
  hasRoom(run: Run): boolean {
    const { stages } = run.product;
    for (let k = 0; k < stages.length - 1; k++) {
      const { zone, perTray } = stages[k]!;
      const end = run.ends[k]!;
      if (this.rooms[zone]!.freeSince(traysFor(run.started, perTray), end, run.starts[k + 1]!) > end)
        return false;
    }
    return this.freeUntilPickups(run, run.ends.at(-1)!) <= run.ends.at(-1)!;
  }

  /** Since when the trays fit until the last pickup; the last blocked minute where those after the first do not. */
  freeUntilPickups(run: Run, earliest: number): number {
    let free = earliest;
    for (const zone of run.zones) free = Math.max(free, this.freeInZone(run, zone, earliest));
    return free;
  }

  private freeInZone(run: Run, zone: number, earliest: number): number {
    const { lines } = this.compiled;
    const { perTray } = run.product.stages.at(-1)!;
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
    return room.freeSince(most, earliest, first);
  }

  /** The trays after the last stage, which leave order by order; stretches of as many trays are laid at once. */
  private layUntilPickups(run: Run, zone: number, sign: 1 | -1): void {
    const { lines } = this.compiled;
    const { perTray } = run.product.stages.at(-1)!;
    const room = this.rooms[zone]!;
    let from = run.ends.at(-1)!;
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
