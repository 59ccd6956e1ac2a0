import { seenOf, type Order, type Piece, type PickupPoint, type Weighing } from '@alnage/contract';
import { pieceCoat, sizeClassOf, type Dippery } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { pieceFacts, type LarderBook } from '@alnage/core/larder';

/** What a parcel's weight is reckoned from. */
export interface ParcelContext {
  readonly points: readonly PickupPoint[];
  readonly pieces: readonly Piece[];
  readonly dippery: Dippery;
  readonly weighings: readonly Weighing[];
  readonly book: LarderBook;
}

/** What the parcel of an order weighs in g, for its label; null of one that is collected, or where a piece cannot be reckoned. */
export function parcelGramsOf(
  order: Pick<Order, 'pickupPoint' | 'pieces'>,
  context: ParcelContext,
): number | null {
  const point = context.points.find(({ id }) => id === order.pickupPoint);
  if (!point?.sending) return null;
  try {
    const grams = order.pieces.map(({ piece, pieces }) => pieces * pieceGrams(piece, context));
    return grams.reduce((sum, each) => sum + each, point.sending.parcelGrams);
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

function pieceGrams(id: string, { pieces, dippery, weighings, book }: ParcelContext): number {
  const piece = pieces.find((each) => each.id === id);
  if (!piece)
    throw new InputError({ code: 'unknown-reference', field: '/piece', value: id, range: 'a piece' });
  const own = weighings.filter((each) => each.piece === id && each.setAsideReason === null);
  const sizeClass = sizeClassOf(piece.form, piece.sizes);
  const { portions } = pieceCoat(piece, dippery, { sizeClass, seen: own.map(seenOf) });
  return pieceFacts(piece, portions, book).grams;
}
