import type { CoatingView } from '@alnage/contract';
import {
  FIRST_LOG_SD,
  firstRejectShare,
  InputError,
  meltFor,
  type MeltAnswer,
  type PieceCoat,
} from '@alnage/core';
import { count, mass, percent } from '../shared/formats/formats';

/** What is asked: how many good pieces, how sure, from which bowl. */
export interface MeltQuestion {
  readonly goodPieces: number;
  readonly certainty: number;
  readonly bowl: { readonly name: string; readonly capacityGrams: number; readonly tailGrams: number };
}

export interface MeltRow {
  readonly label: string;
  readonly value: string;
  readonly isSum: boolean;
}

/** What to melt of one coating; or why it cannot be told. */
export type MeltFigures =
  | { readonly kind: 'told'; readonly coating: string; readonly rows: readonly MeltRow[] }
  | { readonly kind: 'refused'; readonly coating: string; readonly text: string };

/** A third goes in as seed; shop default. */
const SEED_SHARE = 1 / 3;

/** What to melt for so many pieces, for each coating that they carry. */
export function meltFigures(
  coat: PieceCoat,
  coatings: readonly CoatingView[],
  question: MeltQuestion,
): MeltFigures[] {
  const used = [...new Set(coat.portions.map((portion) => portion.coating))];
  return used.map((id) => {
    const coating = coatings.find((each) => each.id === id)?.name ?? id;
    const meanGrams = coat.portions
      .filter((portion) => portion.coating === id)
      .reduce((sum, portion) => sum + portion.grams, 0);
    return figuresOf(coating, meanGrams, question);
  });
}

function figuresOf(coating: string, meanGrams: number, question: MeltQuestion): MeltFigures {
  const { goodPieces, certainty, bowl } = question;
  try {
    const answer = meltFor({
      goodPieces,
      certainty,
      meanGrams,
      logSd: FIRST_LOG_SD,
      rejectRate: firstRejectShare(),
      tailGrams: bowl.tailGrams,
      capacityGrams: bowl.capacityGrams,
      seedShare: SEED_SHARE,
    });
    return { kind: 'told', coating, rows: rowsOf(answer, question) };
  } catch (error) {
    if (error instanceof InputError) return { kind: 'refused', coating, text: refusalText(error) };
    throw error;
  }
}

function rowsOf(answer: MeltAnswer, { goodPieces, certainty, bowl }: MeltQuestion): MeltRow[] {
  const inAll = answer.melts.reduce((sum, melt) => sum + melt.grams, 0);
  const row = (label: string, grams: number, isSum = false): MeltRow => ({
    label,
    value: mass(grams),
    isSum,
  });
  const melts = answer.melts.length === 1 ? '1 melt' : `${count(answer.melts.length)} melts`;
  return [
    row('on the pieces', answer.onPiecesGrams),
    row(
      `rejects, ${count(answer.startPieces - goodPieces)} of ${count(answer.startPieces)} started`,
      answer.rejectsGrams,
    ),
    row(`to spare, ${percent(certainty)} sure`, answer.spareGrams),
    row(`left in ${bowl.name}, ${melts}`, answer.tailGrams),
    row('melt in all', inAll, true),
    row('of it seed, a third', answer.seedGrams),
    row('solid in reserve', answer.reserveGrams),
  ];
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  '/pieces': 'Pieces',
  '/certainty': 'Certainty',
  '/capacityG': 'The bowl, in g,',
};

function refusalText({ field, value, range }: InputError): string {
  const named = FIELD_WORDS[field] ?? field;
  return Number.isNaN(value)
    ? `${named}: give ${range}.`
    : `${named} ${String(value)} will not do: ${range}.`;
}
