import { clockStageIndex } from './amounts';
import { catalogueOf, found } from './check/catalogue';
import { attemptPlan, type Grouping, type UnmetReason } from './construct/construct-plan';
import type { Batch, Melt, OrderLine, Plan, PlanOrder, Problem } from './problem';

/** What is asked for, and when it might be collected. */
export interface PromiseAsk {
  readonly lines: readonly OrderLine[];
  readonly place?: string;
  /** Minutes of the pickups that are asked about. */
  readonly dues: readonly number[];
}

/** The answer to “can it be made for this slot?”. */
export type SlotPromise =
  | {
      readonly kind: 'open' | 'tight';
      readonly due: number;
      /** When the last of it is packed. */
      readonly packed: number;
      /** How old the oldest of it is at pickup, in minutes. */
      readonly ageMinutes: number;
      /** Minute from which each of its products ages, of its oldest batch. */
      readonly clocks: readonly { readonly product: string; readonly minute: number }[];
    }
  | { readonly kind: 'no'; readonly due: number; readonly reason: UnmetReason };

/** How an order would be made for one pickup, and how often it could be. */
export type SlotMaking =
  | {
      readonly kind: 'yes';
      readonly due: number;
      /** The batches that would be made for it, the first to begin first. */
      readonly batches: readonly Batch[];
      /** What these batches are dipped from: melts planned already, and those in `opened`. */
      readonly melts: readonly Melt[];
      /** Ids of the melts that would be set up for it alone. */
      readonly opened: readonly string[];
      /** How many such orders fit, this one included; at most the number asked. */
      readonly times: number;
    }
  | { readonly kind: 'no'; readonly due: number; readonly reason: UnmetReason };

/** No order of a problem is called so. */
const ASKED = '?asked';
const GROUPING: Grouping = { fill: 1, perishableSpan: 480, keeperSpan: 2880, runBy: 'fastest' };

/**
 * Whether an order could be made for each of these pickups beside all that is fixed in the problem: open where as much
 * again would fit as well, tight where just it does. A yes was laid out in full; a no is what one construction found,
 * with what stood in the way. Source: the planning rules, by insertion.
 */
export function promises(problem: Problem, ask: PromiseAsk): SlotPromise[] {
  return ask.dues.map((due) => {
    const one = insertion(problem, ask, { due, times: 1 });
    if (one.kind === 'no') return one;
    const isOpen = insertion(problem, ask, { due, times: 2 }).kind !== 'no';
    return isOpen ? { ...one, kind: 'open' } : one;
  });
}

/**
 * How an order would be made for one pickup beside all that is fixed in the problem, and how many times it would fit, up
 * to `most`: found by doubling and halving, each count laid out in full. Source: the planning rules, by insertion.
 */
export function slotMaking(
  problem: Problem,
  ask: Omit<PromiseAsk, 'dues'> & { readonly due: number },
  most: number,
): SlotMaking {
  const { due } = ask;
  const made = layOut(problem, ask, { due, times: 1 });
  if (made.kind === 'no') return made;
  const fits = (times: number): boolean => layOut(problem, ask, { due, times }).kind !== 'no';
  return { kind: 'yes', due, ...making(problem, made.plan), times: mostThatFits(fits, most) };
}

/** The most times up to `most` that fit, where once does; between two counts that were tried, fewer are taken to fit. */
function mostThatFits(fits: (times: number) => boolean, most: number): number {
  let [low, high] = [1, 2];
  while (high <= most && fits(high)) [low, high] = [high, high * 2];
  high = Math.min(high, most + 1);
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** The batches that serve the order asked for, and their melts. */
function making(
  { fixed }: Problem,
  plan: Plan,
): Pick<SlotMaking & { kind: 'yes' }, 'batches' | 'melts' | 'opened'> {
  const batches = plan.batches
    .filter(({ serves }) => serves.some(({ order }) => order === ASKED))
    .sort((a, b) => a.stages[0]!.start - b.stages[0]!.start);
  const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  const planned = new Set((fixed?.melts ?? []).map(({ id }) => id));
  const melts = plan.melts.filter(({ id }) => used.has(id));
  return { batches, melts, opened: melts.map(({ id }) => id).filter((id) => !planned.has(id)) };
}

function insertion(problem: Problem, ask: PromiseAsk, at: { due: number; times: number }): SlotPromise {
  const made = layOut(problem, ask, at);
  return made.kind === 'no'
    ? made
    : { kind: 'tight', due: at.due, ...standing(made.asked, made.plan, at.due) };
}

/** The order so many times over, laid out beside all that is fixed. */
function layOut(
  problem: Problem,
  { lines, place }: Omit<PromiseAsk, 'dues'>,
  { due, times }: { due: number; times: number },
):
  | { readonly kind: 'made'; readonly asked: Problem; readonly plan: Plan }
  | { readonly kind: 'no'; readonly due: number; readonly reason: UnmetReason } {
  const order: PlanOrder = {
    id: ASKED,
    due,
    weight: 1,
    ...(place !== undefined && { place }),
    lines: lines.map((line) => ({ ...line, pieces: line.pieces * times })),
  };
  const asked = { ...problem, orders: [...problem.orders, order] };
  const made = attemptPlan(asked, { grouping: GROUPING, urgent: new Set(), isGivenUp: () => false });
  const reason = made.reasons.find((each) => each.order === ASKED);
  if (reason || made.kind === 'given-up') return { kind: 'no', due, reason: reason ?? made.reasons[0]! };
  return { kind: 'made', asked, plan: made.plan };
}

/** When the last of the order is packed, since when its products age, and how old the oldest is at pickup. */
function standing(
  problem: Problem,
  plan: Plan,
  due: number,
): Pick<SlotPromise & { kind: 'open' }, 'packed' | 'ageMinutes' | 'clocks'> {
  const { products } = catalogueOf(problem);
  const batches = plan.batches.filter(({ serves }) => serves.some(({ order }) => order === ASKED));
  const clocks = new Map<string, number>();
  for (const { product, stages } of batches) {
    const minute = stages[clockStageIndex(found(products, product))]!.end;
    clocks.set(product, Math.min(minute, clocks.get(product) ?? minute));
  }
  return {
    packed: Math.max(...batches.map(({ stages }) => stages.at(-1)!.end)),
    ageMinutes: due - Math.min(...clocks.values()),
    clocks: [...clocks].map(([product, minute]) => ({ product, minute })),
  };
}
