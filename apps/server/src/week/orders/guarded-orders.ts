import type { GuardedOrder } from '@alnage/contract';
import { neverOf, SPARE_PREFIX, type Problem } from '@alnage/core';
import type { EntityManager } from 'typeorm';

interface GuardedRow extends GuardedOrder {
  readonly id: string;
  /** What its customer must never have; null for somebody who is not remembered. */
  readonly remembered: readonly string[] | null;
}

/** Orders of a plan whose customers must never have something, by their ids. */
export async function guardedOrders(
  manager: EntityManager,
  { orders }: Problem,
): Promise<Record<string, GuardedOrder>> {
  const ids = orders.map(({ id }) => id).filter((id) => !id.startsWith(SPARE_PREFIX));
  const rows = await manager.query<GuardedRow[]>(
    `select o.id, o.customer, c.allergies as remembered, o.allergies, o.allergy_waiver as waiver
     from customer_order o left join customer c on c.id = o.customer_id
     where o.id = any($1) and (o.allergies <> '[]' or c.allergies <> '[]') order by o.ticket`,
    [ids],
  );
  return Object.fromEntries(
    rows.map(({ id, remembered, ...guarded }) => [
      id,
      { ...guarded, allergies: neverOf(remembered, guarded.allergies) },
    ]),
  );
}
