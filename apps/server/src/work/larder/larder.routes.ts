import {
  PreparationParams,
  CameOutSaid,
  Larder,
  Lot,
  LotChange,
  LotDraft,
  OrderParams,
  PreparationDone,
  PreparationView,
  RecipeDraft,
  RecipeEffects,
  RecordParams,
  RestSaid,
  SupplyDraft,
  closed,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { personAt } from '../../platform/http/person';
import { larderNow } from './larder.service';
import { LotsService } from './lots.service';
import { MADE_OF_TOPICS, madeOf } from './need-sources';
import { recipeEffects, supplyEffects } from './recipe-effects';
import { PreparationsService } from './preparations.service';

const tags = ['larder'];
/** What the needs are reckoned from. */
const LARDER_TOPICS = ['larder', 'plan', 'orders', 'workshop', 'weighings'] as const;
const Opening = closed({ isOpen: Type.Boolean() });

/** What there is, what is needed, what comes in and goes out, and the centres that are made of it. */
export function addLarder(app: App): void {
  app.get(
    '/api/larder',
    { schema: { tags, response: { 200: Larder } } },
    keptAnswer(app, { topics: LARDER_TOPICS, isTimed: true }, async () => {
      const { manager } = app.db;
      const now = app.clock.now();
      const things = await app.remembered.of('made of', MADE_OF_TOPICS, () => madeOf(manager, now));
      return larderNow(manager, now, things);
    }),
  );
  addLots(app);
  addPreparations(app);
  addEffects(app);
}

function addLots(app: App): void {
  const lots = new LotsService(app.db, app.clock);
  app.post(
    '/api/lots',
    { schema: { tags, body: LotDraft, response: { 201: Lot } } },
    async (request, reply) =>
      reply.status(201).send(await lots.take(request.body, await personAt(app.db.manager, request))),
  );
  app.post(
    '/api/lots/:id/moves',
    { schema: { tags, params: OrderParams, body: LotChange, response: { 200: Lot } } },
    async (request) => lots.change(request.params.id, request.body, await personAt(app.db.manager, request)),
  );
  app.put(
    '/api/lots/:id/opened',
    { schema: { tags, params: OrderParams, body: Opening, response: { 200: Lot } } },
    (request) => lots.open(request.params.id, request.body.isOpen),
  );
  app.delete(
    '/api/lots/:id',
    { schema: { tags, params: OrderParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await lots.remove(request.params.id);
      return reply.status(204).send(null);
    },
  );
}

function addPreparations(app: App): void {
  const preparations = new PreparationsService(app.db, app.clock);
  app.get('/api/preparations', { schema: { tags, response: { 200: Type.Array(PreparationView) } } }, () =>
    preparations.list(),
  );
  app.post(
    '/api/preparations/:batch/:recipe/done',
    {
      schema: { tags, params: PreparationParams, body: PreparationDone, response: { 200: PreparationView } },
    },
    async (request) =>
      preparations.finish(request.params, {
        despiteShort: request.body.despiteShort,
        others: request.body.with ?? [],
        by: await personAt(app.db.manager, request),
      }),
  );
  app.put(
    '/api/preparations/:batch/:recipe/came-out',
    { schema: { tags, params: PreparationParams, body: CameOutSaid, response: { 200: PreparationView } } },
    (request) => preparations.tellCameOut(request.params, request.body),
  );
  app.put(
    '/api/preparations/:batch/:recipe/rest',
    { schema: { tags, params: PreparationParams, body: RestSaid, response: { 200: PreparationView } } },
    (request) => preparations.tellRest(request.params, request.body),
  );
  app.delete(
    '/api/preparations/:batch/:recipe/done',
    { schema: { tags, params: PreparationParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await preparations.undo(request.params, await personAt(app.db.manager, request));
      return reply.status(204).send(null);
    },
  );
}

/** What a draft of a recipe or supply would make of what is promised; nothing is kept. */
function addEffects(app: App): void {
  const { manager } = app.db;
  app.post(
    '/api/recipes/:id/effects',
    { schema: { tags, params: RecordParams, body: RecipeDraft, response: { 200: RecipeEffects } } },
    (request) => recipeEffects(manager, request.params.id, request.body),
  );
  app.post(
    '/api/supplies/:id/effects',
    { schema: { tags, params: RecordParams, body: SupplyDraft, response: { 200: RecipeEffects } } },
    (request) => supplyEffects(manager, request.params.id, request.body),
  );
}
