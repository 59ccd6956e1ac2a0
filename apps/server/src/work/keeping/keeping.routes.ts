import {
  KeepingNow,
  OrderParams,
  PieceMoveDraft,
  PieceMoveView,
  RecordParams,
  PieceMovesDraft,
  ZoneLog,
  ZoneLogQuery,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { inlineFile } from '../../platform/paper/inline-file';
import { personAt } from '../../platform/http/person';
import { PieceMovesService } from './piece-moves.service';
import { zoneLogPdf } from './zone-log-pdf';
import { keepingNow, zoneLog, zoneLogPaper } from './keeping.service';

const tags = ['keeping'];
const LOG_MS = 48 * 3_600_000;

/** How long what is made keeps, and how warm it was where it lay. */
export function addKeeping(app: App): void {
  app.get(
    '/api/keeping',
    { schema: { tags, response: { 200: KeepingNow } } },
    // with each minute anew: sensors speak all the time
    keptAnswer(app, { topics: ['bench', 'orders', 'plan', 'workshop'], isTimed: true }, () =>
      keepingNow(app.db.manager, app.clock.now()),
    ),
  );
  const moves = new PieceMovesService(app);
  app.post(
    '/api/batches/:id/moves',
    { schema: { tags, params: RecordParams, body: PieceMoveDraft, response: { 201: PieceMoveView } } },
    async (request, reply) => {
      const by = await personAt(app.db.manager, request);
      return reply.status(201).send(await moves.take(request.params.id, request.body, by));
    },
  );
  app.post(
    '/api/moves',
    { schema: { tags, body: PieceMovesDraft, response: { 201: Type.Array(PieceMoveView) } } },
    async (request, reply) =>
      reply.status(201).send(await moves.takeAll(request.body, await personAt(app.db.manager, request))),
  );
  app.delete(
    '/api/moves/:id',
    { schema: { tags, params: OrderParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await moves.undo(request.params.id, await personAt(app.db.manager, request));
      return reply.status(204).send(null);
    },
  );
  app.get(
    '/api/zones/:id/log',
    { schema: { tags, params: RecordParams, querystring: ZoneLogQuery, response: { 200: ZoneLog } } },
    ({ params, query }) => zoneLog(app.db.manager, params.id, spanOf(query, app.clock.now())),
  );
  app.get(
    '/api/zones/:id/log.pdf',
    { schema: { tags, params: RecordParams, querystring: ZoneLogQuery, response: { 200: Type.Any() } } },
    async ({ params, query }, reply) => {
      const paper = await zoneLogPaper(app.db.manager, params.id, spanOf(query, app.clock.now()));
      const file = `${params.id}-log.pdf`;
      return inlineFile(reply, file).send(await zoneLogPdf(paper));
    },
  );
}

function spanOf(query: ZoneLogQuery, now: Date): { readonly from: Date; readonly until: Date } {
  const until = query.until === undefined ? now : new Date(query.until);
  const from = query.from === undefined ? new Date(until.getTime() - LOG_MS) : new Date(query.from);
  return { from, until };
}
