import type { FieldProblem } from '@alnage/contract';
import type { LarderBook, PieceForm } from '@alnage/core';

/**
 * A piece that is mixed has its coating mixed in by its own stage: a recipe that holds it already would have it melted twice.
 * Told at the pointer where one of the two can be put right.
 */
export function meltedTwice(
  { form, recipe }: { readonly form: PieceForm; readonly recipe: string | null },
  book: LarderBook,
  pointer: '/recipe' | '/ingredients',
): FieldProblem[] {
  if (form.kind !== 'cluster' || !holdsCoating(recipe, form.coating, book)) return [];
  const value = book.coatings.find(({ id }) => id === form.coating)?.name ?? form.coating;
  return [{ pointer, code: 'melted-twice', params: { value } }];
}

/** Whether a recipe holds a coating, by itself or by a recipe that goes into it: none includes itself. */
function holdsCoating(recipe: string | null, coating: string, book: LarderBook): boolean {
  const kept = book.recipes.find(({ id }) => id === recipe);
  if (!kept) return false;
  return kept.ingredients.some(({ of, id }) =>
    of === 'recipe' ? holdsCoating(id, coating, book) : of === 'coating' && id === coating,
  );
}
