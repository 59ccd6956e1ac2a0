import type { FastifyRequest } from 'fastify';
import type { EntityManager } from 'typeorm';
import { PersonEntity } from '../../store/workshop/resources.entity';

/** The header by which a screen says who is at it; until there are accounts nobody has to prove it. */
export const PERSON_HEADER = 'x-alnage-person';

/** Who is at the screen that asks, by id; null where it does not say, or says somebody who is not of the crew. */
export async function personAt(manager: EntityManager, request: FastifyRequest): Promise<string | null> {
  const id = request.headers[PERSON_HEADER];
  if (typeof id !== 'string' || id.length > 80) return null;
  return (await manager.existsBy(PersonEntity, { id })) ? id : null;
}
