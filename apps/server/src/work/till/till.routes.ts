import { ClosingDraft, DayTill, ReceiptQuery, TillQuery } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { inlineFile } from '../../platform/paper/inline-file';
import { moneyIn } from '../../platform/paper/money';
import { personAt } from '../../platform/http/person';
import { ProblemError } from '../../platform/http/problem-error';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PersonEntity, PickupPointEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';
import { closingPdf } from './closing-pdf';
import { receiptPdf } from './receipt-pdf';
import { closeDay, dayTill } from './till.service';

const tags = ['till'];

/** What went through the till of a day, its closing, and receipts. */
export function addTill(app: App): void {
  const { manager } = app.db;
  const named = (rows: readonly { id: string; name: string }[]): ReadonlyMap<string, string> =>
    new Map(rows.map(({ id, name }) => [id, name]));

  app.get(
    '/api/till',
    { schema: { tags, querystring: TillQuery, response: { 200: DayTill } } },
    ({ query: { day } }) => dayTill(manager, day),
  );

  app.post(
    '/api/till/closings',
    { schema: { tags, body: ClosingDraft, response: { 201: DayTill } } },
    async (request, reply) =>
      reply.status(201).send(await closeDay(app, request.body, await personAt(manager, request))),
  );

  app.get(
    '/api/papers/closing.pdf',
    { schema: { tags, querystring: TillQuery, response: { 200: Type.Any() } } },
    async ({ query: { day } }, reply) => {
      const { name: workshop, timeZone, currency } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const people = named(await manager.find(PersonEntity));
      const paper = { workshop, timeZone, people, money: moneyIn(currency) };
      const pdf = await closingPdf(await dayTill(manager, day), paper);
      return inlineFile(reply, `closing-${day}.pdf`).send(pdf);
    },
  );

  app.get(
    '/api/papers/receipt.pdf',
    { schema: { tags, querystring: ReceiptQuery, response: { 200: Type.Any() } } },
    async ({ query: { order: id } }, reply) => {
      const [row] = await readOrders(manager, { where: 'o.id = $1', values: [id] });
      if (!row) throw new ProblemError('order-not-found', { id });
      const shop = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const point = await manager.findOneByOrFail(PickupPointEntity, { id: row.pickupPointId });
      const { name: workshop, address, timeZone, currency, taxRates } = shop;
      const pdf = await receiptPdf(orderView(row, timeZone), {
        ...{ workshop, address, timeZone, currency, taxRates, now: app.clock.now() },
        pieces: named(await manager.find(PieceEntity)),
        boxes: named(await manager.find(BoxEntity)),
        isSent: point.sending !== null,
      });
      return inlineFile(reply, `receipt-${row.ticket}.pdf`).send(pdf);
    },
  );
}
