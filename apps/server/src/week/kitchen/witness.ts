import { planDifference, withDifference, type Plan, type PlanOrder } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';
import type { PlanEntity } from '../../store/work/plan.entity';
import { PlanWitnessEntity } from '../../store/work/plan-witness.entity';

/** A plan with the problem that it answers. */
export type PlannedWeek = Pick<PlanEntity, 'problem' | 'plan' | 'pins' | 'locks'>;

/** A version of the plan; before anything is planned there is a week without orders, version 0. */
export type BaseWeek = PlannedWeek & Pick<PlanEntity, 'version'>;

/**
 * The plan with what was promised since it was made laid in: the witness that all of it can be made. Where nothing was
 * promised since it is the plan itself.
 */
export async function withWitness<T extends BaseWeek>(
  manager: EntityManager,
  setUp: SetUp,
  base: T,
): Promise<T> {
  const witness = await witnessOf(manager, setUp, base.version);
  if (!witness) return base;
  const { orders, difference } = witness;
  const replaced = new Set(orders.map(({ id }) => id));
  return {
    ...base,
    problem: {
      ...base.problem,
      orders: [...base.problem.orders.filter(({ id }) => !replaced.has(id)), ...orders],
    },
    plan: withDifference(base.plan, difference),
  };
}

/** Orders that were laid in since a version was made, and are met. */
export async function witnessedOrders(
  manager: EntityManager,
  setUp: SetUp,
  version: number,
): Promise<readonly string[]> {
  const witness = await witnessOf(manager, setUp, version);
  const unmet = new Set(witness?.difference.unmet.map(({ order }) => order));
  return (witness?.orders ?? []).map(({ id }) => id).filter((id) => !unmet.has(id));
}

/** Keeps a plan as the witness of all that is promised, with the orders that were laid into it since its version. */
export async function keepWitness(
  manager: EntityManager,
  setUp: SetUp,
  { base, plan, orders, at }: Laid,
): Promise<void> {
  await manager.upsert(
    PlanWitnessEntity,
    {
      horizonStart: setUp.span.start,
      version: base.version,
      laidInAt: at,
      orders: [...orders],
      difference: planDifference(base.plan, plan) as never,
    },
    ['horizonStart'],
  );
}

interface Laid {
  readonly base: BaseWeek;
  readonly plan: Plan;
  readonly orders: readonly PlanOrder[];
  readonly at: Date;
}

function witnessOf(
  manager: EntityManager,
  { span }: SetUp,
  version: number,
): Promise<PlanWitnessEntity | null> {
  return manager.findOneBy(PlanWitnessEntity, { horizonStart: span.start, version });
}
