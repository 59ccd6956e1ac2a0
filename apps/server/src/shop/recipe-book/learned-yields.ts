import { bindRecipe, cameOutOf, gramsOut, type BatchMade, type CameOut, type LarderBook } from '@alnage/core';
import { IsNull, Not, type EntityManager } from 'typeorm';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { SeasonsBack } from '../seasons/seasons-back';

/**
 * What its batches taught of each recipe of a book that is as it was written, by the recipe’s id; of one that nobody weighed or that
 * cannot be computed, nothing. A batch lies as many seasons back as there are between it and the newest.
 */
export async function learnedYields(
  manager: EntityManager,
  book: LarderBook,
): Promise<ReadonlyMap<string, CameOut>> {
  const made = await manager.findBy(PreparationEntity, { cameOut: Not(IsNull()) });
  if (made.length === 0) return new Map();
  const newest = new Date(Math.max(...made.map(({ at }) => at.getTime())));
  const seasons = await seasonsOf(manager);
  const batches = new Map<string, BatchMade[]>();
  for (const each of made) {
    const batch = batchOf(each, seasons.of(each.at, newest));
    if (batch) batches.set(each.recipeId, [...(batches.get(each.recipeId) ?? []), batch]);
  }
  const learned = book.recipes.flatMap((recipe): [string, CameOut][] => {
    const cameOut = taught(recipe.id, batches.get(recipe.id) ?? [], book);
    return cameOut ? [[recipe.id, cameOut]] : [];
  });
  return new Map(learned);
}

async function seasonsOf(manager: EntityManager): Promise<SeasonsBack> {
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  return SeasonsBack.load(manager, timeZone);
}

function batchOf(
  { potGrams, portionGrams, cameOut }: PreparationEntity,
  seasonsBack: number,
): BatchMade | null {
  const grams = cameOut && portionGrams !== null ? gramsOut(cameOut, portionGrams) : null;
  return grams !== null && potGrams !== null ? { potGrams, grams, seasonsBack } : null;
}

function taught(id: string, batches: readonly BatchMade[], book: LarderBook): CameOut | null {
  if (batches.length === 0) return null;
  return cameOutOf(
    bindRecipe(
      book.recipes.find((each) => each.id === id)!,
      book,
    ),
    batches,
  );
}
