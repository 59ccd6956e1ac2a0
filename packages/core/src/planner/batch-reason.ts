import { agedMinute, clockStageIndex } from './amounts';
import type { Blocker } from './blocker';
import { found, type Catalogue } from './catalogue';
import { amountsMore, type CostAmounts } from './check/check-plan';
import { plainManner } from './engine/manner';
import { Placement } from './engine/placement';
import { Random } from '../chance/random';
import type { Schedule } from './engine/schedule';
import { ownBowl, runOf, standing } from './engine/standing';
import { blockerOf } from './engine/unmet';
import type { Batch, Plan, Product } from './problem';

/** What keeps a batch's clock from starting later. */
export type Hold =
  /** The first pickup and the waits on the way to it. */
  | { readonly kind: 'pickup' }
  /** Something that is missing where it would be later: give that, and it can move. */
  | { readonly kind: 'blocked'; readonly blocker: Blocker }
  /** It could be later: then, and by what each part of the cost would be more; less is below 0. */
  | { readonly kind: 'price'; readonly clock: number; readonly more: CostAmounts };

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

/** By how much later a batch is tried; nobody minds less. Shop default, in minutes. */
const LATER = 15;
const TRIALS = 160;

/**
 * Reads the reason out of a finished plan: the batch is placed anew, a little later, while all else stays as it is. The
 * plan must be without violations.
 */
export function explainBatch(catalogue: Catalogue, plan: Plan, batch: Batch): BatchReason {
  const product = found(catalogue.products, batch.product);
  const first = batch.serves
    .map(({ order }) => ({ order, leave: found(catalogue.leaves, order) }))
    .reduce((a, b) => (b.leave < a.leave ? b : a));
  const lastDue = Math.max(
    ...batch.serves.map(({ order }) =>
      agedMinute(found(catalogue.orders, order), batch.product, catalogue.problem.places),
    ),
  );
  const clock = batch.stages[clockStageIndex(product)]!.end;
  const latestClock = latestClockOf(product, batch, first.leave);
  const later = Math.min(latestClock, clock + LATER);
  return {
    firstOrder: first.order,
    firstLeave: first.leave,
    lastDue,
    clock,
    latestClock,
    earliestClock: lastDue - product.lifeMinutes,
    hold: later > clock ? holdOf(catalogue, plan, { batch, later }) : { kind: 'pickup' },
  };
}

/** The clock's latest start if all after it came as late as the waits allow, at the pace of those who do them. */
function latestClockOf(product: Product, batch: Batch, leave: number): number {
  const { stages } = product;
  let end = leave - stages.at(-1)!.then.minMinutes;
  for (let k = stages.length - 1; k > clockStageIndex(product); k--) {
    const task = batch.stages[k]!;
    end -= task.end - task.start + stages[k - 1]!.then.minMinutes;
  }
  return end;
}

function holdOf({ problem }: Catalogue, plan: Plan, { batch, later }: { batch: Batch; later: number }): Hold {
  const before = standing(problem, plan);
  const schedule = standing(problem, plan, new Set([batch.id]));
  if (!before || !schedule) return { kind: 'blocked', blocker: ownBowl(problem, batch) };
  const run = runOf(schedule, batch.product, batch.serves);
  const placement = new Placement(schedule, new Random(1));
  if (!placement.place(run, { ...plainManner(TRIALS), clockFrom: later }))
    return { kind: 'blocked', blocker: blockerOf(schedule, run.lines[0]!, placement.obstacle) };
  const more = amountsMore(amountsOf(schedule), amountsOf(before));
  return { kind: 'price', clock: run.ends[run.product.clock]!, more };
}

function amountsOf(schedule: Schedule): CostAmounts {
  const { idle: stretch, ...amounts } = schedule.amounts();
  return { ...amounts, stretch };
}
