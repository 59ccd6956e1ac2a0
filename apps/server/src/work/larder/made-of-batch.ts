import { madeBy } from '@alnage/core';
import type { PreparationEntity } from '../../store/work/preparation.entity';

/** How each of a batch's recipes was made, by its recipe; what is not made is not there. */
export function madeOfBatch(
  {
    batch,
    piece,
    recipes,
  }: { readonly batch: string; readonly piece: string; readonly recipes: readonly string[] },
  made: readonly PreparationEntity[],
): Map<string, PreparationEntity> {
  const own = made.filter((each) => each.batch === batch && each.pieceId === piece);
  const found = madeBy(
    recipes,
    own.map((done) => ({ recipe: done.recipeId, done })),
  );
  return new Map([...found].map(([recipe, { done }]) => [recipe, done]));
}
