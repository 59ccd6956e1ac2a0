import type { FastifyReply } from 'fastify';

/** A reply that is a file to be shown in the browser, by this name where it is kept. */
export function inlineFile<R extends Pick<FastifyReply, 'type' | 'header'>>(
  reply: R,
  name: string,
  type = 'application/pdf',
): R {
  reply.type(type).header('content-disposition', `inline; filename="${name}"`);
  return reply;
}
