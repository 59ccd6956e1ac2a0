import type { Piece } from '@alnage/contract';
import type { LarderBook, MadeRecipe } from '@alnage/core/larder';
import { counted, pieceMass } from '../shared/formats/formats';

/** What of a part is on one piece: as it is written, or as what was left of it taught. */
export function partText(
  { id, madeParts = [] }: Pick<Piece, 'id' | 'madeParts'>,
  { recipe, grams }: Pick<MadeRecipe, 'recipe' | 'grams'>,
  { learnedParts = [] }: Pick<LarderBook, 'learnedParts'>,
): string {
  const learned = learnedParts.find((each) => each.piece === id && each.recipe === recipe);
  const written = madeParts.find((each) => each.recipe === recipe)?.grams ?? grams;
  if (!learned) return `${pieceMass(written ?? 0)} a piece`;
  const range = `${pieceMass(learned.low90)} to ${pieceMass(learned.high90)}`;
  const times = counted(learned.weighings, 'weighing');
  return `${pieceMass(learned.grams)} a piece (${range}) after ${times}, ${pieceMass(written ?? 0)} as written`;
}
