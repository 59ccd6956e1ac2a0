import type { GuardedOrder } from '@alnage/contract';
import { SPARE_PREFIX, type Problem } from '@alnage/core';
import type { EntityManager } from 'typeorm';

/** Orders of a plan whose customers must never have something, by their ids. */
export async function guardedOrders(
  manager: EntityManager,
  { orders }: Problem,
): Promise<Record<string, GuardedOrder>> {
  const ids = orders.map(({ id }) => id).filter((id) => !id.startsWith(SPARE_PREFIX));
  const rows = await manager.query<(GuardedOrder & { id: string })[]>(
    `select o.id, o.customer, c.allergies, o.allergy_waiver as waiver
     from customer_order o join customer c on c.id = o.customer_id
     where o.id = any($1) and c.allergies <> '[]' order by o.ticket`,
    [ids],
  );
  return Object.fromEntries(rows.map(({ id, ...guarded }) => [id, guarded]));
}
