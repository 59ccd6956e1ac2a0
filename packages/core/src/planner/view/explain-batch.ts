import { clockStageIndex, stageMinutes, startedPieces, usableMinutes } from '../amounts';
import { found, type Catalogue } from '../check/catalogue';
import { Hands } from '../engine/hands';
import { Journal } from '../engine/journal';
import type { Batch, Person, Plan, Product } from '../problem';

/** What keeps a batch's clock from starting later. */
export type Hold =
  /** The first pickup and the waits on the way to it. */
  | { readonly kind: 'pickup' }
  /** Nobody with the skill is free for the stage any later. */
  | { readonly kind: 'hands'; readonly stage: string; readonly skill: string }
  /** Somebody is free, but no bowl with the coating is. */
  | { readonly kind: 'bowl'; readonly stage: string; readonly coating: string }
  /** It could be later; this hour was the cheaper one in labour and melts. */
  | { readonly kind: 'price'; readonly stage: string };

/** Why a batch is where it is, in minutes from the horizon's start. */
export interface BatchReason {
  readonly firstOrder: string;
  readonly firstLeave: number;
  readonly lastDue: number;
  readonly clock: number;
  /** Latest start of the clock that still meets the first pickup. */
  readonly latestClock: number;
  /** Earliest start of the clock by the hold limit of the last pickup; may be before the horizon. */
  readonly earliestClock: number;
  readonly hold: Hold;
}

/** Reads the reason out of a finished plan; the plan must be without violations. */
export function explainBatch(catalogue: Catalogue, plan: Plan, batch: Batch): BatchReason {
  return new Explanation(catalogue, plan, batch).reason();
}

class Explanation {
  private readonly product: Product;
  private readonly clockIndex: number;

  constructor(
    private readonly catalogue: Catalogue,
    private readonly plan: Plan,
    private readonly batch: Batch,
  ) {
    this.product = found(catalogue.products, batch.product);
    this.clockIndex = clockStageIndex(this.product);
  }

  reason(): BatchReason {
    const { serves, stages } = this.batch;
    const first = serves
      .map(({ order }) => ({ order, leave: found(this.catalogue.leaves, order) }))
      .reduce((a, b) => (b.leave < a.leave ? b : a));
    const lastDue = Math.max(...serves.map(({ order }) => found(this.catalogue.orders, order).due));
    return {
      firstOrder: first.order,
      firstLeave: first.leave,
      lastDue,
      clock: stages[this.clockIndex]!.end,
      latestClock: this.latestClock(first.leave),
      earliestClock: lastDue - this.product.lifeMinutes,
      hold: this.hold(first.leave),
    };
  }

  /** The clock's latest start if all after it came as late as the waits allow, at the pace of those who do them. */
  private latestClock(leave: number): number {
    const { stages } = this.product;
    let end = leave - stages.at(-1)!.then.minMinutes;
    for (let k = stages.length - 1; k > this.clockIndex; k--) {
      const task = this.batch.stages[k]!;
      end -= task.end - task.start + stages[k - 1]!.then.minMinutes;
    }
    return end;
  }

  /** The first stage from the pickup backward, down to the clock's, that ends sooner than it might. */
  private hold(leave: number): Hold {
    for (let k = this.product.stages.length - 1; k >= this.clockIndex; k--) {
      const stage = this.product.stages[k]!;
      const latest = (this.batch.stages[k + 1]?.start ?? leave) - stage.then.minMinutes;
      if (this.batch.stages[k]!.end >= latest) continue;
      if (!this.areHandsFree(k, latest)) return { kind: 'hands', stage: stage.id, skill: stage.skill };
      return stage.coating === null || this.isBowlFree(k, latest)
        ? { kind: 'price', stage: stage.id }
        : { kind: 'bowl', stage: stage.id, coating: stage.coating.id };
    }
    return { kind: 'pickup' };
  }

  /** Whether anybody with the skill could do the stage so that it ends later than it does. */
  private areHandsFree(k: number, latest: number): boolean {
    const stage = this.product.stages[k]!;
    const after = this.batch.stages[k]!.end;
    return this.catalogue.problem.people
      .filter((person) => person.skills.includes(stage.skill))
      .some((person) => {
        const minutes = stageMinutes(stage, startedPieces(this.product, this.batch.pieces), person.pace);
        const hands = handsOf(person);
        for (const [start, end] of this.otherTasks(person.id)) hands.block(0, start, end);
        return hands.latestFit(0, minutes, { from: after + 1 - minutes, to: latest }) >= 0;
      });
  }

  private otherTasks(person: string): [number, number][] {
    const stages = this.plan.batches
      .filter((batch) => batch.id !== this.batch.id)
      .flatMap((batch) => batch.stages.filter((task) => task.person === person));
    const setups = this.plan.melts.filter((melt) => melt.person === person);
    return [
      ...stages.map((task): [number, number] => [task.start, task.end]),
      ...setups.map((melt): [number, number] => [melt.setupStart, melt.setupEnd]),
    ];
  }

  /** Whether the batch's own melt, by the other dips in it, has room for the dip right before the latest end. */
  private isBowlFree(k: number, latest: number): boolean {
    const task = this.batch.stages[k]!;
    const start = latest - (task.end - task.start);
    const melt = this.plan.melts.find((each) => each.id === task.melt)!;
    const usable = usableMinutes(
      found(this.catalogue.coatings, melt.coating),
      found(this.catalogue.melters, melt.melter),
    );
    const isOwned = this.plan.melts.some(
      (other) =>
        other.id !== melt.id &&
        other.melter === melt.melter &&
        other.setupStart < latest &&
        other.closed > start,
    );
    const isTaken = this.plan.batches.some((other) =>
      other.stages.some(
        (dip) => dip !== task && dip.melt === melt.id && dip.start < latest && dip.end > start,
      ),
    );
    return !isOwned && !isTaken && latest <= melt.setupEnd + usable;
  }
}

/** One person's hours with nothing in them yet. */
function handsOf({ pace, shifts }: Person): Hands {
  const own = shifts.map(([start, end]) => ({ person: 0, start, end }));
  const people = [{ pace, shifts: own.map((_, i) => i) }];
  return new Hands({ people, shifts: own, told: null }, new Journal());
}
