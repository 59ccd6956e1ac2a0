import { coatingAllergens, type Declared } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { loadBook } from './load-book';

/** What the shop’s pieces are made of, with what each of it declares. */
export async function loadDeclared(manager: EntityManager): Promise<Declared> {
  const all = await manager.find(CoatingEntity);
  const book = await loadBook(manager);
  return {
    coatings: all.map((coating) => ({
      id: coating.id,
      allergens: coatingAllergens(coating, all, book.supplies),
    })),
    book,
  };
}
