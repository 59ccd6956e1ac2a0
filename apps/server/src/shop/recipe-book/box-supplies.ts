import { usesOfPiece, type ItemAmount, type LarderBook } from '@alnage/core';
import type { BoxEntity } from '../../store/workshop/box.entity';

/** What so many boxes of a kind take out of the larder, each supply by itself. */
export function boxSupplies(
  box: Pick<BoxEntity, 'supplies'> | undefined,
  count: number,
  book: LarderBook,
): ItemAmount[] {
  return usesOfPiece({ recipe: null, supplies: box?.supplies ?? [] }, book).map(({ item, amount }) => ({
    item,
    amount: amount * count,
  }));
}
