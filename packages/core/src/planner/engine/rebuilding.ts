import { Builder } from './builder';
import { Moves } from './moves';
import type { Random } from '../../chance/random';
import type { Schedule } from './schedule';

/** Takes the runs of a drawn move out of a schedule and places their lines anew. */
export class Rebuilding {
  readonly moves: Moves;
  private readonly builder: Builder;

  constructor(
    private readonly schedule: Schedule,
    random: Random,
  ) {
    this.builder = new Builder(schedule, random);
    this.moves = new Moves(schedule, random);
  }

  /** Makes the drawn move; false where it does not fit or costs more than the limit, all of it still in the journal. */
  apply(limit: number): boolean {
    const { out, lines, urgent, grouping, manner } = this.moves;
    for (const run of out) {
      for (const line of run.lines) if (!lines.includes(line)) lines.push(line);
      if (!this.schedule.remove(run)) return false;
    }
    this.builder.urgent.clear();
    for (const line of urgent) this.builder.urgent.add(line);
    return this.builder.build(lines, { grouping, manner, limit });
  }
}
