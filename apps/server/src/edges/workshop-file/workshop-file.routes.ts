import { WORKSHOP_FILE_BYTES, WorkshopFile, WorkshopLoaded } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { loadWorkshop } from './load-file';
import { publishedSchema } from '../../platform/http/published-schemas';
import { workshopFile } from './write-file';

const tags = ['exports'];

/** All of a workshop as one file: taken out, and loaded into an empty installation. */
export function addWorkshopFile(app: App): void {
  app.get(
    '/api/workshop-file',
    { schema: { tags, response: { 200: Type.String() } } },
    async (_request, reply) =>
      reply
        .header('content-disposition', 'attachment; filename="workshop.alnage.json"')
        .type('application/json; charset=utf-8')
        .send((await workshopFile(app.db)) as never),
  );

  app.get('/api/workshop-file/schema', { schema: { tags } }, () => publishedSchema('alnage-workshop-1'));

  app.post(
    '/api/workshop-file',
    {
      bodyLimit: WORKSHOP_FILE_BYTES,
      schema: { tags, body: WorkshopFile, response: { 201: WorkshopLoaded } },
    },
    async (request, reply) => reply.status(201).send(await loadWorkshop(app.db, request.body, app.clock)),
  );
}
