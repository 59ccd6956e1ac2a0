import { found } from '../check/catalogue';
import type { Batch, Melt, Plan, Problem, Product, Serve, Unmet } from '../problem';
import { BatchPlacer } from './batch-placer';
import type { Blocker } from './blocker';
import { gather, largestBatch, openLines, type OpenLine } from './open-lines';
import { WorkshopState } from './workshop-state';

/** How one construction groups the orders; several are tried, the cheapest plan is kept. */
export interface Grouping {
  /** Share of the largest batch that a batch is filled to. */
  readonly fill: number;
  /** Longest span from the first to the last pickup of a batch of perishables, in minutes. */
  readonly perishableSpan: number;
  readonly keeperSpan: number;
  readonly runBy: 'fastest' | 'slowest';
}

/** Cost of what is unmet: all of it, and without what no hands, bowls or trays could have met in time. */
export interface UnmetCost {
  readonly all: number;
  readonly avoidable: number;
}

/** An order line that is not met in full, with what stood in the way of its last missing pieces. */
export interface UnmetReason extends Unmet {
  readonly blocker: Blocker;
}

export interface Construction {
  readonly plan: Plan;
  readonly reasons: readonly UnmetReason[];
}

/** Pieces that keep no longer than this come first: their hours cannot be chosen. */
const PERISHABLE_MINUTES = 2880;
/** How far ahead of its pickup a keeper is packed where that can be; shop default. */
const KEEPER_LEAD_MINUTES = 720;

/**
 * Lays a plan backward: perishables before keepers, the last pickup first, in batches as full as the grouping says.
 * What does not fit as a batch is tried in halves; what does not fit at all is unmet. Fixed work stays as it is.
 * Source: the planning rules, 7; Pinedo, Scheduling (backward list scheduling).
 */
export function constructPlan(problem: Problem, grouping: Grouping): Construction {
  const made = attemptPlan(problem, { grouping, urgent: new Set(), isGivenUp: () => false });
  if (made.kind === 'given-up') throw new Error('an attempt that is never given up was');
  return made;
}

/** What a construction starts from beside the problem. */
export interface Attempt {
  readonly grouping: Grouping;
  /** Lines that are placed before all others, by urgencyOf: what earlier attempts could not meet. */
  readonly urgent: ReadonlySet<string>;
  /** Asked after each batch: true gives the attempt up. */
  readonly isGivenUp: (unmet: UnmetCost) => boolean;
}

/** A construction, or the lines that it could not meet before it was given up. */
export type AttemptResult =
  | ({ readonly kind: 'made' } & Construction)
  | { readonly kind: 'given-up'; readonly reasons: readonly UnmetReason[] };

/** As constructPlan, with lines that come first, and given up when it leads nowhere. */
export function attemptPlan(problem: Problem, attempt: Attempt): AttemptResult {
  return new Construct(problem, attempt).run();
}

/** What is urgent together: one product's lines that leave on one day, so that their batches stay full. */
export function urgencyOf(product: string, leave: number): string {
  return JSON.stringify([product, Math.floor(leave / MINUTES_PER_DAY)]);
}

const MINUTES_PER_DAY = 1440;

class Construct {
  private readonly state: WorkshopState;
  private readonly batches: Batch[];
  private readonly reasons = new Map<string, UnmetReason>();
  private readonly largest = new Map<string, number>();
  private unmetCost: UnmetCost = { all: 0, avoidable: 0 };

  constructor(
    private readonly problem: Problem,
    private readonly attempt: Attempt,
  ) {
    this.state = new WorkshopState(problem);
    this.batches = [...(problem.fixed?.batches ?? [])];
    for (const product of problem.products)
      this.largest.set(product.id, largestBatch(problem, product, attempt.grouping.runBy));
  }

  run(): AttemptResult {
    for (const lines of this.inOrder()) {
      let open = lines;
      while (open.length > 0) {
        open = this.placeNext(open);
        if (this.attempt.isGivenUp(this.unmetCost))
          return { kind: 'given-up', reasons: [...this.reasons.values()] };
      }
    }
    return { kind: 'made', plan: this.plan(), reasons: [...this.reasons.values()] };
  }

  /** The lines as they are placed: urgent ones, then perishables, then keepers; each the last pickup first. */
  private inOrder(): OpenLine[][] {
    const lines = openLines(this.problem, this.state.catalogue);
    const rank = (line: OpenLine): number =>
      (this.attempt.urgent.has(urgencyOf(line.product, line.leave)) ? 0 : 2) +
      (this.isPerishable(this.product(line)) ? 0 : 1);
    return [0, 1, 2, 3].map((each) => lines.filter((line) => rank(line) === each));
  }

  private product(line: OpenLine): Product {
    return found(this.state.catalogue.products, line.product);
  }

  private isPerishable(product: Product): boolean {
    return product.lifeMinutes <= PERISHABLE_MINUTES;
  }

  /** Makes a batch of the product that the last line wants and returns the lines that are still open. */
  private placeNext(open: readonly OpenLine[]): OpenLine[] {
    const product = this.product(open[0]!);
    const lines = open.filter((line) => line.product === product.id);
    const most = this.largest.get(product.id)!;
    const blocked: Blocker[] = [];
    let serves = gather(lines, {
      target: Math.max(1, Math.floor(most * this.attempt.grouping.fill)),
      most: Math.max(1, most),
      spanMinutes: this.span(product),
    });
    while (serves.length > 0) {
      const placed = this.place(product, serves);
      if ('batch' in placed) {
        this.batches.push(placed.batch);
        return withoutServed(open, product.id, serves);
      }
      blocked.push(placed.blocker);
      serves = halved(serves);
    }
    this.giveUp(lines[0]!, blocked.at(-1)!);
    return open.filter((line) => line !== lines[0]);
  }

  /** Keepers are put a day ahead of their pickup where that can be, to leave the last day to what cannot wait. */
  private place(product: Product, serves: readonly Serve[]): { batch: Batch } | { blocker: Blocker } {
    const id = `new-${this.batches.length}`;
    const lead = this.isPerishable(product) ? 0 : Math.min(KEEPER_LEAD_MINUTES, product.targetAgeMinutes / 2);
    const ahead =
      lead > 0 ? new BatchPlacer(this.state, product, { serves, leadMinutes: lead }).place(id) : null;
    return ahead && 'batch' in ahead ? ahead : new BatchPlacer(this.state, product, { serves }).place(id);
  }

  private span(product: Product): number {
    const last = product.stages.at(-1)!.then;
    const most = last.maxMinutes - last.minMinutes;
    return Math.min(
      most,
      this.isPerishable(product) ? this.attempt.grouping.perishableSpan : this.attempt.grouping.keeperSpan,
    );
  }

  private giveUp(line: OpenLine, blocker: Blocker): void {
    const { order, product, pieces } = line;
    const { weight } = found(this.state.catalogue.orders, order);
    const cost = this.problem.weights.unmetPiece * weight * pieces;
    const { all, avoidable } = this.unmetCost;
    this.unmetCost = { all: all + cost, avoidable: avoidable + (blocker.kind === 'time' ? 0 : cost) };
    this.reasons.set(JSON.stringify([order, product]), { order, product, pieces, blocker });
  }

  private plan(): Plan {
    const fixedMelts = new Set((this.problem.fixed?.melts ?? []).map((melt) => melt.id));
    const melts = this.state.bowls.flatMap((bowl) =>
      bowl.melts.map(({ id, melter, coating, grams, person, setupStart, setupEnd, closed }): Melt => ({
        id,
        melter,
        coating,
        grams,
        person,
        setupStart,
        setupEnd,
        closed,
      })),
    );
    const fixedBatches = new Set((this.problem.fixed?.batches ?? []).map((batch) => batch.id));
    const meltNames = named(melts, { taken: fixedMelts, prefix: 'm', start: (melt) => melt.setupStart });
    const batchNames = named(this.batches, {
      taken: fixedBatches,
      prefix: 'b',
      start: (batch) => batch.stages[0]!.start,
    });
    return {
      format: 'alnage-plan/1',
      batches: this.batches.map((batch) => ({
        ...batch,
        id: batchNames.get(batch.id)!,
        stages: batch.stages.map((task) => ({
          ...task,
          melt: task.melt === null ? null : meltNames.get(task.melt)!,
        })),
      })),
      melts: melts.map((melt) => ({ ...melt, id: meltNames.get(melt.id)! })),
      unmet: [...this.reasons.values()].map(({ order, product, pieces }) => ({ order, product, pieces })),
    };
  }
}

/** Half the lines of a batch, those that leave last; half the pieces of a single line; nothing of a single piece. */
function halved(serves: readonly Serve[]): Serve[] {
  if (serves.length > 1) return serves.slice(0, Math.ceil(serves.length / 2));
  const [only] = serves;
  const pieces = Math.floor(only!.pieces / 2);
  return pieces > 0 ? [{ order: only!.order, pieces }] : [];
}

function withoutServed(open: readonly OpenLine[], product: string, serves: readonly Serve[]): OpenLine[] {
  const taken = new Map(serves.map((serve) => [serve.order, serve.pieces]));
  return open
    .map((line) =>
      line.product === product ? { ...line, pieces: line.pieces - (taken.get(line.order) ?? 0) } : line,
    )
    .filter((line) => line.pieces > 0);
}

/** Names in the order of start, without touching or repeating those taken. */
function named<T extends { readonly id: string }>(
  items: readonly T[],
  by: { taken: ReadonlySet<string>; prefix: string; start: (item: T) => number },
): Map<string, string> {
  let next = 1;
  const names = new Map<string, string>();
  for (const item of [...items].sort((a, b) => by.start(a) - by.start(b))) {
    if (by.taken.has(item.id)) names.set(item.id, item.id);
    else {
      while (by.taken.has(`${by.prefix}${next}`)) next++;
      names.set(item.id, `${by.prefix}${next++}`);
    }
  }
  return names;
}
