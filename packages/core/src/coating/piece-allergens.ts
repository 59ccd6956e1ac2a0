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
