import { OrderParams, Weighing, WeighingDraft, WeighingSetAside } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { WeighingsService } from './weighings.service';

const tags = ['weighings'];

export function addWeighings(app: App): void {
  const weighings = new WeighingsService(app.db, app.clock);

  app.get('/api/weighings', { schema: { tags, response: { 200: Type.Array(Weighing) } } }, () =>
    weighings.list(),
  );

  app.post(
    '/api/weighings',
    { schema: { tags, body: WeighingDraft, response: { 201: Weighing } } },
    async (request, reply) => reply.status(201).send(await weighings.take(request.body)),
  );

  app.post(
    '/api/weighings/:id/set-aside',
    { schema: { tags, params: OrderParams, body: WeighingSetAside, response: { 200: Weighing } } },
    (request) => weighings.setAside(request.params.id, request.body),
  );
}
