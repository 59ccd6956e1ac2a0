import { leaveMinute } from '../planner/amounts';
import { SPARE_PREFIX } from '../planner/carry-over';
import type { Plan, Problem } from '../planner/problem';
import { benchWorks, type BenchWork, type StageWork } from './bench-works';

/** How a piece of work really goes: when it began, when it ended or will, in minutes from the horizon's start. */
export interface WorkCourse {
  readonly begunAt: number;
  /** When it ended; of what is under way when it is expected to. */
  readonly end: number;
}

/** When a piece of work will be done, as things stand. */
export interface ExpectedWork {
  readonly key: string;
  readonly start: number;
  readonly end: number;
  /** Later than planned by so many minutes, 0 where it is not. */
  readonly lateMinutes: number;
}

/** An order that will not be ready when it leaves, and pieces that wait longer than they may. */
export interface DayTrouble {
  readonly kind: 'late-order' | 'long-wait';
  readonly order: string | null;
  readonly batch: string;
  readonly product: string;
  /** Too late, or waited too long, by so many minutes. */
  readonly minutes: number;
}

export interface DayAhead {
  readonly works: readonly ExpectedWork[];
  readonly troubles: readonly DayTrouble[];
}

/**
 * How the plan goes on from what really happened: each piece of work begins as planned or when its person, its bowl and
 * the pieces for it are free, whichever is last, and takes as long as planned. What is pushed past the hour at which an
 * order leaves, or waits longer than it may, is told. Minutes from the horizon's start.
 * By hand: a dip planned 60–90 and packing by the same person at 90 that ends at 100: begun 25 minutes late, packing
 * ends at 125. Source: Pinedo, Scheduling (right shift).
 */
export function dayAhead(
  { problem, plan }: { readonly problem: Problem; readonly plan: Plan },
  courses: ReadonlyMap<string, WorkCourse>,
  now: number,
): DayAhead {
  const works = benchWorks(problem, plan);
  const shifted = new Shift(plan, courses, now).all(works);
  return {
    works: [...shifted.values()],
    troubles: [...lateOrders(problem, works, shifted), ...longWaits(works, shifted)],
  };
}

/** Who wrote nothing down for so long does not write down what he does. Source: shop default. */
const SILENT_MINUTES = 120;

/** Pushes work later where what it needs is not free yet. */
class Shift {
  private readonly free = new Map<string, number>();
  private readonly ends = new Map<string, number>();
  private readonly order = new Map<string, readonly string[]>();
  private readonly dipped = new Map<string, readonly string[]>();
  /** When each person first wrote something down. */
  private readonly watchedSince = new Map<string, number>();
  /** When each person last did. */
  private readonly lastSeen = new Map<string, number>();

  constructor(
    plan: Plan,
    private readonly courses: ReadonlyMap<string, WorkCourse>,
    private readonly now: number,
  ) {
    for (const { id, stages } of plan.batches) {
      this.order.set(
        id,
        stages.map(({ stage }) => stage),
      );
      for (const { stage, melt } of stages)
        if (melt !== null) this.dipped.set(melt, [...(this.dipped.get(melt) ?? []), `stage/${id}/${stage}`]);
    }
  }

  all(works: readonly BenchWork[]): Map<string, ExpectedWork> {
    for (const { key, person } of works) {
      const course = this.courses.get(key);
      if (!course) continue;
      // of what is under way only its begin was written down: an end that nobody set down is no sign of anybody
      const seen = course.end < this.now ? course.end : course.begunAt;
      this.watchedSince.set(person, Math.min(course.begunAt, this.watchedSince.get(person) ?? Infinity));
      this.lastSeen.set(person, Math.max(seen, this.lastSeen.get(person) ?? -Infinity));
    }
    // what is under way or done is a fact: all else waits for its person and bowl
    const begins = (work: BenchWork): number => this.courses.get(work.key)?.begunAt ?? Infinity;
    const inTurn = [...works].sort((a, b) => compare(begins(a), begins(b)) || a.start - b.start);
    return new Map(inTurn.map((work) => [work.key, this.next(work)]));
  }

  private next(work: BenchWork): ExpectedWork {
    const needs = [`person/${work.person}`, ...bowlNeeds(work)];
    const { start, end } = this.span(work, needs);
    for (const need of needs) this.free.set(need, Math.max(end, this.free.get(need) ?? 0));
    this.ends.set(work.key, end);
    return { key: work.key, start, end, lateMinutes: Math.max(0, end - work.end) };
  }

  private span(work: BenchWork, needs: readonly string[]): { start: number; end: number } {
    const course = this.courses.get(work.key);
    if (course) return { start: course.begunAt, end: course.end };
    if (this.mustBeDone(work) || (work.start < this.now && !this.isWatched(work)))
      return { start: work.start, end: work.end };
    const free = needs.map((need) => this.free.get(need) ?? 0);
    const start = Math.max(work.start, this.now, this.ready(work), ...free);
    return { start, end: start + work.end - work.start };
  }

  /**
   * Whether the bench would have written something of it: its person wrote something down of late, and it has of its
   * batch or melt, or of what was done before it. Then silence means that it is not done; else it is taken to go as
   * planned, for who writes nothing down works all the same.
   */
  private isWatched(work: BenchWork): boolean {
    if ((this.lastSeen.get(work.person) ?? -Infinity) < this.now - SILENT_MINUTES) return false;
    const mark = work.kind === 'melt' ? work.key : `stage/${work.batch}/`;
    const since = this.watchedSince.get(work.person) ?? Infinity;
    return work.start >= since || [...this.courses.keys()].some((key) => key.startsWith(mark));
  }

  /** Whether something has begun that cannot begin before this is done. */
  private mustBeDone(work: BenchWork): boolean {
    if (work.kind === 'melt')
      return this.dipped.get(work.melt)?.some((key) => this.courses.has(key)) ?? false;
    const stages = this.order.get(work.batch) ?? [];
    const later = stages.slice(stages.indexOf(work.stage) + 1);
    return later.some((stage) => this.courses.has(`stage/${work.batch}/${stage}`));
  }

  /** When the pieces, or the melt, are there for it. */
  private ready(work: BenchWork): number {
    if (work.kind === 'melt') return 0;
    const stages = this.order.get(work.batch) ?? [];
    const before = stages[stages.indexOf(work.stage) - 1];
    const pieces = before === undefined ? 0 : (this.ends.get(`stage/${work.batch}/${before}`) ?? 0);
    const melt = work.melt ? (this.ends.get(`melt/${work.melt.id}`) ?? 0) : 0;
    return Math.max(pieces, melt);
  }
}

function bowlNeeds(work: BenchWork): string[] {
  if (work.kind === 'melt') return [`bowl/${work.bowl}`];
  return work.melt ? [`bowl/${work.melt.bowl}`] : [];
}

function lateOrders(
  problem: Problem,
  works: readonly BenchWork[],
  shifted: ReadonlyMap<string, ExpectedWork>,
): DayTrouble[] {
  // pieces that nobody ordered any more may be as late as they like
  const wanted = problem.orders.filter(({ id }) => !id.startsWith(SPARE_PREFIX));
  const leaves = new Map(wanted.map((order) => [order.id, leaveMinute(order, problem.places)]));
  return lastStages(works).flatMap(({ key, batch, product, orders, rest }) => {
    const { end } = shifted.get(key)!;
    return orders.flatMap(({ order }) => {
      const leave = leaves.get(order);
      const minutes = leave === undefined ? 0 : end + rest.minMinutes - leave;
      return minutes > 0 ? [{ kind: 'late-order' as const, order, batch, product, minutes }] : [];
    });
  });
}

/** Pieces that lie longer between two stages than they may. */
function longWaits(works: readonly BenchWork[], shifted: ReadonlyMap<string, ExpectedWork>): DayTrouble[] {
  const last = new Map<string, StageWork>();
  return stagesOf(works).flatMap((work) => {
    const before = last.get(work.batch);
    last.set(work.batch, work);
    if (!before) return [];
    const waited = shifted.get(work.key)!.start - shifted.get(before.key)!.end;
    const minutes = waited - before.rest.maxMinutes;
    return minutes > 0 && waited > work.start - before.end
      ? [{ kind: 'long-wait' as const, order: null, batch: work.batch, product: work.product, minutes }]
      : [];
  });
}

function stagesOf(works: readonly BenchWork[]): StageWork[] {
  return works.filter((work): work is StageWork => work.kind === 'stage');
}

function lastStages(works: readonly BenchWork[]): StageWork[] {
  return [...new Map(stagesOf(works).map((work) => [work.batch, work])).values()];
}

/** Which comes first, of what may never be. */
function compare(a: number, b: number): number {
  return a === b ? 0 : a < b ? -1 : 1;
}
