import { goOn, SPARE_PREFIX, type PlanOrder, type Serve } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';
import type { PlanEntity } from '../../store/work/plan.entity';
import type { SeenOfPlan } from '../begun/seen-at-bench';
import { orderedIn } from '../orders/ordered';
import { ordersToMeet } from './build-problem';
import { newestPlan } from './plan-versions';
import { withWitness } from './witness';

/** Whose a begun batch is by now, and what of it nobody is to have. */
export interface BegunBatch {
  readonly serves: readonly Serve[];
  readonly spare: number;
}

/** What is begun, and the orders as they are now, by id. */
export interface BegunNow {
  readonly batches: ReadonlyMap<string, BegunBatch>;
  readonly orders: ReadonlyMap<string, PlanOrder>;
}

/**
 * The begun batches of the plan that is worked by as the orders are now: what was cancelled, cut or not collected is spare, and what is
 * spare is given to orders that a plan made anew would give it to.
 */
export async function begunNow(
  manager: EntityManager,
  setUp: SetUp,
  { plan, seen, now }: { readonly plan: PlanEntity; readonly seen: SeenOfPlan; readonly now: number },
): Promise<BegunNow> {
  const { products, places, people } = plan.problem;
  const newest = await newestPlan(manager, setUp);
  const handedOver = await orderedIn(manager, setUp.span, ['handed-over']);
  const orders = await ordersToMeet(manager, setUp);
  const { fixed, left } = goOn(plan, seen, {
    ...{ orders, closed: new Set(handedOver.map(({ id }) => id)) },
    ...{ products, places, people, now },
    ...(newest && { told: (await withWitness(manager, setUp, newest)).plan }),
  });
  const spare = new Map(left.map(({ batch, pieces }) => [batch.id, pieces]));
  const batches = fixed.batches.map(({ id, serves }): [string, BegunBatch] => {
    const own = serves.filter(({ order }) => !order.startsWith(SPARE_PREFIX));
    return [id, { serves: own, spare: spare.get(id) ?? 0 }];
  });
  return { batches: new Map(batches), orders: new Map(orders.map((order) => [order.id, order])) };
}
