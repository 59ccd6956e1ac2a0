import { traysFor } from '../amounts';
import type { CompiledProblem } from './compiled';
import type { Room } from './room';

/** What is in stock, how much of it goes to which line, and where it lies until then. */
export class Stock {
  /** Pieces of each lot that go to no line. */
  readonly left: Int32Array;
  /** For each lot the pieces that go to each line. */
  readonly serves: readonly Map<number, number>[];

  constructor(
    private readonly compiled: Pick<CompiledProblem, 'lots' | 'lines' | 'products' | 'now'>,
    private readonly rooms: readonly Room[],
  ) {
    this.left = Int32Array.from(compiled.lots, ({ pieces }) => pieces);
    this.serves = compiled.lots.map(() => new Map());
    for (let lot = 0; lot < compiled.lots.length; lot++) this.lay(lot, 1);
  }

  /** The lots that may go to a line and keep until its pickup, the oldest first. */
  lotsFor(line: number): number[] {
    const { lots, lines, products, now } = this.compiled;
    const { product, due, leave, freeFrom } = lines[line]!;
    return lots.flatMap((lot, index) => {
      const isKept = leave >= now && due - lot.clock <= products[product]!.life;
      return lot.product === product && isKept && (lot.allergens & freeFrom) === 0 ? [index] : [];
    });
  }

  /** Gives pieces of a lot to a line, or takes them back where there are fewer than none; moves no trays. */
  give(lot: number, line: number, pieces: number): void {
    this.left[lot]! -= pieces;
    const serves = this.serves[lot]!;
    const given = (serves.get(line) ?? 0) + pieces;
    if (given === 0) serves.delete(line);
    else serves.set(line, given);
  }

  /** Lays the trays of a lot, which leave line by line, the rest when its life is over; or takes them away. */
  lay(lot: number, sign: 1 | -1): void {
    const { lots, lines, products, now } = this.compiled;
    const { product, zone, until } = lots[lot]!;
    const { perTray } = products[product]!.stages.at(-1)!;
    const leaving = [...this.serves[lot]!].map(([line, pieces]) => ({ at: lines[line]!.leave, pieces }));
    let pieces = this.left[lot]! + leaving.reduce((sum, each) => sum + each.pieces, 0);
    let from = now;
    const steps = [...leaving, { at: until, pieces: this.left[lot]! }];
    for (const { at, pieces: fewer } of steps.sort((a, b) => a.at - b.at)) {
      this.rooms[zone]!.add(sign * traysFor(pieces, perTray), from, at);
      pieces -= fewer;
      from = Math.max(from, at);
    }
  }
}
