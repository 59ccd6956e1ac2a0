import { clockStageIndex, stageMinutes, startedPieces, usableMinutes } from '../amounts';
import { found, type Catalogue } from '../check/catalogue';
import { BusyHours } from '../construct/busy-hours';
import type { Batch, Plan, Product } from '../problem';

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
  const product = found(catalogue.products, batch.product);
  const clockIndex = clockStageIndex(product);
  const first = batch.serves
    .map((serve) => ({ order: serve.order, leave: found(catalogue.leaves, serve.order) }))
    .reduce((a, b) => (b.leave < a.leave ? b : a));
  const lastDue = Math.max(...batch.serves.map((serve) => found(catalogue.orders, serve.order).due));
  return {
    firstOrder: first.order,
    firstLeave: first.leave,
    lastDue,
    clock: batch.stages[clockIndex]!.end,
    latestClock: latestEnd(product, batch, first.leave, clockIndex),
    earliestClock: lastDue - product.lifeMinutes,
    hold: holdOf(catalogue, plan, batch, first.leave),
  };
}

/** Latest end of stage `k` if all after it came as late as the waits allow, at the pace of those who do them. */
function latestEnd(product: Product, batch: Batch, leave: number, k: number): number {
  let end = leave - product.stages.at(-1)!.then.minMinutes;
  for (let j = product.stages.length - 1; j > k; j--) {
    const task = batch.stages[j]!;
    end -= task.end - task.start + product.stages[j - 1]!.then.minMinutes;
  }
  return end;
}

/** The first stage from the pickup backward, down to the clock's, that ends sooner than it might. */
function holdOf(catalogue: Catalogue, plan: Plan, batch: Batch, leave: number): Hold {
  const product = found(catalogue.products, batch.product);
  for (let k = product.stages.length - 1; k >= clockStageIndex(product); k--) {
    const stage = product.stages[k]!;
    const latest = (batch.stages[k + 1]?.start ?? leave) - stage.then.minMinutes;
    const end = batch.stages[k]!.end;
    if (end >= latest) continue;
    if (!areHandsFree(catalogue, plan, batch, { k, after: end, latest }))
      return { kind: 'hands', stage: stage.id, skill: stage.skill };
    return stage.coating === null || isBowlFree(catalogue, plan, batch, { k, latest })
      ? { kind: 'price', stage: stage.id }
      : { kind: 'bowl', stage: stage.id, coating: stage.coating.id };
  }
  return { kind: 'pickup' };
}

function areHandsFree(
  catalogue: Catalogue,
  plan: Plan,
  batch: Batch,
  span: { k: number; after: number; latest: number },
): boolean {
  const product = found(catalogue.products, batch.product);
  const stage = product.stages[span.k]!;
  return catalogue.problem.people
    .filter((person) => person.skills.includes(stage.skill))
    .some((person) => {
      const minutes = stageMinutes(stage, startedPieces(product, batch.pieces), person.pace);
      const hours = new BusyHours(person.shifts);
      for (const [start, end] of tasksOf(plan, person.id, batch.id)) hours.add(start, end);
      return hours.latestFit(minutes, span.after + 1 - minutes, span.latest) !== null;
    });
}

function tasksOf(plan: Plan, person: string, except: string): [number, number][] {
  const stages = plan.batches
    .filter((batch) => batch.id !== except)
    .flatMap((batch) => batch.stages.filter((task) => task.person === person));
  const setups = plan.melts.filter((melt) => melt.person === person);
  return [
    ...stages.map((task): [number, number] => [task.start, task.end]),
    ...setups.map((melt): [number, number] => [melt.setupStart, melt.setupEnd]),
  ];
}

/** Whether the batch's own melt, by the other dips in it, has room for the dip right before the latest end. */
function isBowlFree(
  catalogue: Catalogue,
  plan: Plan,
  batch: Batch,
  span: { k: number; latest: number },
): boolean {
  const task = batch.stages[span.k]!;
  const start = span.latest - (task.end - task.start);
  const melt = plan.melts.find((each) => each.id === task.melt)!;
  const usable = usableMinutes(
    found(catalogue.coatings, melt.coating),
    found(catalogue.melters, melt.melter),
  );
  const isOwned = plan.melts.some(
    (other) =>
      other.id !== melt.id &&
      other.melter === melt.melter &&
      other.setupStart < span.latest &&
      other.closed > start,
  );
  const isTaken = plan.batches.some((other) =>
    other.stages.some(
      (dip) => dip !== task && dip.melt === melt.id && dip.start < span.latest && dip.end > start,
    ),
  );
  return !isOwned && !isTaken && span.latest <= melt.setupEnd + usable;
}
