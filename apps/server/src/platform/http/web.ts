import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';
import { ProblemError } from './problem-error';

/** Files with a hash in their name never change; all else is asked for each time. */
const HASHED = /-[A-Z0-9]{8}\.(js|css|woff2)$/;

/** Serves the built web application; every path that is not the API's and no file is one of its places. */
export async function addWeb(app: FastifyInstance, folder: string | null): Promise<void> {
  if (folder)
    await app.register(fastifyStatic, {
      root: folder,
      wildcard: false,
      preCompressed: true,
      setHeaders: (response, path) =>
        response.setHeader(
          'cache-control',
          HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
        ),
    });
  app.setNotFoundHandler((request, reply) => {
    const isPage = request.method === 'GET' && !request.url.startsWith('/api') && !/\.\w+$/.test(request.url);
    if (folder && isPage) return reply.header('cache-control', 'no-cache').sendFile('index.html');
    throw new ProblemError('not-found', { path: request.url });
  });
}
