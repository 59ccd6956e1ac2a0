import { createHash } from 'node:crypto';
import type { SavedPlan } from '@alnage/contract';
import { carryOver, makePlan, SPARE_PREFIX, type PlanOrder, type Problem } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { orderedIn } from '../orders/ordered';
import { announce } from '../plugins/live';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { requireSetUp, type SetUp } from '../workshop/set-up';
import { minutesFrom } from '../workshop/workshop-time';
import { buildProblem, ordersToMeet } from './build-problem';
import { newestPlan } from './newest-plan';
import { PlanEntity } from './plan.entity';

/** Only one plan is made at a time, whichever process is asked: the second waits and plans on the first. */
const PLAN_LOCK = 4310;
/** A plan is bettered by so many changes, or for as long as this where they take longer; the first is always laid. */
const PLAN_STEPS = 6000;
const PLAN_SECONDS = 3;

export class PlanService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** The newest plan. @throws ProblemError `no-plan` */
  async newest(): Promise<SavedPlan> {
    const setUp = await requireSetUp(this.db.manager);
    const plan = await newestPlan(this.db.manager, setUp);
    if (!plan) throw new ProblemError('no-plan');
    return planView(this.db.manager, plan, ordersMark(await ordersToMeet(this.db.manager, setUp)));
  }

  /** Plans anew from now on, keeping what is started, and saves the answer as the next version. */
  make(): Promise<SavedPlan> {
    return this.db.transaction(async (manager) => {
      await manager.query('select pg_advisory_xact_lock($1)', [PLAN_LOCK]);
      const setUp = await requireSetUp(manager);
      const now = this.clock.now();
      const asked = await buildProblem(manager, setUp, this.clock);
      const before = await newestPlan(manager, setUp);
      const problem = await continued(manager, asked, { setUp, now, before });
      const start = performance.now();
      const result = makePlan(problem, {
        ...(before && { from: before.plan }),
        steps: PLAN_STEPS,
        progress: () => (performance.now() - start) / (PLAN_SECONDS * 1000),
      });
      const saved = await manager.save(
        manager.create(PlanEntity, {
          madeAt: now,
          horizonStart: setUp.span.start,
          cost: result.report.cost!,
          totalPieces: result.report.totalPieces,
          unmetPieces: result.report.unmetPieces,
          ordersMark: ordersMark(asked.orders),
          problem,
          plan: result.plan,
          reasons: [...result.reasons],
        }),
      );
      await announce(manager, 'plan');
      return planView(manager, saved, saved.ordersMark);
    });
  }
}

/** The problem from `now` on: what the newest plan has started stays, and orders that are closed want no more. */
async function continued(
  manager: EntityManager,
  asked: Problem,
  { setUp, now, before }: { setUp: SetUp; now: Date; before: PlanEntity | null },
): Promise<Problem> {
  const minute = Math.min(asked.horizon, Math.max(0, minutesFrom(setUp.span.start, now)));
  const handedOver = await orderedIn(manager, setUp.span, ['handed-over']);
  const closed = new Set(handedOver.map((order) => order.id));
  if (!before)
    return { ...asked, now: minute, orders: asked.orders.filter((order) => !closed.has(order.id)) };
  const { fixed, orders } = carryOver({
    plan: before.plan,
    before: before.problem.orders,
    orders: asked.orders,
    closed,
    products: asked.products,
    places: asked.places,
    now: minute,
  });
  return { ...asked, now: minute, fixed, orders };
}

/** A short mark of what is ordered, for when, and where it goes; two equal marks mean the same orders. */
function ordersMark(orders: readonly PlanOrder[]): string {
  return createHash('sha256').update(JSON.stringify(orders)).digest('hex').slice(0, 16);
}

async function planView(manager: EntityManager, plan: PlanEntity, markNow: string): Promise<SavedPlan> {
  const orders = await manager.query<{ id: string; ticket: string }[]>(
    'select id, ticket from customer_order where id = any($1)',
    [plan.problem.orders.map(({ id }) => id).filter(isOrderId)],
  );
  return {
    tickets: Object.fromEntries(orders.map(({ id, ticket }) => [id, ticket])),
    version: plan.version,
    madeAt: plan.madeAt.toISOString(),
    horizonStart: plan.horizonStart.toISOString(),
    isStale: plan.ordersMark !== markNow,
    cost: plan.cost,
    totalPieces: plan.totalPieces,
    unmetPieces: plan.unmetPieces,
    problem: plan.problem,
    plan: plan.plan,
    reasons: plan.reasons,
  };
}

/** Spare pieces stand in a plan as orders of their own kind. */
function isOrderId(id: string): boolean {
  return !id.startsWith(SPARE_PREFIX);
}
