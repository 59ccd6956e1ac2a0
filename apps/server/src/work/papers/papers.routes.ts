import { BoxLabelView, LabelQuery, PackingQuery, PackingView, TicketQuery } from '@alnage/contract';
import { Type } from 'typebox';
import { In } from 'typeorm';
import type { App } from '../../platform/http/app-type';
import { inlineFile } from '../../platform/paper/inline-file';
import { OrderEntity } from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { boxLabels } from './box-labels';
import { dayListPdf } from './day-list-pdf';
import { labelPaper } from './label-paper';
import { labelPdf } from './label-pdf';
import { counterPaper } from './order-paper';
import { packingOfDay } from './packing';
import { packingPdf } from './packing-pdf';
import { requireFew } from './require-few';
import { shelfListPdf } from './shelf-list-pdf';
import { ticketPdf } from './ticket-pdf';

const tags = ['papers'];

/** What is printed for boxes and orders. */
export function addPapers(app: App): void {
  const { manager } = app.db;
  const labels = async (query: LabelQuery): Promise<BoxLabelView[]> => {
    const all = await boxLabels(manager, app.clock, query);
    requireFew(all.length);
    return all;
  };
  app.get(
    '/api/papers/labels',
    { schema: { tags, querystring: LabelQuery, response: { 200: Type.Array(BoxLabelView) } } },
    ({ query }) => labels(query),
  );
  app.get(
    '/api/papers/labels.pdf',
    { schema: { tags, querystring: LabelQuery, response: { 200: Type.Any() } } },
    async ({ query }, reply) => {
      const paper = await labelPaper(manager, query);
      const pdf = await labelPdf(await labels(query), paper);
      return inlineFile(reply, 'labels.pdf').send(pdf);
    },
  );
  addPackingPapers(app);
  addCounterPapers(app);
}

function addPackingPapers(app: App): void {
  const { manager } = app.db;
  app.get(
    '/api/papers/packing',
    { schema: { tags, querystring: PackingQuery, response: { 200: PackingView } } },
    ({ query: { day } }) => packingOfDay(manager, app.clock, day),
  );
  app.get(
    '/api/papers/packing.pdf',
    { schema: { tags, querystring: PackingQuery, response: { 200: Type.Any() } } },
    async ({ query: { day } }, reply) => {
      const { name: workshop, timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const named = (rows: readonly { id: string; name: string }[]): ReadonlyMap<string, string> =>
        new Map(rows.map(({ id, name }) => [id, name]));
      const pdf = await packingPdf(await packingOfDay(manager, app.clock, day), {
        ...{ workshop, day, timeZone },
        pieces: named(await manager.find(PieceEntity)),
        zones: named(await manager.find(ZoneEntity)),
      });
      return inlineFile(reply, `packing-${day}.pdf`).send(pdf);
    },
  );
}

/** What the counter has in hand where it has no screen. */
function addCounterPapers(app: App): void {
  const { manager } = app.db;
  const { clock } = app;
  const pdf = { tags, response: { 200: Type.Any() } };
  app.get(
    '/api/papers/ticket.pdf',
    { schema: { ...pdf, querystring: TicketQuery } },
    async ({ query }, reply) =>
      inlineFile(reply, 'ticket.pdf').send(await ticketPdf(await counterPaper(manager, clock, query))),
  );
  app.get(
    '/api/papers/day.pdf',
    { schema: { ...pdf, querystring: PackingQuery } },
    async (request, reply) => {
      const { day } = request.query;
      const paper = await counterPaper(manager, clock, { day });
      return inlineFile(reply, `counter-${day}.pdf`).send(await dayListPdf(day, paper));
    },
  );
  app.get('/api/papers/shelves.pdf', { schema: pdf }, async (_, reply) => {
    const open = await manager.find(OrderEntity, {
      ...{ select: { id: true, ticket: true }, where: { state: In(['promised', 'ready']) } },
    });
    const tickets = new Map(open.map(({ id, ticket }) => [id, ticket]));
    const paper = await counterPaper(manager, clock, { orders: [] });
    const list = await shelfListPdf(paper, { tickets, now: clock.now() });
    return inlineFile(reply, 'shelves.pdf').send(list);
  });
}
