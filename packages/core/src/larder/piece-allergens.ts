import type { Drizzle, PieceForm } from './piece-coat';

/**
 * Allergens that a piece declares, sorted, each once: its own (centre, dusting, box) and those of every coating on it.
 * Shared bowls and benches are not in it. Source: the shop's own lists.
 */
export function pieceAllergens(
  piece: {
    readonly form: Pick<PieceForm, 'coating'>;
    readonly drizzle: Drizzle | null;
    readonly allergens: readonly string[];
  },
  coatings: readonly { readonly id: string; readonly allergens: readonly string[] }[],
): string[] {
  const used = [piece.form.coating, piece.drizzle?.coating];
  const ofCoatings = coatings.filter(({ id }) => used.includes(id)).flatMap(({ allergens }) => allergens);
  return [...new Set([...piece.allergens, ...ofCoatings])].sort();
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
    coatings,
  }: {
    readonly pieces: readonly (Parameters<typeof pieceAllergens>[0] & { readonly id: string })[];
    readonly coatings: Parameters<typeof pieceAllergens>[1];
  },
): AllergenClash[] {
  const not = new Set(allergies);
  return ordered.flatMap((id) => {
    const piece = pieces.find((each) => each.id === id);
    const allergens = piece ? pieceAllergens(piece, coatings).filter((each) => not.has(each)) : [];
    return allergens.length > 0 ? [{ piece: id, allergens }] : [];
  });
}
