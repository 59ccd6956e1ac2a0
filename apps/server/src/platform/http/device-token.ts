import { createHash, randomBytes } from 'node:crypto';
import type { FastifyRequest } from 'fastify';
import type { EntityManager } from 'typeorm';
import { ProblemError } from './problem-error';
import { DeviceEntity } from '../../store/work/device.entity';

const TOKEN_BYTES = 24;

export function newToken(): string {
  return randomBytes(TOKEN_BYTES).toString('base64url');
}

/** What is kept of a token: nobody can tell it from this. */
export function tokenHash(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** The device that asks, by its token in `Authorization: Bearer …`. @throws ProblemError `no-device-token` */
export async function deviceOf(manager: EntityManager, request: FastifyRequest): Promise<DeviceEntity> {
  const [scheme, token] = (request.headers.authorization ?? '').split(' ');
  const device =
    scheme === 'Bearer' && token
      ? await manager.findOneBy(DeviceEntity, { tokenHash: tokenHash(token) })
      : null;
  if (!device) throw new ProblemError('no-device-token');
  return device;
}
