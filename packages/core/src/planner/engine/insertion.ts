import type { Blocker } from '../blocker';
import type { PlanOrder, Problem } from '../problem';
import { Builder, type Grouping } from './builder';
import { compile } from './compiled';
import { loadFixed } from './load';
import { plainManner } from './placement';
import { Random } from './random';
import type { Schedule } from './schedule';
import { blockerOf, meetTheRest, WAYS } from './unmet';

const GROUPING: Grouping = {
  fill: 1,
  perishableSpan: 480,
  keeperSpan: 2880,
  isByFastest: true,
  perishableAhead: 0,
  keeperAhead: 0,
  lead: 0,
  failures: 12,
  halvings: Infinity,
};
const TRIALS = 48;

/** What stood in the way of an order's line. */
export interface InTheWay {
  readonly product: string;
  readonly pieces: number;
  readonly blocker: Blocker;
}

/** A plan into which orders are laid one at a time to see whether they fit, each taken out again. */
export class Insertion {
  private readonly schedule: Schedule;
  private readonly builder: Builder;
  private readonly linesOf: readonly (readonly number[])[];
  private inTheWay: InTheWay | null = null;

  /**
   * All that is fixed in the problem stands, but for melts that are not set up yet: they may become larger and move. The
   * problem's other orders are laid in first, as far as they fit.
   */
  constructor(problem: Problem, asked: readonly PlanOrder[]) {
    const compiled = compile({ ...problem, orders: [...problem.orders, ...asked] });
    const first = problem.orders.length;
    this.schedule = loadFixed(compiled, { meltsMoveFrom: compiled.now, orders: first });
    this.linesOf = asked.map((_, i) =>
      compiled.lines.flatMap(({ order }, line) => (order === first + i ? [line] : [])),
    );
    meetTheRest(
      this.schedule,
      compiled.lines.flatMap(({ order }, line) => (order < first ? [line] : [])),
    );
    this.builder = new Builder(this.schedule, new Random(1));
    this.builder.onGivenUp = (line) => this.note(line);
  }

  /** Reads the plan with the order so many times over in it, or tells what stood in its way; it is taken out again. */
  try<T>(order: number, times: number, read: (schedule: Schedule) => T): { made: T } | InTheWay {
    const { schedule, builder } = this;
    const { lines } = schedule.compiled;
    const own = this.linesOf[order]!;
    const mark = schedule.journal.mark();
    for (const line of own) schedule.open[line] = lines[line]!.pieces * times;
    try {
      for (const way of WAYS) {
        this.inTheWay = null;
        const manner = plainManner(TRIALS);
        schedule.serveFromStock(own, { atAnyAge: false });
        builder.build(own, { grouping: { ...GROUPING, ...way }, manner, limit: Infinity });
        schedule.serveFromStock(own, { atAnyAge: true });
        if (own.every((line) => schedule.open[line] === 0)) return { made: read(schedule) };
        schedule.journal.undoTo(mark);
      }
      return this.inTheWay!;
    } finally {
      schedule.journal.undoTo(mark);
      for (const line of own) schedule.open[line] = lines[line]!.pieces;
    }
  }

  private note(line: number): void {
    const { compiled, open } = this.schedule;
    const { product } = compiled.lines[line]!;
    this.inTheWay ??= {
      product: compiled.products[product]!.product.id,
      pieces: open[line]!,
      blocker: blockerOf(this.schedule, line, this.builder.placement.obstacle),
    };
  }
}
