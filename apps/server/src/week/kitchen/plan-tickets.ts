import { SPARE_PREFIX, type Problem } from '@alnage/core';
import type { EntityManager } from 'typeorm';

/** A problem is held as long as its version is (`planDocuments`), and the tickets of its orders never change. */
const known = new WeakMap<Problem, Readonly<Record<string, string>>>();

/** The tickets of the orders that a plan was made for, by their ids. */
export async function planTickets(
  manager: EntityManager,
  problem: Problem,
): Promise<Readonly<Record<string, string>>> {
  const held = known.get(problem);
  if (held) return held;
  const ids = problem.orders.map(({ id }) => id).filter((id) => !id.startsWith(SPARE_PREFIX));
  const rows = await manager.query<{ id: string; ticket: string }[]>(
    'select id, ticket from customer_order where id = any($1)',
    [ids],
  );
  const tickets = Object.fromEntries(rows.map(({ id, ticket }) => [id, ticket]));
  known.set(problem, tickets);
  return tickets;
}
