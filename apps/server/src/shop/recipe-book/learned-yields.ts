import { bindRecipe, cameOutOf, type CameOut, type LarderBook } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { RecipeBatchEntity } from '../../store/workshop/recipe-batch.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { SeasonsBack } from '../seasons/seasons-back';

/**
 * What its batches taught of each recipe of a book that is as it was written, by the recipe’s id; of one that nobody weighed, nothing.
 * A batch lies as many seasons back as there are between it and the newest of all.
 */
export async function learnedYields(
  manager: EntityManager,
  book: LarderBook,
): Promise<ReadonlyMap<string, CameOut>> {
  const made = await manager.find(RecipeBatchEntity, { order: { at: 'ASC', preparationId: 'ASC' } });
  if (made.length === 0) return new Map();
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const seasons = await SeasonsBack.load(manager, timeZone);
  const newest = made.at(-1)!.at;
  const learned = book.recipes.flatMap((recipe): [string, CameOut][] => {
    const batches = made
      .filter(({ recipeId }) => recipeId === recipe.id)
      .map(({ potGrams, grams, at }) => ({ potGrams, grams, seasonsBack: seasons.of(at, newest) }));
    const cameOut = batches.length > 0 ? cameOutOf(bindRecipe(recipe, book), batches) : null;
    return cameOut ? [[recipe.id, cameOut]] : [];
  });
  return new Map(learned);
}
