import {
  coatingAllergens,
  compositionOfCoating,
  supplyComposition,
  type Composition,
  type LarderBook,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { learnedParts } from './learned-parts';
import { learnedYields } from './learned-yields';

/** What the workshop cooks with, in its own order, its recipes and the parts of its pieces with what was learned of them. */
export async function loadBook(manager: EntityManager): Promise<LarderBook> {
  const byPosition = { order: { position: 'ASC' } } as const;
  const coatings = await manager.find(CoatingEntity, byPosition);
  const supplies = await manager.find(SupplyEntity, byPosition);
  const fatOf = (id: string): Composition | null => {
    const fat = supplies.find((each) => each.id === id);
    return fat ? supplyComposition(fat) : null;
  };
  const book = {
    supplies,
    coatings: coatings.map((coating) => ({
      id: coating.id,
      name: coating.name,
      allergens: coatingAllergens(coating, coatings, supplies),
      composition: compositionOfCoating(coating, coatings, fatOf),
    })),
    recipes: await manager.find(RecipeEntity, byPosition),
  };
  const learned = await learnedYields(manager, book);
  const recipes = book.recipes.map((each) => ({
    ...each,
    cameOut: learned.get(each.id) ?? null,
  }));
  return { ...book, recipes, learnedParts: await learnedParts(manager) };
}
