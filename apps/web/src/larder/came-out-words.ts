import type { PreparationView } from '@alnage/contract';
import { counted, pieceMass } from '../shared/formats/formats';
import { weighedText } from '../shared/larder/larder-words';

/** What came out of a pot, and by how much that is more or less than is started of it; '' while nobody has said it. */
export function cameOutText({ done, startedPieces }: PreparationView): string {
  if (!done?.cameOut) return '';
  const { cameOut, portions } = done;
  if (cameOut.kind === 'reckoned') return 'Came out as reckoned.';
  const told =
    cameOut.kind === 'grams'
      ? `${weighedText(cameOut.grams)} came out, ${counted(portions ?? 0, 'whole portion')}`
      : `${counted(cameOut.pieces, 'piece')} came out`;
  const over = (portions ?? startedPieces) - startedPieces;
  if (over === 0) return `${told}, as many as are started.`;
  return `${told}: ${Math.abs(over)} ${over < 0 ? 'fewer' : 'more'} than the ${startedPieces} that are started.`;
}

/** What should come out of it. */
export function reckonedText({ yieldGrams, startedPieces }: PreparationView): string {
  return `${weighedText(yieldGrams)}, ${counted(startedPieces, 'portion')}`;
}

/** Whether fewer came out than are started, so that orders may lack them. */
export function isShort({ done, startedPieces }: PreparationView): boolean {
  return done !== null && done.portions !== null && done.portions < startedPieces;
}

/** What was left of a part after so many pieces, and what that comes to on one; '' while nobody has said it. */
export function restText({ done }: PreparationView): string {
  if (!done?.rest) return '';
  const { grams, pieces, usedGrams } = done.rest;
  const each = pieces > 0 ? ` ${pieceMass(usedGrams / pieces)} went on each.` : '';
  return `${weighedText(grams)} left after ${counted(pieces, 'piece')}.${each}`;
}
