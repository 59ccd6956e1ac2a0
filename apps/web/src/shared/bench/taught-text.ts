import type { RunRecord } from '@alnage/contract';
import { isLessonDoubted } from '@alnage/core/bench';
import { pieceMass } from '../formats/formats';

/** A pace is as described within so much. */
const SAME_PACE = 0.03;

/** What a sealed run taught: Dusk berry 9.40 g → 9.85 g. 12% slower than described. The next plan goes by it. */
export function taughtText(
  {
    taught,
    minutes,
    describedMinutes,
    confirmed,
  }: Pick<RunRecord, 'taught' | 'minutes' | 'describedMinutes' | 'confirmed'>,
  piece: string,
): string {
  const pace = describedMinutes > 0 ? minutes / describedMinutes - 1 : 0;
  const paceText =
    Math.abs(pace) < SAME_PACE
      ? 'Pace as described.'
      : `${Math.abs(Math.round(100 * pace))}% ${pace > 0 ? 'slower' : 'faster'} than described.`;
  if (isLessonDoubted(confirmed))
    return `It was sealed in doubt, so nothing is learned from it until its weighing is counted again in Pieces. ${paceText}`;
  if (!taught) return `Nothing was weighed, so the coat was not learned. ${paceText}`;
  const { beforeGrams, afterGrams } = taught;
  return `${piece} ${pieceMass(beforeGrams)} → ${pieceMass(afterGrams)}. ${paceText} The next plan goes by it.`;
}
