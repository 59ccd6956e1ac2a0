import { createHash } from 'node:crypto';
import type { LiveTopic } from '@alnage/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { App } from './app-type';

interface KeptOptions {
  /** What changes the answer. */
  readonly topics: readonly LiveTopic[];
  /** Whether it also changes with the hour: then it is computed anew with each minute of the workshop's clock. */
  readonly isTimed?: boolean;
}

interface Answer {
  readonly body: string;
  readonly etag: string;
}

const MINUTE_MS = 60_000;

/**
 * The handler of a read that is answered as before while nothing changed, its text included; whoever has that answer already
 * (`If-None-Match`) is told so with 304. `read` gives the answer as text, or as what the route's schema turns into text.
 */
export function keptAnswer<Request extends object>(
  app: Pick<App, 'remembered' | 'clock'>,
  { topics, isTimed = false }: KeptOptions,
  read: (request: Request) => Promise<unknown>,
) {
  return async (request: FastifyRequest & Request, reply: FastifyReply): Promise<never> => {
    const minute = isTimed ? Math.floor(app.clock.now().getTime() / MINUTE_MS) : '';
    const { body, etag } = await app.remembered.of(
      `${request.url} ${minute}`,
      topics,
      async (): Promise<Answer> => {
        const answer = await read(request);
        const text = typeof answer === 'string' ? answer : String(reply.serialize(answer as object));
        return { body: text, etag: `"${createHash('sha1').update(text).digest('base64url')}"` };
      },
    );
    reply.header('etag', etag).header('cache-control', 'private, no-cache');
    if (request.headers['if-none-match'] === etag) return reply.status(304).send() as never;
    return reply.type('application/json; charset=utf-8').serializer(asItIs).send(body) as never;
  };
}

const asItIs = (body: unknown): string => body as string;
