import { clockStageIndex } from './amounts';
import { catalogueOf, found } from './check/catalogue';
import { attemptPlan, type Grouping, type UnmetReason } from './construct/construct-plan';
import type { OrderLine, Plan, PlanOrder, Problem } from './problem';

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

function insertion(
  problem: Problem,
  { lines, place }: PromiseAsk,
  { due, times }: { due: number; times: number },
): SlotPromise {
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
  return { kind: 'tight', due, ...standing(asked, made.plan, due) };
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
