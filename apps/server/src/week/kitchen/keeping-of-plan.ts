import type { BatchKeeping } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { minutesFrom } from '../../platform/time/workshop-time';
import type { SetUp } from '../../shop/seasons/set-up';
import { seenAtBench } from '../begun/seen-at-bench';
import { batchesKept } from '../keeping/batch-keeping';
import { begunNow } from './begun-now';
import { workedPlan } from './plan-versions';

/** How all batches of the plan that is worked by keep, and what of them nobody is to have; none before anything is planned. */
export function keepingOfPlan(manager: EntityManager, setUp: SetUp, now: Date): Promise<BatchKeeping[]> {
  return keeping(manager, setUp, { now, instead: null });
}

/** An order that would be collected at another time, and where. */
export interface InsteadThen {
  readonly now: Date;
  readonly order: string;
  readonly pickupAt: Date;
  readonly place: string;
}

/** The same if an order that is made were collected at another time, out of the batches that it has now. */
export function keepingInstead(
  manager: EntityManager,
  setUp: SetUp,
  { now, ...instead }: InsteadThen,
): Promise<BatchKeeping[]> {
  return keeping(manager, setUp, { now, instead });
}

async function keeping(
  manager: EntityManager,
  setUp: SetUp,
  { now, instead }: { readonly now: Date; readonly instead: Omit<InsteadThen, 'now'> | null },
): Promise<BatchKeeping[]> {
  const plan = await workedPlan(manager, setUp);
  if (!plan) return [];
  const minute = minutesFrom(plan.horizonStart, now);
  const seen = await seenAtBench(manager, plan, minute);
  const begun = await begunNow(manager, setUp, { plan, seen, now: minute });
  const order = instead && begun.orders.get(instead.order);
  if (!instead || !order) return batchesKept(manager, { plan, setUp, now, seen, begun });
  const moved = { ...order, due: minutesFrom(plan.horizonStart, instead.pickupAt), place: instead.place };
  const orders = new Map([...begun.orders, [order.id, moved]]);
  return batchesKept(manager, { plan, setUp, now, seen, begun: { ...begun, orders } });
}
