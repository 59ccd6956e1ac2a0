import {
  OrderParams,
  RecallAsk,
  RecallPaperAsk,
  RecallTell,
  RecallTold,
  RecallView,
  StopDraft,
  StopLift,
  StopView,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { inlineFile } from '../../platform/paper/inline-file';
import { personAt } from '../../platform/http/person';
import { recallCsv } from './recall-csv';
import { tellRecalled } from './recall-messages';
import { recallLetters } from './recall-letters';
import { recallReport, type RecallPaper } from './recall-report';
import { recallOf } from './recall.service';
import { recallWords } from './recall-words';
import { StopsService } from './stops.service';

const tags = ['recall'];

/** Where something leads, what is stopped, and what is printed of it. */
export function addRecall(app: App): void {
  const { manager } = app.db;
  app.get(
    '/api/recall',
    { schema: { tags, querystring: RecallAsk, response: { 200: RecallView } } },
    ({ query }) => recallOf(manager, app.clock, query),
  );
  app.post(
    '/api/recall/messages',
    { schema: { tags, body: RecallTell, response: { 200: RecallTold } } },
    ({ body }) => app.db.transaction((all) => tellRecalled(all, app.clock, body)),
  );
  addPapers(app);
  const stops = new StopsService(app.db, app.clock);
  app.get('/api/stops', { schema: { tags, response: { 200: Type.Array(StopView) } } }, () => stops.list());
  app.post(
    '/api/stops',
    { schema: { tags, body: StopDraft, response: { 201: StopView } } },
    async (request, reply) =>
      reply.status(201).send(await stops.make(request.body, await personAt(manager, request))),
  );
  app.post(
    '/api/stops/:id/lift',
    { schema: { tags, params: OrderParams, body: StopLift, response: { 200: StopView } } },
    async (request) => stops.lift(request.params.id, request.body, await personAt(manager, request)),
  );
}

function addPapers(app: App): void {
  const { manager } = app.db;
  const schema = { tags, querystring: RecallPaperAsk, response: { 200: Type.Any() } };
  const read = async ({ reason = '', practice = false, ...ask }: RecallPaperAsk) => {
    const words = await recallWords(manager, ask);
    const paper: RecallPaper = { words, reason, isPractice: practice, now: app.clock.now() };
    return { view: await recallOf(manager, app.clock, ask), paper };
  };
  app.get('/api/recall/report.pdf', { schema }, async ({ query }, reply) => {
    const { view, paper } = await read(query);
    return inlineFile(reply, 'recall.pdf').send(await recallReport(view, paper));
  });
  app.get('/api/recall/letters.pdf', { schema }, async ({ query }, reply) => {
    const { view, paper } = await read(query);
    return inlineFile(reply, 'letters.pdf').send(await recallLetters(view, paper));
  });
  app.get('/api/recall/list.csv', { schema }, async ({ query }, reply) => {
    const { view, paper } = await read(query);
    return inlineFile(reply, 'recall.csv', 'text/csv; charset=utf-8').send(recallCsv(view, paper.words));
  });
}
