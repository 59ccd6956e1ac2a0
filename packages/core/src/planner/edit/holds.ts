import { carryOver } from '../carry-over';
import { catalogueOf } from '../catalogue';
import { shortSetUps } from '../check/check-melts';
import { checkPlan } from '../check/check-plan';
import { lineKey } from '../line-key';
import { servedPieces } from '../served-pieces';
import type { Batch, FixedWork, Melt, Person, Plan, Planned, Problem, Span, Unmet } from '../problem';
import { filledFor, refitted } from './refitted';
import { fixedWith, ownPlace } from './try-place';

/** What people want to stay as a plan has it. */
export interface Holds {
  /** Batches, by id. */
  readonly pins: readonly string[];
  /** Days of people, whose tasks stay and who are given no others then. */
  readonly locks: readonly Lock[];
}

export interface Lock {
  readonly person: string;
  readonly span: Span;
}

/** A problem that holds fast what it is asked to, and what of that cannot be held any more. */
export interface HeldProblem {
  readonly problem: Problem;
  /** The same with no hours left in the locked days beside the work that stays: what a plan is made by. */
  readonly shut: Problem;
  /** Batches, pinned or of a locked day, that the orders, the people or the bowls as they are now do not allow. */
  readonly lapsed: readonly string[];
}

/** Codes that say nothing against work which stands among other work. */
const OF_NO_WEIGHT: ReadonlySet<string> = new Set(['setup-duration', 'melt-unused']);

/**
 * The problem with the pinned batches of a plan and all work of the locked days among its fixed work, with the melts that
 * these are dipped from. What is fixed already stays so. Where stages have come to take longer or shorter than the plan
 * has them (the bench has taught a pace), a batch stays in the same hands and bowls: its stages end when they were to, or
 * else begin then, or else the stage that starts its clock alone does. Where only work that is not held had made its bowl
 * clean enough for it, that work stays too, or else its melt is begun earlier, with the cleaning.
 */
export function withHolds(planned: Planned, holds: Holds): HeldProblem {
  return heldBy(planned, holds, { isAlone: true });
}

function heldBy(
  { problem, plan }: Planned,
  { pins, locks }: Holds,
  { isAlone }: { readonly isAlone: boolean },
): HeldProblem {
  const base = problem.fixed ?? { batches: [], melts: [] };
  const pinned = new Set(pins);
  const wanted = plan.batches.filter(
    (batch) => pinned.has(batch.id) || locks.some((lock) => isIn(lock, batch)),
  );
  const holding = new Holding({ problem, plan }, base, isAlone);
  const lapsed = holding.take(wanted.filter(({ id }) => !base.batches.some((batch) => batch.id === id)));
  holding.takeMelts(plan.melts.filter((melt) => locks.some((lock) => isSetUpIn(lock, melt))));
  const fixed = holding.fixed;
  const people = problem.people.map((person) => shutFor(person, locks, fixed));
  return {
    problem: { ...problem, fixed },
    shut: { ...problem, people, fixed },
    lapsed,
  };
}

/** The problem of a plan as it stands at a minute, all else left where it is: what has begun by then and what is held stays. */
export function heldAt({ problem, plan }: Planned, minute: number, holds: Holds): HeldProblem {
  const { orders, products, coatings, places } = problem;
  const now = Math.max(problem.now ?? 0, minute);
  const { fixed } = carryOver({
    plan,
    before: orders,
    orders,
    closed: new Set(),
    products,
    coatings,
    places,
    now,
  });
  return heldBy({ problem: { ...problem, now, fixed }, plan }, holds, { isAlone: false });
}

/** The fixed work as it grows. */
class Holding {
  fixed: FixedWork;

  private readonly problem: Problem;
  private readonly plan: Plan;

  constructor(
    { problem, plan }: Planned,
    private readonly base: FixedWork,
    /** Whether all else may go, also what had made its bowls clean. */
    private readonly isAlone: boolean,
  ) {
    [this.problem, this.plan, this.fixed] = [problem, plan, base];
  }

  /**
   * Takes all of these batches that can be held, and tells of the others: first as they are, since one may be what made
   * another's bowl clean; what cannot stay so as near to it as it can.
   */
  take(batches: readonly Batch[]): string[] {
    let open = this.takeAsTheyAre(batches);
    for (let before = Infinity; open.length < before;) {
      before = open.length;
      open = open.filter((batch) => this.takeSound([batch]).length > 0 && !this.takeOtherwise(batch));
    }
    return open.map(({ id }) => id);
  }

  /** Takes of these batches what can stay as it is, until nothing more can, and hands back the others. */
  private takeAsTheyAre(batches: readonly Batch[]): readonly Batch[] {
    const left = this.takeSound(batches);
    return left.length === 0 || left.length === batches.length ? left : this.takeAsTheyAre(left);
  }

  private takeSound(batches: readonly Batch[]): readonly Batch[] {
    if (batches.length === 0) return [];
    if (this.isSound(batches)) {
      this.fixed = this.with(batches);
      return [];
    }
    if (batches.length === 1) return batches;
    const half = batches.length >> 1;
    return [...this.takeSound(batches.slice(0, half)), ...this.takeSound(batches.slice(half))];
  }

  private takeOtherwise(batch: Batch): boolean {
    return this.takeWithBefore(batch) || this.takeCleaned(batch) || this.takeRefitted(batch);
  }

  /** Takes a batch as it is, its bowl cleaned before it: only work that is not held had made that clean enough. */
  private takeCleaned(batch: Batch): boolean {
    const { defaultMinutes, allergenMinutes, pairs } = this.problem.changeovers;
    const used = new Set(batch.stages.map(({ melt }) => melt));
    const { batches, melts } = this.with([batch]);
    const known = new Set(this.fixed.melts.map(({ id }) => id));
    return [...new Set([defaultMinutes, allergenMinutes, ...pairs.map(({ minutes }) => minutes)])].some(
      (cleaning) => {
        const cleaned = melts.map((melt) =>
          used.has(melt.id) && !known.has(melt.id)
            ? { ...melt, setupStart: melt.setupStart - cleaning }
            : melt,
        );
        const isSound = this.isSoundWith({ batches, melts: cleaned });
        if (isSound) this.fixed = { batches, melts: cleaned };
        return isSound;
      },
    );
  }

  /** Takes a batch whose hours are no longer those of its work: as near to them as it can be. */
  private takeRefitted(batch: Batch): boolean {
    const { problem, plan } = this;
    const [byEnd, byStart] = [refitted(problem, batch, 'end'), refitted(problem, batch, 'start')];
    if (!byEnd || !byStart || !isOrdered(problem, batch)) return false;
    for (const each of [byEnd, byStart]) {
      if (this.isSound([each])) {
        this.fixed = this.with([each]);
        return true;
      }
      if (this.takeCleaned(each)) return true;
    }
    const around = { problem: { ...problem, fixed: this.fixed }, plan };
    const fixed = [batch, byStart]
      .map((each) => fixedWith(around, batch, ownPlace({ problem, plan }, each)))
      .find((each) => each !== null && this.isSoundWith(each));
    if (fixed) this.fixed = fixed;
    return fixed !== undefined;
  }

  /** Takes a batch with what had made its bowls clean enough for it: that is not asked for, but stays rather than let it go. */
  private takeWithBefore(batch: Batch): boolean {
    const held = new Set(this.fixed.batches.map(({ id }) => id));
    for (let together = [batch]; ;) {
      const before = this.meltsBefore(together);
      const others = this.plan.batches.filter(
        (each) =>
          !held.has(each.id) &&
          !together.includes(each) &&
          each.stages.some(({ melt }) => melt !== null && before.has(melt)),
      );
      if (others.length === 0) return false;
      together = [...others, ...together];
      if (!this.isSound(together)) continue;
      this.fixed = this.with(together);
      return true;
    }
  }

  /** The last melt in the bowl before each that batches are dipped from. */
  private meltsBefore(batches: readonly Batch[]): ReadonlySet<string> {
    const { melts } = this.plan;
    const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    return new Set(
      melts
        .filter(({ id }) => used.has(id))
        .flatMap(({ melter, setupStart }) => {
          const earlier = melts.filter((melt) => melt.melter === melter && melt.setupStart < setupStart);
          const last = earlier.sort((a, b) => b.setupStart - a.setupStart)[0];
          return last ? [last.id] : [];
        }),
    );
  }

  takeMelts(melts: readonly Melt[]): void {
    const known = new Set(this.fixed.melts.map(({ id }) => id));
    const used = new Set(this.fixed.batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    this.fixed = {
      ...this.fixed,
      melts: [...this.fixed.melts, ...melts.filter(({ id }) => used.has(id) && !known.has(id))],
    };
  }

  private with(batches: readonly Batch[]): FixedWork {
    const all = [...this.fixed.batches, ...batches];
    const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    const known = new Set(this.fixed.melts.map(({ id }) => id));
    const melts = this.plan.melts.filter(({ id }) => used.has(id) && !known.has(id));
    const filled = [...this.fixed.melts, ...melts].map((melt) =>
      this.base.melts.includes(melt) ? melt : filledFor(this.problem, all, melt),
    );
    return { batches: all, melts: filled };
  }

  private isSound(batches: readonly Batch[]): boolean {
    return this.isSoundWith(this.with(batches));
  }

  private isSoundWith({ batches, melts }: FixedWork): boolean {
    const plan: Plan = { format: 'alnage-plan/1', batches, melts, unmet: openOf(this.problem, batches) };
    const isSound = checkPlan(this.problem, plan).violations.every(({ code }) => OF_NO_WEIGHT.has(code));
    return isSound && !(this.isAlone && this.lacksCleaning(batches, melts));
  }

  /** Whether a bowl that is still to be set up would not be clean by then. */
  private lacksCleaning(batches: readonly Batch[], melts: readonly Melt[]): boolean {
    const known = new Set(this.base.melts.map(({ id }) => id));
    const plan = { batches, melts, unmet: [], fromStock: [] };
    return shortSetUps(catalogueOf(this.problem), plan).some((id) => !known.has(id));
  }
}

/** Whether all that a batch serves is still ordered, if not as much of it. */
function isOrdered({ orders }: Problem, { product, serves }: Batch): boolean {
  return serves.every(({ order: id }) =>
    orders.some((order) => order.id === id && order.lines.some((line) => line.product === product)),
  );
}

function openOf({ orders }: Problem, batches: readonly Batch[]): Unmet[] {
  const served = servedPieces(batches);
  return orders.flatMap(({ id, lines }) =>
    lines
      .map(({ product, pieces }) => ({
        order: id,
        product,
        pieces: pieces - (served.get(lineKey(id, product)) ?? 0),
      }))
      .filter(({ pieces }) => pieces > 0),
  );
}

function isIn({ person, span: [from, to] }: Lock, { stages }: Batch): boolean {
  return stages.some((task) => task.person === person && task.start < to && task.end > from);
}

function isSetUpIn({ person, span: [from, to] }: Lock, melt: Melt): boolean {
  return melt.person === person && melt.setupStart < to && melt.setupEnd > from;
}

/** The person without the hours of locked days that nothing fixed lies in. */
function shutFor(person: Person, locks: readonly Lock[], { batches, melts }: FixedWork): Person {
  const own = locks.filter((lock) => lock.person === person.id).map(({ span }) => span);
  if (own.length === 0) return person;
  const tasks: Span[] = [
    ...batches.flatMap(({ stages }) => stages.filter((task) => task.person === person.id)),
    ...melts
      .filter((melt) => melt.person === person.id)
      .map(({ setupStart, setupEnd }) => ({ start: setupStart, end: setupEnd })),
  ].map(({ start, end }) => [start, end]);
  const shifts = person.shifts.flatMap((shift) =>
    own.reduce((open, day) => without(open, day, tasks), [shift]),
  );
  return { ...person, shifts };
}

/** Shifts with what lies in a day cut down to the tasks that lie in them. */
function without(shifts: readonly Span[], [from, to]: Span, tasks: readonly Span[]): Span[] {
  return shifts.flatMap(([start, end]): Span[] => {
    if (end <= from || start >= to) return [[start, end]];
    const worked = tasks
      .filter(([a, b]) => a >= Math.max(start, from) && b <= Math.min(end, to))
      .sort(([a], [b]) => a - b);
    const joined: [number, number][] = [];
    for (const [a, b] of worked) {
      const last = joined.at(-1);
      if (last && last[1] >= a) last[1] = Math.max(last[1], b);
      else joined.push([a, b]);
    }
    return [
      ...(start < from ? [[start, from] as const] : []),
      ...joined,
      ...(end > to ? [[to, end] as const] : []),
    ];
  });
}
