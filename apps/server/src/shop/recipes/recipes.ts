import type { RecipeDraft, RecipeView } from '@alnage/contract';
import { bindRecipe, recipeFigures } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { loadBook } from '../recipe-book/load-book';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { RecipeEntity, RecipeVersionEntity } from '../../store/workshop/recipe.entity';
import { meltedTwice } from '../recipe-book/melted-twice';
import { brokenBy } from '../recipe-book/still-computes';

/** Recipes: computed before they are kept, every version kept. */
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
      const changed = { ...book, recipes: [...others, recipe] };
      recipeFigures(bindRecipe(recipe, changed));
      const pieces = id === null ? [] : await manager.findBy(PieceEntity, { recipe: id });
      return pieces.flatMap((piece) => meltedTwice(piece, changed, '/ingredients')).slice(0, 1);
    },
    columns: (draft) => draft,
    view: (_manager, recipe) => Promise.resolve(recipeView(recipe)),
    kept: async (manager, recipe, by) => {
      const { id: recipeId, version, ...draft } = recipeView(recipe);
      await manager.insert(RecipeVersionEntity, { recipeId, version, at: clock.now(), by, recipe: draft });
    },
    settle: requireRecipesCompute,
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
