import {
  MessagePreview,
  MessagePreviewAsk,
  MessageQuery,
  MessageSettings,
  MessageView,
  OrderParams,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { MessagesService } from './messages.service';

const tags = ['messages'];

/** What customers are told of their orders. */
export function addMessages(app: App): void {
  const messages = new MessagesService(app.db, app.clock);

  app.get(
    '/api/messages',
    { schema: { tags, querystring: MessageQuery, response: { 200: Type.Array(MessageView) } } },
    ({ query }) => messages.list(query),
  );
  app.post(
    '/api/messages/:id/stop',
    { schema: { tags, params: OrderParams, response: { 204: Type.Null() } } },
    async ({ params: { id } }, reply) => {
      await messages.stop(id);
      return reply.status(204).send(null);
    },
  );
  app.get('/api/messages/settings', { schema: { tags, response: { 200: MessageSettings } } }, () =>
    messages.settings(),
  );
  app.put(
    '/api/messages/settings',
    { schema: { tags, body: MessageSettings, response: { 200: MessageSettings } } },
    ({ body }) => messages.change(body),
  );
  app.post(
    '/api/messages/preview',
    { schema: { tags, body: MessagePreviewAsk, response: { 200: MessagePreview } } },
    ({ body }) => messages.preview(body),
  );
}
