import {
  AmendAsk,
  Bench,
  BenchEventsAsk,
  BenchTaken,
  OrderParams,
  RunRecord,
  SealAsk,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { personAt } from '../../platform/http/person';
import { benchNow } from './bench-now';
import { BenchService } from './bench.service';
import { sealedRuns } from './sealed-runs';
import { SealService } from './seal.service';

const tags = ['bench'];

/** The bench: what is to be done, what is done, and the sealed records that come of it. */
export function addBench(app: App): void {
  const bench = new BenchService(app.db, app.clock);
  const seals = new SealService(app.db, app.clock);
  app.get(
    '/api/bench',
    { schema: { tags, response: { 200: Bench } } },
    // whose boxes a work is for, and what they get knowingly, is told by their orders
    keptAnswer(app, { topics: ['bench', 'orders', 'plan', 'workshop'], isTimed: true }, () =>
      benchNow(app.db.manager, app.clock),
    ),
  );
  app.post(
    '/api/bench/events',
    { schema: { tags, body: BenchEventsAsk, response: { 200: BenchTaken } } },
    async (request, reply) => reply.send((await bench.take(request.body.events)) as never),
  );
  app.post(
    '/api/runs',
    { schema: { tags, body: SealAsk, response: { 201: RunRecord } } },
    async (request, reply) =>
      reply.status(201).send(await seals.seal(request.body, await personAt(app.db.manager, request))),
  );
  app.get('/api/runs', { schema: { tags, response: { 200: Type.Array(RunRecord) } } }, () =>
    sealedRuns(app.db.manager),
  );
  app.post(
    '/api/runs/:id/amendments',
    { schema: { tags, params: OrderParams, body: AmendAsk, response: { 200: RunRecord } } },
    async (request) => seals.amend(request.params.id, request.body, await personAt(app.db.manager, request)),
  );
}
