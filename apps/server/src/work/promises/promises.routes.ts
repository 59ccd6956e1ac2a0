import { MakingAsk, PromiseAsk, PromisedSlot, SlotMakingView } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { PromisesService } from './promises.service';

export function addPromises(app: App): void {
  const promises = new PromisesService(app.db, app.clock);
  app.post(
    '/api/promises',
    { schema: { tags: ['orders'], body: PromiseAsk, response: { 200: Type.Array(PromisedSlot) } } },
    (request) => promises.answer(request.body) as Promise<never>,
  );
  app.post(
    '/api/promises/making',
    { schema: { tags: ['orders'], body: MakingAsk, response: { 200: SlotMakingView } } },
    (request) => promises.making(request.body) as Promise<never>,
  );
}
