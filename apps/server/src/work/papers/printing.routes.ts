import { LabelView, OrderParams, PrintAsk, PrinterSays, PrintingView, closed } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { deviceOf } from '../../platform/http/device-token';
import { inlineFile } from '../../platform/paper/inline-file';
import { PrintingService } from './printing.service';

const tags = ['papers'];
const PrintOf = closed({ order: PrintAsk.properties.order, day: PrintAsk.properties.day });

/** Labels that wait for the printer of the workshop, and the doors by which it fetches them. */
export function addPrinting(app: App): void {
  const printing = new PrintingService(app.db, app.clock);
  const schema = { tags, response: { 200: PrintingView } };
  app.get(
    '/api/papers/printing',
    { schema: { ...schema, querystring: PrintOf } },
    // every open counter asks with each order that changes: it is worked out once for all of them
    keptAnswer(
      app,
      { topics: ['orders', 'plan', 'bench', 'workshop', 'labels'], isTimed: true },
      ({ query }: { query: Pick<PrintAsk, 'order' | 'day'> }) => printing.view(query),
    ),
  );
  app.post('/api/papers/printing', { schema: { ...schema, body: PrintAsk } }, ({ body }) =>
    printing.print(body),
  );
  app.post('/api/papers/printing/stop', { schema: { ...schema, body: PrintAsk } }, ({ body }) =>
    printing.stop(body),
  );
  app.get('/api/labels', { schema: { tags, response: { 200: Type.Array(LabelView) } } }, () =>
    printing.listed(),
  );
  app.get(
    '/api/labels/:id.pdf',
    { schema: { tags, params: OrderParams, response: { 200: Type.Any() } } },
    async ({ params: { id } }, reply) => inlineFile(reply, `label-${id}.pdf`).send(await printing.pdf(id)),
  );
  addPrinterDoors(app, printing);
}

/** A printer speaks with its token: `Authorization: Bearer …`. */
function addPrinterDoors(app: App, printing: PrintingService): void {
  app.get(
    '/api/printer/labels',
    { schema: { tags, response: { 200: Type.Array(LabelView) } } },
    async (request) => printing.toPrint(await deviceOf(app.db.manager, request)),
  );
  app.post(
    '/api/printer/labels/:id/printed',
    { schema: { tags, params: OrderParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await printing.printed(await deviceOf(app.db.manager, request), request.params.id);
      return reply.status(204).send(null);
    },
  );
  app.post(
    '/api/printer/state',
    { schema: { tags, body: PrinterSays, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await printing.says(await deviceOf(app.db.manager, request), request.body);
      return reply.status(204).send(null);
    },
  );
}
