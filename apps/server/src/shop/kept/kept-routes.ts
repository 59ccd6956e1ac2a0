import { RecordParams } from '@alnage/contract';
import { Type, type TSchema } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { personAt } from '../../platform/http/person';
import type { KeptRecord } from '../../store/workshop/kept-record';
import type { KeptRecords } from './kept-records';

/** The routes that take, change and remove records of one kind. */
export function addKeptRoutes<Entity extends KeptRecord, Draft extends { name: string }, View>(
  app: App,
  records: KeptRecords<Entity, Draft, View>,
  { path, draft, change, view }: { path: string; draft: TSchema; change: TSchema; view: TSchema },
): void {
  const tags = [path.split('/').at(-1)!];
  app.post(path, { schema: { tags, body: draft, response: { 201: view } } }, async (request, reply) =>
    reply
      .status(201)
      .send((await records.take(request.body as Draft, await personAt(app.db.manager, request))) as never),
  );
  app.put(
    `${path}/:id`,
    { schema: { tags, params: RecordParams, body: change, response: { 200: view } } },
    async (request, reply) => {
      const by = await personAt(app.db.manager, request);
      const draft = request.body as Draft & { version: number };
      return reply.send((await records.change(request.params.id, draft, by)) as never);
    },
  );
  app.delete(
    `${path}/:id`,
    { schema: { tags, params: RecordParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await records.remove(request.params.id);
      return reply.status(204).send(null);
    },
  );
}
