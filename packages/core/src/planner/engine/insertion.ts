import type { Blocker } from '../blocker';
import type { PlanOrder, Problem, Plan } from '../problem';
import { compile } from './compiled';
import { loadPlan } from './keep';
import { LayingIn, layInOrders, STEPS_AN_ORDER } from './lay-in';
import type { Schedule } from './schedule';
import { blockerOf } from './unmet';

/** What stood in the way of an order's line. */
export interface InTheWay {
  readonly product: string;
  readonly pieces: number;
  readonly blocker: Blocker;
}

/** A plan into which orders are laid one at a time to see whether they fit, each taken out again. */
export class Insertion {
  private readonly schedule: Schedule;
  private readonly laying: LayingIn;
  private readonly linesOf: readonly (readonly number[])[];
  /** Pieces of each line asked for that the plan does not make already. */
  private readonly wanted = new Map<number, number>();
  private inTheWay: InTheWay | null = null;

  /**
   * What is begun stands; all else that is planned stays where it is as long as the orders fit beside it. Orders of the
   * problem that are not planned are laid in first, as far as they fit. What the plan makes already for an order that is asked
   * counts for it. So many steps at most go into making room for all that is asked.
   */
  constructor(
    { problem, plan }: { problem: Problem; plan: Plan },
    asked: readonly PlanOrder[],
    private steps = Infinity,
  ) {
    const compiled = compile({ ...problem, orders: [...problem.orders, ...asked] });
    const first = problem.orders.length;
    this.schedule = loadPlan(compiled, plan, first);
    this.linesOf = asked.map((_, i) =>
      compiled.lines.flatMap(({ order }, line) => (order === first + i ? [line] : [])),
    );
    for (const line of this.linesOf.flat()) {
      this.wanted.set(line, this.schedule.open[line]!);
      this.schedule.open[line] = 0;
    }
    layInOrders(this.schedule, { orders: first });
    this.laying = new LayingIn(this.schedule);
    this.laying.isOver = () => this.steps-- <= 0;
    this.laying.builder.onGivenUp = (line) => this.note(line);
  }

  /** Whether no more room is made. */
  get isOver(): boolean {
    return this.steps <= 0;
  }

  /**
   * Reads the plan with the order so many times over in it, or tells what stood in its way; it is taken out again. For
   * one that does not fit beside all else others are moved, if they may be: then the plan that is read is another one.
   */
  try<T>(
    order: number,
    times: number,
    read: (schedule: Schedule, hasMoved: boolean) => T,
  ): { made: T } | InTheWay {
    const { schedule, laying } = this;
    const { lines } = schedule.compiled;
    const own = this.linesOf[order]!;
    const mark = schedule.journal.mark();
    for (const line of own) schedule.open[line] = this.wanted.get(line)! + lines[line]!.pieces * (times - 1);
    this.inTheWay = null;
    const isBeside = laying.beside(own);
    const hasMoved =
      !isBeside && times === 1 && this.canGiveWay() && laying.byMakingRoom(own, STEPS_AN_ORDER);
    const answer = isBeside || hasMoved ? { made: read(schedule, hasMoved) } : this.inTheWay!;
    schedule.journal.undoTo(mark);
    for (const line of own) schedule.open[line] = 0;
    return answer;
  }

  /** Whether others that moved could help: not against time, nor against what is in the pieces themselves. */
  private canGiveWay(): boolean {
    const { kind } = this.inTheWay!.blocker;
    return kind !== 'time' && kind !== 'free-from';
  }

  /** Keeps what stood in the way at the first try. */
  private note(line: number): void {
    const { compiled, open } = this.schedule;
    const { product } = compiled.lines[line]!;
    this.inTheWay ??= {
      product: compiled.products[product]!.product.id,
      pieces: open[line]!,
      blocker: blockerOf(this.schedule, line, this.laying.builder.placement.obstacle),
    };
  }
}
