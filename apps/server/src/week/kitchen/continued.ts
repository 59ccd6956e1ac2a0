import { createHash } from 'node:crypto';
import {
  goOn,
  heldAt,
  withHolds,
  type HeldProblem,
  type Lock,
  type Plan,
  type PlanOrder,
  type Problem,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { seenAtBench } from '../begun/seen-at-bench';
import { orderedIn } from '../orders/ordered';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import type { SetUp } from '../../shop/seasons/set-up';
import { minutesFrom } from '../../platform/time/workshop-time';
import { buildProblem, weekFrame } from './build-problem';
import { takenIds } from './taken-ids';
import type { PlanEntity } from '../../store/work/plan.entity';

/** What is to be planned now: the problem, what of the pins could not be held, and the mark of what it was made from. */
export interface Continued extends HeldProblem {
  readonly mark: string;
}

export interface Before {
  /** The plan that is worked by: what it has begun stays. Null before anything is planned. */
  readonly worked: PlanEntity | null;
  /** The plan whose pins and locked days are kept; null: none. */
  readonly told: PlanEntity | null;
  /** What people were told last, with what was promised since: whom that gives what is left over, keeps it. Null: nothing. */
  readonly from: Plan | null;
}

/**
 * The workshop's problem from now on: what is begun stays, orders that were handed over want no more, and what is pinned
 * in the told plan is held where it can be.
 */
export async function continued(
  manager: EntityManager,
  setUp: SetUp,
  { clock, worked, told, from }: Before & { readonly clock: Pick<WorkshopClock, 'now'> },
): Promise<Continued> {
  const built = await buildProblem(manager, setUp, clock);
  const asked = { ...built, takenIds: await takenIds(manager, setUp) };
  const now = minuteNow(setUp, clock, asked);
  const mark = problemMark(asked);
  const handedOver = await orderedIn(manager, setUp.span, ['handed-over']);
  const closed = new Set(handedOver.map((order) => order.id));
  if (!worked) {
    const orders = asked.orders.filter((order) => !closed.has(order.id));
    const problem = { ...asked, now, orders };
    return { problem, shut: problem, lapsed: [], mark };
  }
  const seen = await seenAtBench(manager, worked, now);
  const { fixed, orders } = goOn(worked, seen, {
    ...{ ...asked, closed, places: asked.places, now },
    ...{ ...(from && { told: from }), isInstead: true },
  });

  const problem = { ...asked, now, fixed, orders };
  if (!told) return { problem, shut: problem, lapsed: [], mark };
  return { ...withHolds({ problem, plan: told.plan }, holdsOf(told, setUp)), mark };
}

/** The problem that a plan answers, as far as it is now: what is begun and what is pinned stays. */
export function continuedIn(told: PlanEntity, setUp: SetUp, clock: Pick<WorkshopClock, 'now'>): HeldProblem {
  const { problem, plan } = told;
  return heldAt({ problem, plan }, minuteNow(setUp, clock, problem), holdsOf(told, setUp));
}

/** What is pinned and locked in a plan, in the planner’s terms. */
export function holdsOf(
  { pins, locks }: Pick<PlanEntity, 'pins' | 'locks'>,
  setUp: SetUp,
): { pins: readonly string[]; locks: readonly Lock[] } {
  const { days, span } = setUp;
  return {
    pins,
    locks: locks.flatMap(({ person, day: date }): Lock[] => {
      const day = days.find((each) => each.date === date);
      if (!day) return [];
      return [{ person, span: [minutesFrom(span.start, day.start), minutesFrom(span.start, day.end)] }];
    }),
  };
}

export function minuteNow(
  { span }: SetUp,
  clock: Pick<WorkshopClock, 'now'>,
  { horizon }: Pick<Problem, 'horizon'>,
): number {
  return Math.min(horizon, Math.max(0, minutesFrom(span.start, clock.now())));
}

type Marked = Pick<Problem, 'orders' | 'people' | 'zones' | 'places'> & {
  readonly melters: readonly Pick<Problem['melters'][number], 'id' | 'capacityGrams'>[];
};

/** The mark that a plan made now would have. */
export async function markNow(manager: EntityManager, setUp: SetUp): Promise<string> {
  const { bowls: melters, ...frame } = await weekFrame(manager, setUp);
  return problemMark({ ...frame, melters });
}

/**
 * A short mark of what is ordered, for when and where, and of who, which bowls and how many trays there are; two equal
 * marks mean that a plan for one is a plan for the other. What is learned by weighing is not in it.
 */
export function problemMark({ orders, people, melters, zones, places }: Marked): string {
  const bowls = melters.map(({ id, capacityGrams }) => [id, capacityGrams]);
  const rest = JSON.stringify([people, bowls, zones, places]).slice(1);
  const told = `[[${orders.map(orderText).join(',')}],${rest}`;
  return createHash('sha256').update(told).digest('hex').slice(0, 16);
}

/** The same order is marked again and again. */
const texts = new WeakMap<PlanOrder, string>();

function orderText(order: PlanOrder): string {
  const known = texts.get(order) ?? JSON.stringify(order);
  texts.set(order, known);
  return known;
}
