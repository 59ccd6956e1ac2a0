import type { CoatingView } from '@alnage/contract';
import type { LarderBook } from '@alnage/core/larder';
import { compositionOfCoating } from '@alnage/core/recipes';

/** The larder with what its coatings are made of. */
export function kitchenBook(book: LarderBook, coatings: readonly CoatingView[]): LarderBook {
  const described = coatings.map(({ id, own }) => ({ ...own, id }));
  return {
    ...book,
    coatings: book.coatings.map((coating) => {
      const own = described.find(({ id }) => id === coating.id);
      return { ...coating, composition: own ? compositionOfCoating(own, described) : null };
    }),
  };
}
