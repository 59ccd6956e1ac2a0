import {
  canBeGiven,
  carryOver,
  clockStageIndex,
  withYields,
  type CarriedOver,
  layIn,
  layInOpen,
  lineKey,
  promises,
  withHolds,
  slotMaking,
  type LaidIn,
  type OrderContents,
  type OrderLine,
  type Plan,
  type PlanOrder,
  type Planned,
  type Problem,
  type Batch,
  type Melt,
  type SlotPromise,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import type { SetUp } from '../../shop/seasons/set-up';
import { minutesFrom } from '../../platform/time/workshop-time';
import { seenAtBench } from '../begun/seen-at-bench';
import { orderedIn } from '../orders/ordered';
import { holdsOf } from './continued';
import { buildProblem, productLines } from './build-problem';
import { newestPlan, workedPlan } from './plan-versions';
import { takenIds } from './taken-ids';
import { keepWitness, withWitness, type BaseWeek, type PlannedWeek } from './witness';

/** What the kitchen is asked: an order, where it goes, and the order that it would replace. */
export interface KitchenAsk {
  readonly contents: OrderContents;
  readonly pickupPoint: string;
  readonly changing: string | null;
}

/** The same of an order that is to be taken, by its id. */
export interface OrderAsk extends KitchenAsk {
  readonly id: string;
}

/** What the plan makes already of the order that would be replaced, for the pickup that it had, or what is left over for it. */
interface Held {
  readonly batches: readonly Batch[];
  readonly due: number;
  readonly place: string | undefined;
  readonly pieces: ReadonlyMap<string, number>;
  readonly packed: number;
  readonly ageMinutes: number;
  readonly clocks: ReadonlyMap<string, number>;
}

/** How an order would be made: its batches, what they are dipped from, and how often it would fit. */
export interface Making {
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
  readonly opened: readonly string[];
  /** Null for an order that the plan makes already, in full or in part. */
  readonly times: number | null;
}

/** What the bench made of begun work, and the orders that are handed over. */
interface Made {
  readonly yields: ReadonlyMap<string, number>;
  readonly begun: ReadonlySet<string>;
  readonly closed: ReadonlySet<string>;
}

const NOTHING_SEEN = { yields: new Map<string, number>(), begun: new Set<string>() };

/** The order asked about; no order is called so. */
const ASKED = '?left';

/** Before the first plan so many orders at most are laid out anew for every promise; shop default. */
const UNPLANNED_ORDERS = 60;
/**
 * So many steps at most go into moving others on trial for an order that does not fit beside them: about a second. A step takes
 * the longer the more orders there are. Shop default.
 */
const ROOM_STEPS = 2400;
const ROOM_STEPS_TIMES_ORDERS = 400_000;

function unplanned(problem: Problem): BaseWeek {
  return {
    version: 0,
    problem: { ...problem, orders: [] },
    plan: { format: 'alnage-plan/1', batches: [], melts: [], unmet: [] },
    pins: [],
    locks: [],
  };
}

/**
 * The kitchen’s week as the newest plan has it, with what was promised since laid in, to be asked about any number of
 * orders.
 */
export class Kitchen {
  /** What is begun beside an order, as it was worked out last. */
  private beside: { readonly changing: string | null; readonly carried: CarriedOver } | null = null;

  private constructor(
    private readonly plans: {
      readonly base: BaseWeek;
      readonly newest: PlannedWeek;
      readonly worked: PlannedWeek;
      /** What the bench made by the plan that is worked by. */
      readonly made: Made;
    },
    private readonly asked: Problem,
    private readonly setUp: SetUp,
  ) {}

  /** Null while so much is not planned yet that there is nothing to hold a promise against. */
  static async load(
    manager: EntityManager,
    setUp: SetUp,
    clock: Pick<WorkshopClock, 'now'>,
  ): Promise<Kitchen | null> {
    const newest = await newestPlan(manager, setUp);
    const now = minutesFrom(setUp.span.start, clock.now());
    const built = await buildProblem(manager, setUp, clock);
    const asked = { ...built, now, takenIds: await takenIds(manager, setUp) };
    if (!newest && asked.orders.length > UNPLANNED_ORDERS) return null;
    const base = newest ?? unplanned(asked);
    const worked = await workedPlan(manager, setUp);
    const seen = worked && (await seenAtBench(manager, worked, now));
    const handedOver = await orderedIn(manager, setUp.span, ['handed-over']);
    const { yields, begun } = seen ?? NOTHING_SEEN;
    const made = { yields, begun, closed: new Set(handedOver.map(({ id }) => id)) };
    const plans = { base, newest: await withWitness(manager, setUp, base), worked: worked ?? base, made };
    return new Kitchen(plans, asked, setUp);
  }

  /**
   * Whether an order could be made for each of these pickups beside all that is planned; what is planned for it already
   * need not be made again.
   */
  answer(ask: KitchenAsk, pickups: readonly Date[]): SlotPromise[] {
    const planned = this.besides(ask);
    const place = ask.pickupPoint;
    const open = pickups.map((pickup) => this.openOf(ask, pickup));
    const made = new Map<number, SlotPromise>();
    // what is left over may be too old for some of the pickups: more is to be made for those
    for (const [json, dues] of duesByLines(open)) {
      const lines = JSON.parse(json) as OrderLine[];
      for (const answer of promises(planned, { lines, place, dues }, this.roomSteps))
        made.set(answer.due, answer);
    }
    return open.map(({ due, held }) => {
      const answer = made.get(due);
      if (answer) return answer;
      const { packed, ageMinutes, clocks } = held!;
      const since = [...clocks].map(([product, minute]) => ({ product, minute }));
      return { kind: 'tight', due, packed, ageMinutes, clocks: since };
    });
  }

  /**
   * Takes an order into the week, for good with `keep`: what answers with yes for its pickup, asked with those before it,
   * is taken.
   */
  take(ask: OrderAsk, pickup: Date, earlier: readonly Date[]): LaidIn & { readonly order: PlanOrder } {
    const { id, changing, contents, pickupPoint: place } = ask;
    const due = this.minuteOf(pickup);
    const order: PlanOrder = { id, due, weight: 1, place, lines: productLines(contents) };
    const others = this.asked.orders.filter((each) => each.id !== changing);
    const laid = layIn(this.with([...others, order]), order, {
      earlier: earlier.map((each) => this.minuteOf(each)),
      steps: this.roomSteps,
    });
    return { ...laid, order };
  }

  /** Lays in what was promised and is not planned, such as what was taken while this plan was made. */
  takeOpen(): Plan {
    return layInOpen(this.with(this.asked.orders));
  }

  /** The week with an order to be made room for, and a plan of all else to go on from. */
  toTry(ask: OrderAsk, pickup: Date): Planned {
    const { id, changing, contents, pickupPoint: place } = ask;
    const order: PlanOrder = {
      id,
      due: this.minuteOf(pickup),
      weight: 1,
      place,
      lines: productLines(contents),
    };
    return this.with([...this.asked.orders.filter((each) => each.id !== changing), order]);
  }

  /**
   * The week on another plan of it, as it holds by now, with what is promised and lacks in it laid in; null where something
   * that is promised and met would not be any more.
   */
  onPlan(other: Plan): Kitchen | null {
    const planned = this.with(this.asked.orders);
    const [now, then] = [planned.plan, other].map((plan) => layInOpen({ ...planned, plan }));
    const missing = new Map(
      now!.unmet.map(({ order, product, pieces }) => [lineKey(order, product), pieces]),
    );
    if (
      then!.unmet.some(({ order, product, pieces }) => pieces > (missing.get(lineKey(order, product)) ?? 0))
    )
      return null;
    const { newest } = this.plans;
    const plans = { ...this.plans, newest: { ...newest, plan: then! } };
    return new Kitchen(plans, this.asked, this.setUp);
  }

  /** The plan that it answers by. */
  get plan(): Plan {
    return this.plans.newest.plan;
  }

  /** Keeps a plan of this week as the witness of what is promised, with the order that was taken, if there is one. */
  async keep(
    manager: EntityManager,
    { plan, at, taken = null }: { plan: Plan; at: Date; taken?: PlanOrder | null },
  ): Promise<void> {
    const { base } = this.plans;
    const before = new Map(base.problem.orders.map((order) => [order.id, order]));
    const all = [...this.asked.orders.filter(({ id }) => id !== taken?.id), ...(taken ? [taken] : [])];
    const orders = all.filter((order) => !isAsBefore(order, before.get(order.id)));
    await keepWitness(manager, this.setUp, { base, plan, orders, at });
  }

  /** How an order would be made for a pickup, and how often up to `most`; no batches where it cannot be. */
  making(ask: KitchenAsk, pickup: Date, most: number): Making {
    const { due, lines, held } = this.openOf(ask, pickup);
    const planned = this.withMelts(held?.batches ?? []);
    if (lines.length === 0) return { ...planned, opened: [], times: null };
    const asked = { lines, place: ask.pickupPoint, due };
    const made = slotMaking(this.besides(ask), asked, held ? 1 : most);
    if (made.kind === 'no') return { batches: [], melts: [], opened: [], times: 0 };
    const melts = [
      ...planned.melts,
      ...made.melts.filter(({ id }) => !planned.melts.some((m) => m.id === id)),
    ];
    const batches = [...planned.batches, ...made.batches];
    return { batches, melts, opened: made.opened, times: held ? null : made.times };
  }

  /** Batches with what they are dipped from. */
  private withMelts(batches: readonly Batch[]): Pick<Plan, 'batches' | 'melts'> {
    const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
    return { batches, melts: this.plans.newest.plan.melts.filter(({ id }) => used.has(id)) };
  }

  /**
   * What is still to be made of an order for a pickup, and what there is of it already: what the plan holds for just that pickup,
   * or what is left over of begun work.
   */
  private openOf(ask: KitchenAsk, pickup: Date): { due: number; lines: OrderLine[]; held: Held | null } {
    const { contents, pickupPoint, changing } = ask;
    const { problem, plan } = this.plans.newest;
    const due = this.minuteOf(pickup);
    const before = heldOf(problem, plan, changing);
    const isSame = before?.due === due && before.place === pickupPoint;
    const held = isSame ? before : this.leftFor(ask, due);
    const wanted = productLines(contents);
    return { due, held, lines: held ? lessHeld(wanted, held) : wanted };
  }

  /** What of begun work nobody else wants and an order could have, collected then; null where that is nothing. */
  private leftFor({ contents, pickupPoint: place, changing }: KitchenAsk, due: number): Held | null {
    const order: PlanOrder = { id: ASKED, due, weight: 1, place, lines: productLines(contents) };
    const open = new Map(order.lines.map(({ product, pieces }) => [product, pieces]));
    const batches = this.carriedBeside(changing).left.flatMap((left): Batch[] => {
      const pieces = Math.min(left.pieces, open.get(left.batch.product) ?? 0);
      if (pieces === 0 || !canBeGiven(left, order, { places: undefined, ...this.asked })) return [];
      open.set(left.batch.product, open.get(left.batch.product)! - pieces);
      return [{ ...left.batch, pieces, serves: [{ order: ASKED, pieces }] }];
    });
    const { products } = this.asked;
    return batches.length > 0 ? heldOf({ orders: [order], products }, { batches }, ASKED) : null;
  }

  /** The plan as it stands with what is begun or pinned held fast, and all orders but the one that would be replaced. */
  private besides({ changing }: KitchenAsk): Planned {
    return this.planned(this.carriedBeside(changing));
  }

  /** What is begun, with all orders but the one that would be replaced. */
  private carriedBeside(changing: string | null): CarriedOver {
    const known = this.beside;
    if (known?.changing === changing) return known.carried;
    const carried = this.carried(this.asked.orders.filter(({ id }) => id !== changing));
    this.beside = { changing, carried };
    return carried;
  }

  /** The same with these orders. */
  private with(wanted: readonly PlanOrder[]): Planned {
    return this.planned(this.carried(wanted));
  }

  private planned({ fixed, orders }: CarriedOver): Planned {
    const { newest } = this.plans;
    const planned = { problem: { ...this.asked, fixed, orders }, plan: newest.plan };
    return { problem: withHolds(planned, holdsOf(newest, this.setUp)).shut, plan: newest.plan };
  }

  /** What is begun, with what came out of it, and these orders with those that stand for what nobody wants. */
  private carried(wanted: readonly PlanOrder[]): CarriedOver {
    const { worked, newest } = this.plans;
    const { yields: good, begun, closed } = this.plans.made;
    const ids = new Set(wanted.map(({ id }) => id));
    return carryOver({
      plan: { ...worked.plan, batches: withYields(worked.plan.batches, good, (id) => ids.has(id)) },
      ...{ before: worked.problem.orders, orders: wanted, told: newest.plan },
      ...{ products: this.asked.products, coatings: this.asked.coatings, places: this.asked.places },
      ...{ closed, good, begun, now: this.asked.now! },
    });
  }

  /** Steps that go into moving others for one question; the same for whoever asks, so that what is told can be had. */
  private get roomSteps(): number {
    return Math.min(ROOM_STEPS, Math.ceil(ROOM_STEPS_TIMES_ORDERS / this.asked.orders.length));
  }

  private minuteOf(instant: Date): number {
    return minutesFrom(this.setUp.span.start, instant);
  }
}

/** The pickups that something is to be made for, by what that is, as JSON. */
function duesByLines(
  open: readonly { readonly due: number; readonly lines: readonly OrderLine[] }[],
): Map<string, number[]> {
  const dues = new Map<string, number[]>();
  for (const { due, lines } of open) {
    if (lines.length === 0) continue;
    const key = JSON.stringify(lines);
    dues.set(key, [...(dues.get(key) ?? []), due]);
  }
  return dues;
}

function isAsBefore(order: PlanOrder, before: PlanOrder | undefined): boolean {
  if (!before || order.due !== before.due || order.place !== before.place) return false;
  return (
    order.lines.length === before.lines.length &&
    order.lines.every(({ product, pieces }, i) => {
      const line = before.lines[i]!;
      return product === line.product && pieces === line.pieces;
    })
  );
}

function heldOf(
  { orders, products }: Pick<Problem, 'orders' | 'products'>,
  { batches }: Pick<Plan, 'batches'>,
  id: string | null,
): Held | null {
  const order = orders.find((each) => each.id === id);
  if (!order) return null;
  const pieces = new Map<string, number>();
  const clocks = new Map<string, number>();
  let [packed, ageMinutes] = [0, 0];
  for (const { product: name, serves, stages } of batches)
    for (const serve of serves.filter((each) => each.order === id)) {
      const product = products.find((each) => each.id === name)!;
      pieces.set(name, (pieces.get(name) ?? 0) + serve.pieces);
      packed = Math.max(packed, stages.at(-1)!.end);
      const clock = stages[clockStageIndex(product)]!.end;
      clocks.set(name, Math.min(clock, clocks.get(name) ?? clock));
      ageMinutes = Math.max(ageMinutes, order.due - clock);
    }
  const own = batches.filter(({ serves }) => serves.some((serve) => serve.order === id));
  return { batches: own, due: order.due, place: order.place, pieces, packed, ageMinutes, clocks };
}

function lessHeld(lines: readonly OrderLine[], { pieces }: Held): OrderLine[] {
  return lines
    .map((line) => ({ ...line, pieces: line.pieces - (pieces.get(line.product) ?? 0) }))
    .filter((line) => line.pieces > 0);
}
