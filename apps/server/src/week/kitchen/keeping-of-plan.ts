import type { BatchKeeping } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { minutesFrom } from '../../platform/time/workshop-time';
import type { SetUp } from '../../shop/seasons/set-up';
import { seenAtBench } from '../begun/seen-at-bench';
import { batchesKept } from '../keeping/batch-keeping';
import { begunNow } from './begun-now';
import { workedPlan } from './plan-versions';

/** How all batches of the plan that is worked by keep, and what of them nobody is to have; none before anything is planned. */
export async function keepingOfPlan(
  manager: EntityManager,
  setUp: SetUp,
  now: Date,
): Promise<BatchKeeping[]> {
  const plan = await workedPlan(manager, setUp);
  if (!plan) return [];
  const minute = minutesFrom(plan.horizonStart, now);
  const seen = await seenAtBench(manager, plan, minute);
  const begun = await begunNow(manager, setUp, { plan, seen, now: minute });
  return batchesKept(manager, { plan, setUp, now, seen, begun });
}
