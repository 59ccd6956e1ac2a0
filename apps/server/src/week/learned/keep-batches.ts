import { gramsOut } from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import type { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeBatchEntity } from '../../store/workshop/recipe-batch.entity';

/** Keeps with its recipe what came out of each of these pots, as far as it was measured; what is so no longer goes. */
export async function keepBatches(
  manager: EntityManager,
  made: readonly Pick<
    PreparationEntity,
    'id' | 'recipeId' | 'at' | 'potGrams' | 'portionGrams' | 'cameOut'
  >[],
): Promise<void> {
  await manager.delete(RecipeBatchEntity, { preparationId: In(made.map(({ id }) => id)) });
  const batches = made.flatMap(({ id: preparationId, recipeId, at, potGrams, portionGrams, cameOut }) => {
    const grams = cameOut && portionGrams !== null ? gramsOut(cameOut, portionGrams) : null;
    return grams !== null && potGrams !== null ? [{ preparationId, recipeId, at, potGrams, grams }] : [];
  });
  if (batches.length > 0) await manager.insert(RecipeBatchEntity, batches);
}
