import { centreGramsOf, type FormCoatings, type PieceForm } from '../coating/piece-form';
import { isCentreUnknown } from './centre-source';
import { mayContain, pieceAllergens, type Declared, type DeclaringPiece } from './piece-allergens';
import { byWeight, pieceFacts, type CoatOfPiece, type PartOfPiece } from './piece-facts';

/** A piece as far as its label goes. */
export interface LabelledPiece extends DeclaringPiece {
  readonly id: string;
  readonly name: string;
  readonly form: PieceForm & FormCoatings;
  /** What its centre is called, where nothing else says what it is. */
  readonly centreName: string;
}

/** So many of a piece in a box, with what one of them carries. */
export interface InBox {
  readonly piece: LabelledPiece;
  readonly pieces: number;
  readonly coats: readonly CoatOfPiece[];
}

/** What the label of a box says of what is in it. */
export interface BoxLabel {
  readonly contents: readonly { readonly name: string; readonly pieces: number }[];
  /** The heaviest first, each with what it declares. */
  readonly ingredients: readonly PartOfPiece[];
  /** All that is declared, and what may be beside it from shared bowls, and from shared benches. */
  readonly contains: readonly string[];
  readonly mayContain: readonly string[];
  readonly netGrams: number;
}

/**
 * What the label of a box says: its ingredients in descending weight as they went in, what of them declares an allergen, what may be in it
 * from shared bowls and benches, and its net weight. By hand: 6 berries of 18 g with 7 g of dark: 150 g, strawberry 108 g, dark 42 g.
 * Source: conservation of mass, and the shop's own lists. A planning aid: what the law of a country asks is the shop's to check.
 * @throws InputError for what there is not, or cannot be weighed
 */
export function boxLabel(
  box: readonly InBox[],
  { all, declared }: { readonly all: readonly DeclaringPiece[]; readonly declared: Declared },
): BoxLabel {
  const { book } = declared;
  const parts = box.map(({ piece, pieces, coats }) => {
    const facts = pieceFacts(piece, coats, book);
    const centre = isCentreUnknown(piece, book.supplies) ? [centreOf(piece)] : [];
    const grams = facts.grams + centre.reduce((sum, each) => sum + each.grams, 0);
    return {
      grams: grams * pieces,
      ingredients: [...facts.ingredients, ...centre].map((each) => ({ ...each, grams: each.grams * pieces })),
    };
  });
  const contains = unique(box.flatMap(({ piece }) => pieceAllergens(piece, declared)));
  const shared = box.flatMap(({ piece }) => {
    const { fromBowls, fromBenches } = mayContain(piece, all, declared);
    return [...fromBowls, ...fromBenches];
  });
  return {
    contents: box.map(({ piece, pieces }) => ({ name: piece.name, pieces })),
    ingredients: byWeight(parts.flatMap(({ ingredients }) => ingredients)),
    contains,
    mayContain: unique(shared).filter((each) => !contains.includes(each)),
    netGrams: parts.reduce((sum, { grams }) => sum + grams, 0),
  };
}

/** A centre that is neither made nor bought by the book: a washed fruit, by its own name. */
function centreOf({ centreName, name, form, allergens }: LabelledPiece): PartOfPiece {
  return { name: centreName || name, grams: centreGramsOf(form), allergens };
}

function unique(all: readonly string[]): string[] {
  return [...new Set(all)].sort();
}
