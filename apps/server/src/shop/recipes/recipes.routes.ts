import {
  RECIPE_FILE_BYTES,
  RecipeChange,
  RecipeDraft,
  RecipeFile,
  RecipeVersion,
  RecipeView,
  RecordParams,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import { personAt } from '../../platform/http/person';
import { publishedSchema } from '../../platform/http/published-schemas';
import { recipeFile, recipeMarkdown } from './recipe-file';
import type { WorkshopUses } from '../kept/workshop-uses';
import { recipes } from './recipes';
import { RecipesService } from './recipes.service';

const tags = ['recipes'];

/** Recipes with their versions, and files in and out. */
export function addRecipes(app: App, uses: WorkshopUses): void {
  const service = new RecipesService(app.db, app.clock, uses);
  addKeptRoutes(app, new KeptRecords(app.db, recipes(app.clock), uses), {
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
