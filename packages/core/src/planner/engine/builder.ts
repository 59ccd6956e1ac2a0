import type { CompiledProduct } from './compiled';
import type { Manner } from './manner';
import { Placement } from './placement';
import type { Random } from '../../chance/random';
import { Run } from './melts-and-runs';
import type { Schedule } from './schedule';

/** How lines are gathered into runs, and how these are placed. */
export interface Grouping {
  /** Share of the largest batch that a batch is filled to. */
  fill: number;
  /** Longest span from the first to the last pickup of a batch, in minutes, for pieces that keep a day or so. */
  perishableSpan: number;
  keeperSpan: number;
  /** Whether batches may be so large that only the fastest can do them. */
  isByFastest: boolean;
  /** Share of the age that nobody notices by which runs are packed ahead at most, drawn anew for each. */
  perishableAhead: number;
  keeperAhead: number;
  /** How long before their first pickup runs are packed in any case where they can be, in minutes. */
  lead: number;
  /** Runs that may fail before the rest is left open. */
  failures: number;
  /** How often a run that does not fit is halved before its first line is given up. */
  halvings: number;
}

/** Pieces that keep no longer than this come first: their hours cannot be chosen. */
export const PERISHABLE_MINUTES = 2880;

/** A product's lines that are to be placed, the last to leave first. */
interface Queue {
  readonly lines: number[];
  next: number;
}

/** Gathers open lines into runs and places them, the last pickup first. */
export class Builder {
  /** Lines that are placed before all others. */
  readonly urgent = new Set<number>();
  /** Told of each line that is given up. */
  onGivenUp: (line: number) => void = () => undefined;
  readonly placement: Placement;
  private readonly queues: Queue[];
  private pending = 0;
  private failures = 0;
  private span = 0;

  constructor(
    private readonly schedule: Schedule,
    private readonly random: Random,
  ) {
    this.placement = new Placement(schedule, random);
    this.queues = schedule.compiled.products.map(() => ({ lines: [], next: 0 }));
  }

  /**
   * Places what is open of these lines. False: given up, for it costs more than the limit whatever becomes of the rest;
   * what was placed until then is in the journal.
   */
  build(lines: readonly number[], how: { grouping: Grouping; manner: Manner; limit: number }): boolean {
    this.fillQueues(lines);
    this.failures = 0;
    for (;;) {
      const product = this.nextProduct();
      if (product === null) return this.schedule.cost <= how.limit;
      this.placeNext(product, how);
      if (this.schedule.cost - this.pending > how.limit) return false;
    }
  }

  private fillQueues(lines: readonly number[]): void {
    const { compiled, open } = this.schedule;
    const all = compiled.lines;
    this.pending = 0;
    for (const queue of this.queues) {
      queue.lines.length = 0;
      queue.next = 0;
    }
    for (const line of lines)
      if (this.isForbidden(line)) this.refuse(line);
      else if (open[line]! > 0) {
        this.queues[all[line]!.product]!.lines.push(line);
        this.pending += this.unmetPrice(line, open[line]!);
      }
    for (const queue of this.queues)
      if (queue.lines.length > 1)
        queue.lines.sort((a, b) => this.rank(a) - this.rank(b) || all[b]!.leave - all[a]!.leave || a - b);
  }

  /** Whether the line's product declares what its order must be free from. */
  private isForbidden(line: number): boolean {
    const { lines, products } = this.schedule.compiled;
    const { product, freeFrom } = lines[line]!;
    return (products[product]!.declared & freeFrom) !== 0;
  }

  private refuse(line: number): void {
    if (this.schedule.open[line] === 0) return;
    this.placement.obstacle.kind = 'free-from';
    this.placement.obstacle.stage = 0;
    this.onGivenUp(line);
  }

  private unmetPrice(line: number, pieces: number): number {
    const { compiled } = this.schedule;
    return (
      compiled.problem.weights.unmetPiece * this.schedule.unmetShare * compiled.lines[line]!.weight * pieces
    );
  }

  private rank(line: number): number {
    return this.urgent.size > 0 && this.urgent.has(line) ? 0 : 1;
  }

  /** The product whose line comes next: urgent ones, then perishables, then keepers; each the last to leave first. */
  private nextProduct(): CompiledProduct | null {
    const { products, lines } = this.schedule.compiled;
    let best: CompiledProduct | null = null;
    let bestKey = -Infinity;
    for (const product of products) {
      const queue = this.queues[product.index]!;
      if (queue.next >= queue.lines.length) continue;
      const line = queue.lines[queue.next]!;
      const isPerishable = product.life <= PERISHABLE_MINUTES;
      const key = lines[line]!.leave + 1e6 * (2 * (1 - this.rank(line)) + (isPerishable ? 1 : 0));
      if (key <= bestKey) continue;
      best = product;
      bestKey = key;
    }
    return best;
  }

  /** Makes a run of the product's first lines and places it, smaller and smaller where it does not fit. */
  private placeNext(product: CompiledProduct, how: { grouping: Grouping; manner: Manner }): void {
    const queue = this.queues[product.index]!;
    const { grouping } = how;
    const { minWait, maxWait } = product.stages.at(-1)!;
    const span = product.life <= PERISHABLE_MINUTES ? grouping.perishableSpan : grouping.keeperSpan;
    this.span = Math.min(span, maxWait - minWait);
    const most = grouping.isByFastest ? product.mostByFastest : product.most;
    let size = Math.max(1, most);
    let target = Math.max(1, Math.floor(most * grouping.fill));
    for (let halved = 0; this.failures <= grouping.failures && halved <= grouping.halvings; halved++) {
      const run = this.gather(product, target, size);
      if (this.placeRun(run, how)) {
        this.tickOff(run, queue);
        return;
      }
      this.failures++;
      if (run.pieces === 1) break;
      size = target = run.lines.length > 1 ? this.lastHalf(run) : Math.floor(run.pieces / 2);
    }
    this.giveUp(queue.lines[queue.next++]!);
  }

  /** Counts the lines of a placed run as met, and goes on to the first that is not. */
  private tickOff(run: Run, queue: Queue): void {
    for (let i = 0; i < run.lines.length; i++) this.pending -= this.unmetPrice(run.lines[i]!, run.parts[i]!);
    while (queue.next < queue.lines.length && this.schedule.open[queue.lines[queue.next]!] === 0)
      queue.next++;
  }

  private giveUp(line: number): void {
    this.pending -= this.unmetPrice(line, this.schedule.open[line]!);
    this.onGivenUp(line);
  }

  /** Pieces of the half of a run's lines that leaves last. */
  private lastHalf(run: Run): number {
    let pieces = 0;
    for (let i = run.lines.length >> 1; i < run.lines.length; i++) pieces += run.parts[i]!;
    return pieces;
  }

  private gather(product: CompiledProduct, target: number, most: number): Run {
    const { open, compiled } = this.schedule;
    const queue = this.queues[product.index]!;
    const run = new Run(product);
    const first = compiled.lines[queue.lines[queue.next]!]!.leave;
    for (let i = queue.next; i < queue.lines.length && run.pieces < target; i++) {
      const line = queue.lines[i]!;
      const { leave } = compiled.lines[line]!;
      if (open[line] === 0) continue;
      if (Math.abs(first - leave) > this.span) break;
      run.serve(line, Math.min(open[line]!, most - run.pieces), compiled.lines);
    }
    return run;
  }

  private placeRun(run: Run, { grouping, manner }: { grouping: Grouping; manner: Manner }): boolean {
    const { life, target } = run.product;
    const ahead = life <= PERISHABLE_MINUTES ? grouping.perishableAhead : grouping.keeperAhead;
    manner.lead = grouping.lead + (ahead > 0 ? Math.floor(ahead * this.random.next() * target) : 0);
    if (this.placement.place(run, manner)) return true;
    if (manner.lead === 0) return false;
    manner.lead = 0;
    return this.placement.place(run, manner);
  }
}
