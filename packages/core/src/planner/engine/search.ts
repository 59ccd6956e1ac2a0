import { Builder, type Grouping } from './builder';
import type { CompiledProblem } from './compiled';
import { plainManner } from './manner';
import { meets } from './met-lines';
import { Random } from '../../chance/random';
import { Rebuilding } from './rebuilding';
import type { Schedule } from './schedule';
import { scheduleOf, snapshotOf, type Snapshot } from './snapshot';

/** How the first plans are laid: full batches, perishables late, keepers early. */
const FIRST: Grouping = {
  fill: 1,
  perishableSpan: 480,
  keeperSpan: 2880,
  isByFastest: true,
  perishableAhead: 0,
  keeperAhead: 1,
  lead: 0,
  failures: Infinity,
  halvings: 3,
};
const STARTS: readonly Partial<Grouping>[] = [
  { perishableSpan: 480 },
  { perishableSpan: 240 },
  { perishableSpan: 1440 },
  { perishableSpan: 480, keeperAhead: 0.6 },
  { perishableSpan: 240, fill: 0.6 },
  { perishableSpan: 720, isByFastest: false },
  { perishableSpan: 240, keeperAhead: 0.8 },
  { perishableSpan: 1440, isByFastest: false },
];
/** Starts that are always tried; more only while something is unmet. */
const LEAST_STARTS = 4;
const FIRST_TRIALS = 48;

/** Temperatures at the start and the end, in what a piece-hour of age or a minute of work costs. */
const HOT = 100;
const COLD = 4;
/** What a minute of the hours that age waits for is priced beyond its cost at the start, in the same. */
const HOURS_PRICE = 30;
/** Part of its cost by which a plan must be cheaper than the best to be kept before the end. */
const WORTH_KEEPING = 1e-4;
/** How far the search is when unmet pieces count at their price again. */
const FULL_PRICE_AT = 0.7;
/** Steps after which the hours are priced anew. */
const PRICED_EVERY = 256;

export interface SearchSettings {
  readonly seed: number;
  /** Share of its price that an unmet piece counts at the start: below 1 lines make room for each other more easily. */
  readonly unmetShare: number;
  /** Cold from the start and with nothing priced otherwise than it costs: a plan that is mended is not turned over. */
  readonly isCalm: boolean;
  /** Lines that the best plan always meets, as the one that it starts from does. */
  readonly kept: readonly number[];
}

/**
 * A plan that is laid backward and then bettered step by step: some runs are taken out, their lines gathered and placed
 * anew, and the change is kept if it costs no more than chance allows at the temperature of the hour. On the way, hours
 * that aging pieces wait for are priced above their cost and unmet pieces below theirs, both less and less.
 * Source: Shaw, Using Constraint Programming and Local Search Methods to Solve Vehicle Routing Problems (large
 * neighbourhoods); Kirkpatrick, Gelatt and Vecchi, Optimization by Simulated Annealing.
 */
export class Search {
  /** The cheapest plan so far. */
  best: Snapshot;
  /** Changes tried. */
  steps = 0;
  /** Told of each plan that is cheaper than all before it. */
  onBest: (best: Snapshot) => void = () => undefined;
  private readonly schedule: Schedule;
  private readonly rebuilding: Rebuilding;
  private readonly random: Random;
  private readonly unit: number;
  private readonly unmetShare: number;
  private readonly hot: number;
  private readonly hoursPrice: number;
  private readonly kept: readonly number[];

  constructor(compiled: CompiledProblem, from: Snapshot, { seed, unmetShare, isCalm, kept }: SearchSettings) {
    this.kept = kept;
    this.random = new Random(seed);
    this.unmetShare = unmetShare;
    this.hot = isCalm ? COLD : HOT;
    this.hoursPrice = isCalm ? 0 : HOURS_PRICE;
    const { agePieceHour, labourMinute } = compiled.problem.weights;
    this.unit = Math.max(agePieceHour / 2, labourMinute);
    this.best = from;
    this.schedule = scheduleOf(compiled, from);
    this.rebuilding = new Rebuilding(this.schedule, this.random);
  }

  /** Tries changes until `progress`, which says how far the work is, comes to 1; asked before every step. */
  anneal(progress: () => number): void {
    const { runs, open } = this.schedule;
    if (runs.every((run) => run.isFixed) && open.every((pieces) => pieces === 0)) return;
    for (let i = 0; ; i++) {
      const at = progress();
      if (at >= 1) break;
      if (i % PRICED_EVERY === 0) this.setPrices(at);
      this.step(at);
    }
    this.keepBest();
  }

  /** Sets what is priced otherwise than it costs at a point of the way. */
  private setPrices(at: number): void {
    this.keepBest();
    this.schedule.unmetShare = Math.pow(this.unmetShare, Math.max(0, 1 - at / FULL_PRICE_AT));
    this.schedule.priceHours(this.hoursPrice * this.unit * Math.max(0, 1 - at / 0.9));
  }

  private step(at: number): void {
    const { schedule, random } = this;
    this.steps++;
    const temperature = this.unit * this.hot * Math.pow(COLD / this.hot, at);
    const limit = schedule.cost - temperature * Math.log(1 - random.next());
    this.rebuilding.moves.draw();
    if (this.rebuilding.apply(limit)) {
      schedule.journal.commit();
      if (schedule.trueCost < this.best.cost * (1 - WORTH_KEEPING)) this.keepBest();
    } else schedule.journal.undoTo(0);
  }

  private keepBest(): void {
    if (this.schedule.trueCost >= this.best.cost || !meets(this.schedule, this.kept)) return;
    this.best = snapshotOf(this.schedule);
    this.onBest(this.best);
  }
}

/**
 * The best of several plans that are laid backward, what one could not meet coming first in those after it.
 * Source: the planning rules, 7; Pinedo, Scheduling (backward list scheduling); Joslin and Clements, Squeaky Wheel
 * Optimization.
 */
export function firstPlan(
  schedule: Schedule,
  { seed, goesOn }: { readonly seed: number; readonly goesOn: () => boolean },
): Snapshot {
  const builder = new Builder(schedule, new Random(seed));
  const lines = schedule.compiled.lines.map((_, index) => index);
  const mark = schedule.journal.mark();
  let best: Snapshot | null = null;
  const unmet: number[] = [];
  builder.onGivenUp = (line) => void unmet.push(line);
  for (let i = 0; i < STARTS.length; i++) {
    if (best && (!goesOn() || (i >= LEAST_STARTS && best.unmetCost === 0))) break;
    unmet.length = 0;
    const limit = best?.cost ?? Infinity;
    builder.build(lines, { grouping: { ...FIRST, ...STARTS[i] }, manner: plainManner(FIRST_TRIALS), limit });
    if (schedule.trueCost < limit) best = snapshotOf(schedule);
    schedule.journal.undoTo(mark);
    for (const line of unmet) builder.urgent.add(line);
  }
  return best!;
}
