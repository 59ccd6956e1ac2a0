import { PracticeDraft, PracticeRecord } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { personAt } from '../../platform/http/person';
import { PracticesService } from './practices.service';

const tags = ['practice'];

/** What became of practices on the simulated bowl. */
export function addPractices(app: App): void {
  const practices = new PracticesService(app.db, app.clock);
  app.get('/api/practices', { schema: { tags, response: { 200: Type.Array(PracticeRecord) } } }, () =>
    practices.list(),
  );
  app.post(
    '/api/practices',
    { schema: { tags, body: PracticeDraft, response: { 201: PracticeRecord } } },
    async (request, reply) =>
      reply.status(201).send(await practices.keep(request.body, await personAt(app.db.manager, request))),
  );
}
