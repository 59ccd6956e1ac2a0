import { leaveMinute } from './amounts';
import { withChanges, type Change } from './change';
import { repairPlan } from './repair-plan';
import type { OrderLine, Person, Plan, Planned, PlanOrder, Problem, Product, Span } from './problem';

/** The line of an order that a plan does not meet in full. */
export interface OpenLine {
  readonly order: string;
  readonly product: string;
}

/** Changes with which a line is met, none of which could be smaller or left out, as a plan with them shows. */
export interface WayToMeet {
  readonly changes: readonly Change[];
  /** Pieces of all orders that are still unmet, and the cost of the plan, with the changes. */
  readonly unmetPieces: number;
  readonly cost: number;
  /** Tasks that people were told and that would move. */
  readonly movedTasks: number;
}

export interface WaysLimits {
  /** How much of the time is over, from 0 to 1, where the search ends. Absent: until all was tried. */
  readonly progress?: () => number;
  /** Changes of the plan that each try may make. */
  readonly steps?: number;
}

/** So many trays more are tried at most, in each zone. */
const MOST_TRAYS = 32;
/** Hours that somebody may work longer, in minutes, the fewest first. */
const LONGER = [30, 60, 120, 240] as const;
/** Other pickups that are tried one by one, the nearest first. */
const NEAR_PICKUPS = 8;
/** How far before its pickup hours are of use to a line, in minutes. */
const REACH = 2880;
const USUAL_STEPS = 150;
/** So many of the changes that help most are tried together. */
const TOGETHER = 4;

/**
 * The smallest sets of changes that would meet a line of an order: more trays, longer hours, a bowl, another pickup; where
 * none alone is enough, pairs and more of those that help most. Each is verified by mending the plan with it: the line is
 * met in full, and no more is unmet elsewhere. No entry: none of those tried is enough.
 */
export function waysToMeet(planned: Planned, line: OpenLine, limits: WaysLimits = {}): WayToMeet[] {
  return new Ways(planned, line, limits).find();
}

/** One kind of change in growing sizes, the smallest first. */
type Scale = readonly Change[];

class Ways {
  private readonly order: PlanOrder;
  private readonly product: Product;
  private readonly leave: number;
  private readonly unmetBefore: number;
  /** What was tried: pieces of the line still open, and the ways that are enough. */
  private readonly open = new Map<string, number>();
  private readonly enough = new Map<string, WayToMeet>();

  private readonly problem: Problem;
  private readonly plan: Plan;

  constructor(
    { problem, plan }: Planned,
    private readonly line: OpenLine,
    private readonly limits: WaysLimits,
  ) {
    this.problem = problem;
    this.plan = plan;
    this.order = problem.orders.find(({ id }) => id === line.order)!;
    this.product = problem.products.find(({ id }) => id === line.product)!;
    this.leave = leaveMinute(this.order, problem.places);
    this.unmetBefore = piecesOf(plan.unmet);
  }

  find(): WayToMeet[] {
    const scales = [...this.trays(), ...this.hours(), ...this.bowls()];
    const single = scales.flatMap((scale) => this.smallest(scale, []));
    const moved = this.otherPickup();

    if (single.length > 0) return [...single, ...moved];
    const best = [...scales].sort((a, b) => this.openWith(a) - this.openWith(b)).slice(0, TOGETHER);
    const pairs = best.flatMap((scale, i) => best.slice(i + 1).flatMap((other) => this.pair(scale, other)));
    return [...moved, ...(pairs.length > 0 ? pairs : this.fewest(best))];
  }

  private isOver(): boolean {
    return (this.limits.progress?.() ?? 0) >= 1;
  }

  /** Pieces of the line that are open with the largest change of a scale. */
  private openWith(scale: Scale): number {
    return this.open.get(keyOf([scale.at(-1)!])) ?? Infinity;
  }

  /** Whether a plan with these changes meets the line and leaves no more unmet elsewhere. */
  private isEnough(changes: readonly Change[]): boolean {
    const key = keyOf(changes);
    if (this.open.has(key)) return this.enough.has(key);
    if (this.isOver()) return false;
    const { steps = USUAL_STEPS } = this.limits;
    const mended = repairPlan(withChanges(this.problem, changes), this.plan, { steps });
    const { report, plan } = mended;
    const open = plan.unmet.filter(({ order, product }) => isSameLine({ order, product }, this.line));
    this.open.set(key, piecesOf(open));
    if (open.length > 0 || report.unmetPieces >= this.unmetBefore) return false;
    this.enough.set(key, {
      changes,
      unmetPieces: report.unmetPieces,
      cost: report.cost!,
      movedTasks: mended.changes.moved.length,
    });
    return true;
  }

  /** The smallest change of a scale that is enough beside others, found by halving; none where the largest is not. */
  private smallest(scale: Scale, others: readonly Change[]): WayToMeet[] {
    const at = (i: number): readonly Change[] => [...others, scale[i]!];
    let [low, high] = [-1, scale.length - 1];
    if (!this.isEnough(at(high))) return [];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.isEnough(at(middle))) high = middle;
      else low = middle;
    }
    return [this.enough.get(keyOf(at(high)))!];
  }

  /** The second as small as it can be beside the first at its largest, and then the first beside that. */
  private pair(first: Scale, second: Scale): WayToMeet[] {
    const [rough] = this.smallest(second, [first.at(-1)!]);
    if (!rough) return [];
    const [fine] = this.smallest(first, rough.changes.slice(1));
    return [fine ?? rough];
  }

  /** All scales together at their largest, less those without which it is enough still. */
  private fewest(scales: readonly Scale[]): WayToMeet[] {
    let changes = scales.map((scale) => scale.at(-1)!);
    if (changes.length < 3 || !this.isEnough(changes)) return [];
    for (const change of changes) {
      const fewer = changes.filter((each) => each !== change);
      if (this.isEnough(fewer)) changes = fewer;
    }
    return [this.enough.get(keyOf(changes))!];
  }

  /** More trays in each zone on the way. */
  private trays(): Scale[] {
    const zones = new Set(this.product.stages.map(({ then }) => then.zone));
    return [...zones].map((zone) =>
      Array.from({ length: MOST_TRAYS }, (_, i) => ({ kind: 'trays' as const, zone, more: i + 1 })),
    );
  }

  /** Longer hours of everybody with a skill on the way, before and after each shift that is of use. */
  private hours(): Scale[] {
    const skills = this.skills();
    return this.problem.people
      .filter((person) => person.skills.some((skill) => skills.has(skill)))
      .flatMap((person) => person.shifts.flatMap((shift) => this.longer(person, shift)));
  }

  private longer(person: Person, [start, end]: Span): Scale[] {
    const { now = 0, horizon } = this.problem;
    const opens = Math.max(now, this.leave - REACH);
    if (end < opens || start > this.leave) return [];
    const before = LONGER.map((minutes) => [start - minutes, start] as const).filter(
      ([from]) => from >= opens,
    );
    const after = LONGER.map((minutes) => [end, end + minutes] as const).filter(
      ([, to]) => to <= Math.min(horizon, this.leave),
    );
    return [before, after]
      .map((spans) => spans.filter((span) => isFree(person, span)))
      .filter((spans) => spans.length > 0)
      .map((spans) => spans.map((span) => ({ kind: 'hours' as const, person: person.id, span })));
  }

  /** Skills of the stages and of setting up what they dip in. */
  private skills(): ReadonlySet<string> {
    const { coatings } = this.problem;
    return new Set(
      this.product.stages.flatMap(({ skill, coating }) =>
        coating ? [skill, coatings.find(({ id }) => id === coating.id)!.skill] : [skill],
      ),
    );
  }

  /** One more bowl like the largest, where the pieces are dipped at all. */
  private bowls(): Scale[] {
    const { melters } = this.problem;
    if (melters.length === 0 || this.product.stages.every(({ coating }) => coating === null)) return [];
    const largest = melters.reduce((a, b) => (b.capacityGrams > a.capacityGrams ? b : a));
    return [[{ kind: 'bowl', like: largest.id }]];
  }

  /** Another minute at which somebody collects: one of the nearest, or else the first of the later ones, found by halving. */
  private otherPickup(): WayToMeet[] {
    const { due: own, id: order } = this.order;
    const dues = [...new Set(this.problem.orders.map(({ due }) => due))]
      .filter((due) => due !== own && due >= (this.problem.now ?? 0))
      .sort((a, b) => Math.abs(a - own) - Math.abs(b - own));
    const [near, far] = [dues.slice(0, NEAR_PICKUPS), dues.slice(NEAR_PICKUPS)].map((some) =>
      some.map((due) => ({ kind: 'pickup' as const, order, due })),
    );
    const nearest = near!.find((change) => this.isEnough([change]));
    if (nearest) return [this.enough.get(keyOf([nearest]))!];
    const later = far!.filter(({ due }) => due > own);
    return later.length > 0 ? this.smallest(later, []) : [];
  }
}

/** Whether a span lies in no shift of the person but may touch some. */
function isFree({ shifts }: Person, [start, end]: Span): boolean {
  return shifts.every(([from, to]) => to <= start || from >= end);
}

function isSameLine(a: OpenLine, b: OpenLine): boolean {
  return a.order === b.order && a.product === b.product;
}

function keyOf(changes: readonly Change[]): string {
  return JSON.stringify(changes);
}

function piecesOf(lines: readonly OrderLine[]): number {
  return lines.reduce((sum, { pieces }) => sum + pieces, 0);
}
