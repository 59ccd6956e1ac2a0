import {
  Order,
  OrderChange,
  OrderDraft,
  OrderEvent,
  OrderMove,
  OrderNotices,
  OrderPage,
  OrderParams,
  OrderQuery,
  PaymentDraft,
  ShortPacks,
  SwapAsk,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { personAt } from '../../platform/http/person';
import { addCounter } from './counter.routes';
import { OrdersService } from './orders.service';
import { shortSoon, takeSwap } from './swaps';

const tags = ['orders'];

export function addOrders(app: App): void {
  const orders = new OrdersService(app.db, app.clock);
  addCounter(app);

  app.get(
    '/api/orders',
    { schema: { tags, querystring: OrderQuery, response: { 200: OrderPage } } },
    keptAnswer(app, { topics: ['orders', 'workshop'] }, (request: { query: OrderQuery }) =>
      orders.page(request.query),
    ),
  );

  app.get(
    '/api/orders/short',
    { schema: { tags, response: { 200: ShortPacks } } },
    keptAnswer(app, { topics: ['orders', 'plan', 'bench', 'workshop'], isTimed: true }, () => shortSoon(app)),
  );

  app.post(
    '/api/orders/:id/swap',
    { schema: { tags, params: OrderParams, body: SwapAsk, response: { 200: Order } } },
    async (request) =>
      takeSwap(app, { ...request.params, ...request.body }, await personAt(app.db.manager, request)),
  );

  app.get('/api/orders/:id', { schema: { tags, params: OrderParams, response: { 200: Order } } }, (request) =>
    orders.find(request.params.id),
  );

  app.post(
    '/api/orders',
    { schema: { tags, body: OrderDraft, response: { 201: Order } } },
    async (request, reply) =>
      reply.status(201).send(await orders.take(request.body, await personAt(app.db.manager, request))),
  );

  app.put(
    '/api/orders/:id',
    { schema: { tags, params: OrderParams, body: OrderChange, response: { 200: Order } } },
    async (request) =>
      orders.change(request.params.id, request.body, await personAt(app.db.manager, request)),
  );

  app.post(
    '/api/orders/:id/move',
    { schema: { tags, params: OrderParams, body: OrderMove, response: { 200: Order } } },
    async (request) => orders.move(request.params.id, request.body, await personAt(app.db.manager, request)),
  );

  app.post(
    '/api/orders/:id/payments',
    { schema: { tags, params: OrderParams, body: PaymentDraft, response: { 201: Order } } },
    async (request, reply) =>
      reply
        .status(201)
        .send(await orders.pay(request.params.id, request.body, await personAt(app.db.manager, request))),
  );

  app.get(
    '/api/orders/:id/history',
    { schema: { tags, params: OrderParams, response: { 200: Type.Array(OrderEvent) } } },
    (request) => orders.history(request.params.id),
  );

  app.get('/api/orders/notices', { schema: { tags, response: { 200: OrderNotices } } }, () =>
    orders.notices(),
  );
}
