import { coatingAllergens, compositionOfCoating, type LarderBook } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';

/** What the workshop cooks with, in its own order. */
export async function loadBook(manager: EntityManager): Promise<LarderBook> {
  const byPosition = { order: { position: 'ASC' } } as const;
  const coatings = await manager.find(CoatingEntity, byPosition);
  return {
    supplies: await manager.find(SupplyEntity, byPosition),
    coatings: coatings.map((coating) => ({
      id: coating.id,
      name: coating.name,
      allergens: coatingAllergens(coating, coatings),
      composition: compositionOfCoating(coating, coatings),
    })),
    recipes: await manager.find(RecipeEntity, byPosition),
  };
}
