import { checkPlan } from './check/check-plan';
import { compile } from './engine/compiled';
import { Insertion, type InTheWay } from './engine/insertion';
import { loadPlan } from './engine/keep';
import { layInOrders } from './engine/lay-in';
import type { Schedule } from './engine/schedule';
import { toPlan } from './engine/to-plan';
import type { UnmetReason } from './engine/unmet';
import type { Batch, Melt, OrderLine, Plan, Planned, PlanOrder, Problem } from './problem';

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

/** The order asked about, once for each pickup; no order of a problem is called so. */
const ASKED = '?asked';

/** The order asked about, in a plan in which it is made for its pickup. */
interface Laid {
  readonly order: PlanOrder;
  readonly plan: Plan;
  readonly standing: Standing;
}

type Standing = Pick<SlotPromise & { kind: 'open' }, 'packed' | 'ageMinutes' | 'clocks'>;

/**
 * Whether an order could be made for each of these pickups beside all that is planned: open where as much again would fit
 * as well, tight where just it does or where others have to move for it, none of them being lost. A yes was laid out in
 * full. So many steps in all go into moving others; from then on a pickup is no only where what was laid out for the one
 * before it cannot wait for it either. A no tells what stood in the way at first. Steps and not time: the same question is
 * answered alike on a busy machine. Source: the planning rules, by insertion.
 */
export function promises(planned: Planned, ask: PromiseAsk, steps = Infinity): SlotPromise[] {
  const asked = ordersFor(ask);
  const insertion = new Insertion(planned, asked, steps);
  const turns = new Turns(planned.problem, insertion);
  const answers = new Map<number, SlotPromise>();
  for (const { due, index } of inOrder(ask.dues)) {
    const one = turns.next(index, asked[index]!);
    if ('blocker' in one) {
      answers.set(index, { kind: 'no', due, reason: reasonOf(one) });
      continue;
    }
    const isOpen = !one.waits && 'made' in insertion.try(index, 2, () => null);
    answers.set(index, { kind: isOpen ? 'open' : 'tight', due, ...one.standing });
  }
  return ask.dues.map((_, index) => answers.get(index)!);
}

/** Lays what is asked out for one pickup after the other, the first to come first, each taken out again. */
class Turns {
  /** What was laid out for the latest pickup that it could be made for. */
  private latest: () => Laid | null = () => null;

  constructor(
    private readonly problem: Problem,
    private readonly insertion: Insertion,
  ) {}

  next(index: number, order: PlanOrder): { standing: Standing; waits: boolean } | InTheWay {
    const { insertion } = this;
    const one = insertion.try(index, 1, (schedule, hasMoved) => ({
      standing: standing(schedule, order.due),
      // others are not moved a second time; what fits beside them is laid out once more where it is asked for, which is seldom
      plan: hasMoved ? toPlan(schedule) : null,
    }));
    if ('made' in one) {
      const { made } = one;
      this.latest = () =>
        made.plan ? { order, ...made, plan: made.plan } : laidOut(insertion, index, order);
      return { standing: made.standing, waits: false };
    }
    const laid = insertion.isOver ? this.waiting(order.due) : null;
    if (!laid) return one;
    this.latest = () => laid;
    return { standing: laid.standing, waits: true };
  }

  /** What was laid out for an earlier pickup, collected later: null where a rule speaks against it, such as its age. */
  waiting(due: number): Laid | null {
    const earlier = this.latest();
    if (!earlier) return null;
    const { problem } = this;
    const order = { ...earlier.order, due };
    if (!checkPlan({ ...problem, orders: [...problem.orders, order] }, earlier.plan).ok) return null;
    const ageMinutes = earlier.standing.ageMinutes + due - earlier.order.due;
    return { order, plan: earlier.plan, standing: { ...earlier.standing, ageMinutes } };
  }
}

function inOrder(dues: readonly number[]): { due: number; index: number }[] {
  return dues.map((due, index) => ({ due, index })).sort((a, b) => a.due - b.due);
}

function laidOut(insertion: Insertion, index: number, order: PlanOrder): Laid | null {
  const one = insertion.try(index, 1, (schedule) => ({
    plan: toPlan(schedule),
    standing: standing(schedule, order.due),
  }));
  return 'made' in one ? { order, ...one.made } : null;
}

/** A plan in which an order is made with all that was met before, or what stood in its way. */
export type LaidIn = { readonly plan: Plan } | { readonly reason: UnmetReason };

export interface LayInLimits {
  /** Minutes of pickups before its own: what was laid out for one of these may wait for it, as `promises` tells. */
  readonly earlier?: readonly number[];
  /** As `promises` was asked. */
  readonly steps?: number;
}

/**
 * Takes an order into a plan: the witness that it can be made. Finds room wherever `promises` finds it for the same plan,
 * pickups and steps. An order of this id that the problem has already is replaced, and what is planned for it stays where it can.
 * Source: the planning rules, by insertion.
 */
export function layIn(
  { problem, plan }: Planned,
  order: PlanOrder,
  { earlier = [], steps = Infinity }: LayInLimits = {},
): LaidIn {
  const others = { ...problem, orders: problem.orders.filter(({ id }) => id !== order.id) };
  const own = new Insertion({ problem: others, plan }, [order], steps).try(0, 1, toPlan);
  if ('made' in own) return { plan: own.made };
  return (
    layInWaiting({ problem: others, plan }, order, { earlier, steps }) ?? {
      reason: { ...reasonOf(own), order: order.id },
    }
  );
}

/** Lays in what `promises` laid out for an earlier pickup, asked in the same turn; null where none of it can wait so long. */
function layInWaiting(
  { problem, plan }: Planned,
  order: PlanOrder,
  { earlier, steps }: Required<LayInLimits>,
): { plan: Plan } | null {
  const { lines, place, due } = order;
  const before = ordersFor({ lines, dues: earlier, ...(place !== undefined && { place }) });
  // its own is asked as well: begun work may serve it
  const insertion = new Insertion({ problem, plan }, [order, ...before], steps);
  const turns = new Turns(problem, insertion);
  for (const { index } of inOrder(earlier)) turns.next(index + 1, before[index]!);
  const laid = turns.waiting(due);
  if (!laid) return null;
  const served = servingInstead(laid.plan, { asked: laid.order.id, order: order.id });
  return checkPlan({ ...problem, orders: [...problem.orders, order] }, served).ok ? { plan: served } : null;
}

/** Lays what is open of a plan's orders into it, order by order, as far as it fits. */
export function layInOpen({ problem, plan }: Planned): Plan {
  const schedule = loadPlan(compile(problem), plan);
  layInOrders(schedule);
  return toPlan(schedule);
}

/** The plan with all that is made for one order made for another. */
function servingInstead(plan: Plan, { asked, order }: { asked: string; order: string }): Plan {
  return {
    ...plan,
    batches: plan.batches.map((batch) => ({
      ...batch,
      serves: batch.serves.map((serve) => (serve.order === asked ? { ...serve, order } : serve)),
    })),
  };
}

/**
 * How an order would be made for one pickup beside all that is planned, and how many times it would fit, up to `most`: found by doubling and halving, each count laid out in full. Source: the planning rules, by insertion.
 */
export function slotMaking(
  planned: Planned,
  ask: Omit<PromiseAsk, 'dues'> & { readonly due: number },
  most: number,
): SlotMaking {
  const { due } = ask;
  const insertion = new Insertion(planned, ordersFor({ ...ask, dues: [due] }));
  const one = insertion.try(0, 1, (schedule) => making(planned.plan, toPlan(schedule)));
  if ('blocker' in one) return { kind: 'no', due, reason: reasonOf(one) };
  const fits = (times: number): boolean => 'made' in insertion.try(0, times, () => null);
  return { kind: 'yes', due, ...one.made, times: mostThatFits(fits, most) };
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

function ordersFor({ lines, place, dues }: PromiseAsk): PlanOrder[] {
  return dues.map((due, i) => ({
    id: `${ASKED}:${i}`,
    due,
    weight: 1,
    lines,
    ...(place !== undefined && { place }),
  }));
}

function isAsked(order: string): boolean {
  return order.startsWith(ASKED);
}

function reasonOf({ product, pieces, blocker }: InTheWay): UnmetReason {
  return { order: ASKED, product, pieces, blocker };
}

/** The batches that serve the order asked for, and their melts. */
function making(
  before: Plan,
  plan: Plan,
): Pick<SlotMaking & { kind: 'yes' }, 'batches' | 'melts' | 'opened'> {
  const batches = plan.batches
    .filter(({ serves }) => serves.some(({ order }) => isAsked(order)))
    .sort((a, b) => a.stages[0]!.start - b.stages[0]!.start);
  const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  const planned = new Set(before.melts.map(({ id }) => id));
  const melts = plan.melts.filter(({ id }) => used.has(id));
  return { batches, melts, opened: melts.map(({ id }) => id).filter((id) => !planned.has(id)) };
}

/** When the last of the order is packed, since when its products age, and how old the oldest is at pickup. */
function standing({ compiled, runs }: Schedule, due: number): Standing {
  const { orders } = compiled.problem;
  const clocks = new Map<string, number>();
  let packed = 0;
  for (const { lines, ends, product } of runs) {
    if (!lines.some((line) => isAsked(orders[compiled.lines[line]!.order]!.id))) continue;
    const minute = ends[product.clock]!;
    const { id } = product.product;
    clocks.set(id, Math.min(minute, clocks.get(id) ?? minute));
    packed = Math.max(packed, ends.at(-1)!);
  }
  return {
    packed,
    ageMinutes: due - Math.min(...clocks.values()),
    clocks: [...clocks].map(([product, minute]) => ({ product, minute })),
  };
}
