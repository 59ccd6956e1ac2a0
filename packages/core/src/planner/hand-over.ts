import { stageMinutes, startedPieces } from './amounts';
import { isAtWork } from './moved-tasks';
import type { Batch, FixedWork, Melt, Person, Problem, BatchStage } from './problem';

/** A piece of work that somebody is to do. */
interface Duty {
  readonly skill: string;
  readonly person: string;
  readonly start: number;
  readonly end: number;
}

/**
 * Begun work whose next tasks fall to somebody who is not at work then (gone home ill, or it grew late) in other hands:
 * of those who have the skill and are free, whoever would be done first, at the planned minute where that can be, else
 * as early as the waits between the stages allow. What nobody can take stays as it is, to be told. What has begun itself
 * is never handed over. Minutes from the horizon's start.
 */
export function handOver(
  problem: Pick<Problem, 'people' | 'products' | 'coatings'>,
  fixed: FixedWork,
  /** Whether a task can be given away: nobody has begun it. */
  isOpen: (task: { readonly start: number }) => boolean,
): FixedWork {
  return new HandingOver(problem, fixed, isOpen).all();
}

class HandingOver {
  private readonly busy = new Map<string, Duty[]>();

  constructor(
    private readonly problem: Pick<Problem, 'people' | 'products' | 'coatings'>,
    private readonly fixed: FixedWork,
    private readonly isOpen: (task: { readonly start: number }) => boolean,
  ) {
    for (const melt of fixed.melts) this.note(this.setUpOf(melt));
    for (const batch of fixed.batches)
      batch.stages.forEach((task, k) => this.note(this.dutyOf(batch, task, k)));
  }

  all(): FixedWork {
    const melts = this.fixed.melts.map((melt) => this.melt(melt));
    const batches = this.fixed.batches.map((batch) => this.batch(batch));
    return { batches, melts };
  }

  private melt(melt: Melt): Melt {
    const duty = this.setUpOf(melt);
    if (!this.isOpen(duty) || this.isAtWork(duty)) return melt;
    const hand = this.problem.people.find((each) => this.canTake(each, duty, duty));
    if (!hand) return melt;
    this.move(duty, { ...duty, person: hand.id });
    return { ...melt, person: hand.id };
  }

  private batch(batch: Batch): Batch {
    const stages = [...batch.stages];
    for (const [k, task] of stages.entries()) {
      const duty = this.dutyOf(batch, task, k);
      if (!this.isOpen(duty) || this.isAtWork(duty)) continue;
      const found = this.taken({ ...batch, stages }, k, duty);
      if (!found) continue;
      this.move(duty, found);
      stages[k] = { ...task, person: found.person, start: found.start, end: found.end };
    }
    return { ...batch, stages };
  }

  /** Who does a task instead, and when. */
  private taken(batch: Batch, k: number, duty: Duty): Duty | null {
    const product = this.problem.products.find(({ id }) => id === batch.product)!;
    const stage = product.stages[k]!;
    const started = startedPieces(product, batch.pieces);
    const before = batch.stages[k - 1];
    const next = batch.stages[k + 1];
    const from = before ? before.end + product.stages[k - 1]!.then.minMinutes : duty.start;
    const latest = before ? before.end + product.stages[k - 1]!.then.maxMinutes : duty.start;
    let best: Duty | null = null;
    for (const person of this.problem.people) {
      const minutes = stageMinutes(stage, started, person.pace);
      const until = next ? next.start - stage.then.minMinutes - minutes : latest;
      // a dip stays at the minute for which its melt is there
      const to = stage.coating ? duty.start : Math.min(latest, until);
      const starts = [duty.start, ...minutesBetween(from, to)];
      const start = starts.find(
        (at) =>
          (next === undefined || at + minutes + stage.then.minMinutes <= next.start) &&
          this.isOpen({ start: at }) &&
          this.canTake(person, duty, { start: at, end: at + minutes }),
      );
      if (start === undefined) continue;
      const end = start + minutes;
      if (!best || end < best.end) best = { skill: duty.skill, person: person.id, start, end };
    }
    return best;
  }

  private isAtWork(duty: Duty): boolean {
    return isAtWork(this.problem, duty);
  }

  private canTake(person: Person, { skill }: Duty, { start, end }: Pick<Duty, 'start' | 'end'>): boolean {
    return (
      person.skills.includes(skill) &&
      this.isAtWork({ skill, person: person.id, start, end }) &&
      !(this.busy.get(person.id) ?? []).some((duty) => duty.start < end && start < duty.end)
    );
  }

  private setUpOf({ coating, person, setupStart, setupEnd }: Melt): Duty {
    const { skill } = this.problem.coatings.find(({ id }) => id === coating)!;
    return { skill, person, start: setupStart, end: setupEnd };
  }

  private dutyOf({ product }: Batch, { person, start, end }: BatchStage, k: number): Duty {
    const { skill } = this.problem.products.find(({ id }) => id === product)!.stages[k]!;
    return { skill, person, start, end };
  }

  private note(duty: Duty): void {
    this.busy.set(duty.person, [...(this.busy.get(duty.person) ?? []), duty]);
  }

  private move(from: Duty, to: Duty): void {
    const isSame = (duty: Duty): boolean => duty.start === from.start && duty.end === from.end;
    const left = (this.busy.get(from.person) ?? []).filter((duty) => !isSame(duty));
    this.busy.set(from.person, left);
    this.note(to);
  }
}

function minutesBetween(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
}
