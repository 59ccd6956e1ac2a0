import { gramsOut } from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import type { PreparationEntity } from '../../store/work/preparation.entity';
import { PartUseEntity } from '../../store/workshop/part-use.entity';

/** Keeps with its piece what went on it of each of these pots, as far as what was left is told; what is so no longer goes. */
export async function keepPartUses(
  manager: EntityManager,
  made: readonly Pick<
    PreparationEntity,
    'id' | 'pieceId' | 'recipeId' | 'at' | 'pieces' | 'portionGrams' | 'cameOut' | 'rest'
  >[],
): Promise<void> {
  await manager.delete(PartUseEntity, { preparationId: In(made.map(({ id }) => id)) });
  const uses = made.flatMap((each): PartUseEntity[] => {
    const { id: preparationId, pieceId, recipeId, at, rest } = each;
    const grams = rest ? gramsThere(each) - rest.grams : 0;
    return rest && rest.pieces > 0 && grams > 0
      ? [{ preparationId, pieceId, recipeId, at, pieces: rest.pieces, grams }]
      : [];
  });
  if (uses.length > 0) await manager.insert(PartUseEntity, uses);
}

/** What there was to go on pieces: what came out, else as it was reckoned. */
export function gramsThere({
  cameOut,
  portionGrams,
  pieces,
}: Pick<PreparationEntity, 'cameOut' | 'portionGrams' | 'pieces'>): number {
  const portion = portionGrams ?? 0;
  return (cameOut ? gramsOut(cameOut, portion) : null) ?? pieces * portion;
}
