import { learnPart, type LearnedPart } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { PartUseEntity } from '../../store/workshop/part-use.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { SeasonsBack } from '../seasons/seasons-back';

/** What was left of the parts of pieces taught of what is on one; of a part that nobody weighed, nothing. */
export async function learnedParts(manager: EntityManager): Promise<LearnedPart[]> {
  const used = await manager.find(PartUseEntity, { order: { at: 'ASC', preparationId: 'ASC' } });
  if (used.length === 0) return [];
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const seasons = await SeasonsBack.load(manager, timeZone);
  const newest = used.at(-1)!.at;
  const pieces = await manager.find(PieceEntity);
  return pieces.flatMap(({ id: piece, madeParts }) =>
    madeParts.flatMap(({ recipe, grams }): LearnedPart[] => {
      const own = used
        .filter(({ pieceId, recipeId }) => pieceId === piece && recipeId === recipe)
        .map(({ at, ...use }) => ({ ...use, seasonsBack: seasons.of(at, newest) }));
      const learned = learnPart(grams, own);
      return learned ? [{ piece, recipe, ...learned }] : [];
    }),
  );
}
