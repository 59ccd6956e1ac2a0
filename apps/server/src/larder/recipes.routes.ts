import {
  RECIPE_FILE_BYTES,
  RecipeChange,
  RecipeDraft,
  RecipeEffects,
  RecipeFile,
  RecipeVersion,
  RecipeView,
  RecordParams,
  SupplyDraft,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import { personAt } from '../plugins/person';
import { publishedSchema } from '../plugins/published-schemas';
import { recipeFile, recipeMarkdown } from './recipe-file';
import { recipes } from './recipes';
import { RecipesService } from './recipes.service';

const tags = ['recipes'];

/** Recipes with their versions, what a change would do, and files in and out. */
export function addRecipes(app: App): void {
  const service = new RecipesService(app.db, app.clock);
  addKeptRoutes(app, new KeptRecords(app.db, recipes(app.clock)), {
    path: '/api/recipes',
    draft: RecipeDraft,
    change: RecipeChange,
    view: RecipeView,
  });
  app.get(
    '/api/recipes/:id/versions',
    { schema: { tags, params: RecordParams, response: { 200: Type.Array(RecipeVersion) } } },
    (request) => service.versions(request.params.id),
  );
  app.post(
    '/api/recipes/:id/effects',
    { schema: { tags, params: RecordParams, body: RecipeDraft, response: { 200: RecipeEffects } } },
    (request) => service.effects(request.params.id, request.body),
  );
  app.post(
    '/api/supplies/:id/effects',
    { schema: { tags, params: RecordParams, body: SupplyDraft, response: { 200: RecipeEffects } } },
    (request) => service.supplyEffects(request.params.id, request.body),
  );
  addFiles(app, service);
}

function addFiles(to: App, own: RecipesService): void {
  const { manager } = to.db;
  to.post(
    '/api/recipe-files',
    { bodyLimit: RECIPE_FILE_BYTES, schema: { tags, body: RecipeFile, response: { 201: RecipeView } } },
    async (request, reply) =>
      reply.status(201).send(await own.bringIn(request.body, await personAt(manager, request))),
  );
  to.get('/api/recipe-files/schema', { schema: { tags } }, () => publishedSchema('alnage-recipe-1'));
  to.get(
    '/api/recipes/:id/file',
    { schema: { tags, params: RecordParams, response: { 200: Type.Unknown() } } },
    async (request, reply) =>
      reply
        .header('content-disposition', attachment(request.params.id, 'json'))
        .send(await recipeFile(manager, request.params.id)),
  );
  to.get(
    '/api/recipes/:id/markdown',
    { schema: { tags, params: RecordParams, response: { 200: Type.String() } } },
    async (request, reply) =>
      reply
        .header('content-disposition', attachment(request.params.id, 'md'))
        .type('text/markdown; charset=utf-8')
        .send(await recipeMarkdown(manager, request.params.id)),
  );
}

/** A file name that every system takes; the id's other letters as RFC 8187 says them. */
function attachment(id: string, ending: string): string {
  const plain = id.replaceAll(/[^a-z0-9-]/g, '_');
  return `attachment; filename="${plain}.${ending}"; filename*=UTF-8''${encodeURIComponent(id)}.${ending}`;
}
