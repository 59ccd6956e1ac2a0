import {
  CardDraft,
  CardParams,
  CardSeen,
  CounterDeedsAsk,
  CounterTaken,
  Order,
  OrderParams,
  SlotMove,
} from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { personAt } from '../../platform/http/person';
import { CardPayments } from './card-payments';
import { CounterService } from './counter.service';
import { moveSlot } from './slot-moves';

const tags = ['counter'];

/** What is done at the counter with orders that are made. */
export function addCounter(app: App): void {
  const { db, clock, terminal } = app;
  const counter = new CounterService(db, clock);
  const cards = new CardPayments({ db, clock, terminal, log: (error) => app.log.error(error) });
  app.addHook('onReady', () => cards.resume());

  app.post(
    '/api/counter/deeds',
    { schema: { tags, body: CounterDeedsAsk, response: { 200: CounterTaken } } },
    (request) => counter.take(request.body.deeds),
  );

  app.post(
    '/api/orders/:id/slot',
    { schema: { tags, params: OrderParams, body: SlotMove, response: { 200: Order } } },
    async (request) =>
      moveSlot(app, { ...request.params, ...request.body }, await personAt(db.manager, request)),
  );

  app.post(
    '/api/orders/:id/card',
    { schema: { tags, params: OrderParams, body: CardDraft, response: { 202: Order } } },
    async (request, reply) =>
      reply
        .status(202)
        .send(await cards.ask(request.params.id, request.body, await personAt(db.manager, request))),
  );

  app.post(
    '/api/orders/:id/card/:card/cancel',
    { schema: { tags, params: CardParams, response: { 200: Order } } },
    (request) => cards.cancel({ orderId: request.params.id, id: request.params.card }),
  );

  app.post(
    '/api/orders/:id/card/:card/seen',
    { schema: { tags, params: CardParams, body: CardSeen, response: { 200: Order } } },
    async (request) => {
      const { id, card } = request.params;
      const by = await personAt(db.manager, request);
      return cards.seen({ orderId: id, id: card }, request.body, by);
    },
  );
}
