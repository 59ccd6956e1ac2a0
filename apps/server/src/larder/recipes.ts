import type { RecipeDraft, RecipeView } from '@alnage/contract';
import { bindRecipe, recipeFigures } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../pieces/piece.entity';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { loadBook } from './load-book';
import { PreparationEntity } from './preparation.entity';
import { RecipeEntity, RecipeVersionEntity } from './recipe.entity';
import { brokenBy } from './still-computes';

/** Recipes: computed before they are kept, every version kept, held by what is made by them. */
export function recipes(
  clock: Pick<WorkshopClock, 'now'>,
): RecordKind<RecipeEntity, RecipeDraft, RecipeView> {
  return {
    entity: RecipeEntity,
    what: 'recipe',
    judge: async (manager, draft, id) => {
      const book = await loadBook(manager);
      const recipe = { ...draft, id: id ?? '' };
      const others = book.recipes.filter((each) => each.id !== id);
      recipeFigures(bindRecipe(recipe, { ...book, recipes: [...others, recipe] }));
      return [];
    },
    columns: (draft) => draft,
    view: (_manager, recipe) => Promise.resolve(recipeView(recipe)),
    kept: async (manager, recipe, by) => {
      const { id: recipeId, version, ...draft } = recipeView(recipe);
      await manager.insert(RecipeVersionEntity, { recipeId, version, at: clock.now(), by, recipe: draft });
    },
    settle: requireRecipesCompute,
    heldBy: async (manager, { id }) => {
      const pieces = await manager.find(PieceEntity, { where: { recipe: id }, order: { position: 'ASC' } });
      const all = await manager.find(RecipeEntity, { order: { position: 'ASC' } });
      const made = await manager.count(PreparationEntity, { where: { recipeId: id } });
      return [
        ...pieces.map(({ name }) => name),
        ...all
          .filter(({ ingredients }) => ingredients.some((line) => line.of === 'recipe' && line.id === id))
          .map(({ name }) => name),
        ...(made > 0 ? [`${made} preparations`] : []),
      ];
    },
    remove: async (manager, { id }) => void (await manager.delete(RecipeVersionEntity, { recipeId: id })),
  };
}

export function recipeView({ position: _position, ...recipe }: RecipeEntity): RecipeView {
  return recipe;
}

/** @throws ProblemError `in-use` when a recipe or piece could not be made of it as it would be */
async function requireRecipesCompute(manager: EntityManager): Promise<void> {
  const broken = await brokenBy(manager, await loadBook(manager));
  if (broken.length > 0)
    throw new ProblemError('in-use', {
      name: String(broken[0]!.fault.value),
      by: broken.map(({ name }) => name),
    });
}
