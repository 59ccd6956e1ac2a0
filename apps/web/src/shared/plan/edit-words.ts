import type { EditRefusal, PlaceOfStage } from '@alnage/core/planner';
import { count, duration } from '../formats/formats';
import type { PlanWords } from './plan-names';
import { blockerText } from './plan-words';

/** Why an edit cannot be, in sentences: which rule, and by how much. */
export function refusalText(refusal: EditRefusal, words: PlanWords): string {
  switch (refusal.kind) {
    case 'unknown-batch':
      return `Batch ${refusal.batch} is no longer in the plan.`;
    case 'held':
      return `Batch ${refusal.batch} is started or held, so it stays where it is.`;
    case 'pieces':
      return refusal.pieces > refusal.most
        ? `${count(refusal.pieces)} pieces are ${count(refusal.pieces - refusal.most)} too many: ${count(refusal.most)} are the most.`
        : `Give 1 to ${count(refusal.most)} pieces.`;
    case 'other-product':
      return `Batch ${refusal.other} is not of the same pieces as ${refusal.batch}.`;
    case 'blocked':
      return `It cannot go there: ${blockerText(refusal.blocker, words)}`;
  }
}

/** The nearest free place in words: 25 min earlier, Thu 18, 14:20 in Bowl B. */
export function nearestText(
  place: PlaceOfStage & { readonly awayMinutes: number },
  words: PlanWords,
): string {
  const { awayMinutes, end, melter, person } = place;
  const away =
    awayMinutes === 0
      ? 'at the same time'
      : `${duration(Math.abs(awayMinutes))} ${awayMinutes < 0 ? 'earlier' : 'later'}`;
  return `${away}, done by ${words.time(end)}${placeText({ melter, person }, words)}`;
}

/** In Bowl B, or by Runa. */
export function placeText(
  { melter, person }: Pick<PlaceOfStage, 'melter' | 'person'>,
  words: PlanWords,
): string {
  if (melter !== undefined) return ` in ${words.bowl(melter)}`;
  return person === undefined ? '' : ` by ${words.person(person)}`;
}
