import type { Drizzle, PieceForm } from '../coating/piece-coat';
import type { LarderBook } from './book';
import { makeUpAllergens, type MakeUp } from './piece-uses';

/** What decides what a piece must declare. */
export interface DeclaringPiece extends MakeUp {
  readonly form: Pick<PieceForm, 'coating'>;
  readonly drizzle: Drizzle | null;
  /** Its own, beside what comes in with what it is made of. */
  readonly allergens: readonly string[];
}

/** What pieces are made of, with what each of it declares. */
export interface Declared {
  readonly coatings: readonly { readonly id: string; readonly allergens: readonly string[] }[];
  readonly book: LarderBook;
}

/**
 * Allergens that a piece declares, sorted, each once: its own, those of its recipe and its supplies, and those of every
 * coating on it. Shared bowls and benches are not in it. Source: the shop's own lists.
 */
export function pieceAllergens(piece: DeclaringPiece, { coatings, book }: Declared): string[] {
  const used = [piece.form.coating, piece.drizzle?.coating];
  const ofCoatings = coatings.filter(({ id }) => used.includes(id)).flatMap(({ allergens }) => allergens);
  return [...new Set([...centreAllergens(piece, book), ...ofCoatings])].sort();
}

/** Of a piece without its coatings: what it brings into a bowl. */
export function centreAllergens(piece: Omit<DeclaringPiece, 'form' | 'drizzle'>, book: LarderBook): string[] {
  return [...new Set([...piece.allergens, ...makeUpAllergens(piece, book)])].sort();
}

/**
 * What a piece may contain beyond what it declares, sorted: what the other pieces bring into bowls of its coatings, and
 * onto its benches – all that the shop works with. Source: shop default, every bench is shared.
 */
export function mayContain(
  piece: DeclaringPiece,
  all: readonly DeclaringPiece[],
  declared: Declared,
): { readonly fromBowls: string[]; readonly fromBenches: string[] } {
  const own = new Set(pieceAllergens(piece, declared));
  const used = [piece.form.coating, piece.drizzle?.coating].filter((each) => each !== undefined);
  const sharing = all.filter(({ form, drizzle }) =>
    [form.coating, drizzle?.coating].some((each) => each !== undefined && used.includes(each)),
  );
  const beside = (allergens: readonly string[]): string[] =>
    [...new Set(allergens)].filter((each) => !own.has(each)).sort();
  const fromBowls = beside(sharing.flatMap((each) => pieceAllergens(each, declared)));
  const fromBenches = beside(all.flatMap((each) => pieceAllergens(each, declared)));
  return { fromBowls, fromBenches: fromBenches.filter((each) => !fromBowls.includes(each)) };
}

/** A piece with those of its allergens that somebody must not have. */
export interface AllergenClash {
  readonly piece: string;
  readonly allergens: readonly string[];
}

/** What of these pieces somebody must not have, coatings included; a piece that is not known is left out. */
export function allergenClashes(
  allergies: readonly string[],
  ordered: readonly string[],
  {
    pieces,
    declared,
  }: { readonly pieces: readonly (DeclaringPiece & { readonly id: string })[]; readonly declared: Declared },
): AllergenClash[] {
  const not = new Set(allergies);
  return ordered.flatMap((id) => {
    const piece = pieces.find((each) => each.id === id);
    const allergens = piece ? pieceAllergens(piece, declared).filter((each) => not.has(each)) : [];
    return allergens.length > 0 ? [{ piece: id, allergens }] : [];
  });
}
