import type { EntityManager } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import type { SetUp } from '../../shop/seasons/set-up';
import { Kitchen } from './kitchen';
import { witnessedOrders } from './witness';

/**
 * Lays what was promised while a plan was made into it, now that it is the newest. Answers with the orders that do not fit
 * any more, of those that the plan before it had room for.
 */
export async function renewWitness(
  manager: EntityManager,
  setUp: SetUp,
  { clock, before }: { readonly clock: Pick<WorkshopClock, 'now'>; readonly before: number },
): Promise<string[]> {
  const known = await witnessedOrders(manager, setUp, before);
  if (known.length === 0) return [];
  const kitchen = await Kitchen.load(manager, setUp, clock);
  if (!kitchen) return [];
  const plan = kitchen.takeOpen();
  await kitchen.keep(manager, { plan, at: clock.now() });
  const unmet = new Set(plan.unmet.map(({ order }) => order));
  return known.filter((id) => unmet.has(id));
}
