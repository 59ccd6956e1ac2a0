import type { LiveEvent } from '@alnage/contract';
import type { App } from './app-type';

/** Server-sent events: one message for each topic that changed. */
export function addEvents(app: App): void {
  app.get(
    '/api/events',
    { sse: { kind: 'only' }, schema: { tags: ['live'], description: 'What changed, as server-sent events' } },
    async (_request, reply) => {
      reply.sse.keepAlive();
      const send = (event: LiveEvent): void => {
        reply.sse.send({ event: 'changed', data: event }).catch(() => leave());
      };
      const leave = app.live.subscribe(send);
      reply.sse.onClose(leave);
      await reply.sse.send({ event: 'hello', data: {}, retry: 2000 });
    },
  );
}
