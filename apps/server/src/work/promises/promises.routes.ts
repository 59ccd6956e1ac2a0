import { MakingAsk, PromiseAsk, PromisedSlot, RoomTried, SlotMakingView } from '@alnage/contract';
import type { FastifyReply } from 'fastify';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { RoomTries } from './room-tries';
import { PromisesService } from './promises.service';

/** So long a new plan is tried for one order at most, in seconds. */
const TRIED_SECONDS = 10;

/** Whether whoever asked still waits for the answer: a page that asks anew, or takes the order, does not. */
function isThere({ raw }: FastifyReply): boolean {
  return !raw.closed && !raw.destroyed;
}

export function addPromises(app: App, planSeconds: number): void {
  const tries = new RoomTries(app.db, app.clock, Math.min(TRIED_SECONDS, planSeconds));
  app.addHook('onClose', () => tries.close());
  app.post(
    '/api/promises/try',
    { schema: { tags: ['orders'], body: MakingAsk, response: { 200: RoomTried } } },
    (request) => tries.try(request.body),
  );
  const promises = new PromisesService(app.db, app.clock);
  app.post(
    '/api/promises',
    { schema: { tags: ['orders'], body: PromiseAsk, response: { 200: Type.Array(PromisedSlot) } } },
    (request, reply) => promises.answer(request.body, () => isThere(reply)) as Promise<never>,
  );
  app.post(
    '/api/promises/making',
    { schema: { tags: ['orders'], body: MakingAsk, response: { 200: SlotMakingView } } },
    (request) => promises.making(request.body) as Promise<never>,
  );
}
