import { gramsOut } from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import type { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeBatchEntity } from '../../store/workshop/recipe-batch.entity';

/**
 * Keeps with its recipe what came out of each of these pots, as far as it was measured; what is so no longer goes. What was made in one
 * pot teaches once.
 */
export async function keepBatches(
  manager: EntityManager,
  made: readonly Pick<
    PreparationEntity,
    'id' | 'recipeId' | 'at' | 'potGrams' | 'portionGrams' | 'cameOut' | 'pot'
  >[],
): Promise<void> {
  await manager.delete(RecipeBatchEntity, { preparationId: In(made.map(({ id }) => id)) });
  const batches = made.flatMap(
    ({ id: preparationId, recipeId, at, potGrams, portionGrams, cameOut, pot }) => {
      const grams = cameOut && portionGrams !== null ? gramsOut(cameOut, portionGrams) : null;
      return grams !== null && potGrams !== null
        ? [{ preparationId, recipeId, at, potGrams, grams, pot }]
        : [];
    },
  );
  if (batches.length > 0) await manager.insert(RecipeBatchEntity, inPots(batches));
}

interface OfPot extends RecipeBatchEntity {
  readonly pot: string | null;
}

function inPots(batches: readonly OfPot[]): RecipeBatchEntity[] {
  const pots = new Map<string, RecipeBatchEntity>();
  for (const { pot, ...batch } of batches) {
    const key = pot ?? batch.preparationId;
    const known = pots.get(key);
    const [potGrams, grams] = [batch.potGrams + (known?.potGrams ?? 0), batch.grams + (known?.grams ?? 0)];
    pots.set(key, { ...batch, preparationId: key, potGrams, grams });
  }
  return [...pots.values()];
}
