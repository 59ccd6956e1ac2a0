import type { CoatingView, Rules } from '@alnage/contract';
import {
  InputError,
  meltFor,
  piecesFrom,
  rejectShare,
  startPiecesLearned,
  sumOfCoats,
  type MeltAnswer,
  type MeltBowl,
  type PieceCoat,
} from '@alnage/core';
import { count, listed, mass, money, percent } from '../shared/formats/formats';
import type { Described, PieceFigures } from './piece-figures';

/** What the bowls are, by name. */
export type NamedBowl = MeltBowl & { readonly name: string };

/** What is asked: how many good pieces, how sure, from which bowls. */
export interface MeltQuestion {
  readonly goodPieces: number;
  readonly certainty: number;
  readonly bowls: readonly NamedBowl[];
}

/** What answers are made with. */
export interface MeltContext {
  readonly coatings: readonly CoatingView[];
  readonly rules: Rules;
  readonly currency: string;
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

/** One coating of a piece: all that is put on of it, with its spread. */
interface CoatingOnPiece {
  readonly coating: string;
  readonly name: string;
  readonly minorPerGram: number | null;
  readonly meanGrams: number;
  readonly logSd: number;
}

/** The coatings that a piece carries, each with all that it puts on. */
export function coatingsOn(coat: PieceCoat, coatings: readonly CoatingView[]): CoatingOnPiece[] {
  return [...new Set(coat.portions.map((portion) => portion.coating))].map((id) => {
    const view = coatings.find((each) => each.id === id);
    const { totalGrams, logSd } = sumOfCoats(coat.portions.filter(({ coating }) => coating === id));
    return {
      coating: id,
      name: view?.name ?? id,
      minorPerGram: view?.minorPerGram ?? null,
      meanGrams: totalGrams,
      logSd,
    };
  });
}

/** What to melt for so many pieces, for each coating that they carry. */
export function meltFigures(
  figures: PieceFigures<Described>,
  context: MeltContext,
  question: MeltQuestion,
): MeltFigures[] {
  return coatingsOn(figures.coat, context.coatings).map((on) => {
    const told = attempted(question.bowls, () => {
      const { goodPieces, certainty, bowls } = question;
      const startedPieces = startPiecesLearned({ goodPieces, certainty }, figures.rejects);
      const { meanGrams, logSd } = on;
      const { seedShare } = context.rules;
      const answer = meltFor({ goodPieces, startedPieces, certainty, meanGrams, logSd, bowls, seedShare });
      return rowsOf(answer, { question, context, on });
    });
    return { coating: on.name, ...told };
  });
}

/** What a bowl that holds so much still covers, for each coating of the piece. */
export function heldFigures(
  figures: PieceFigures<Described>,
  context: MeltContext,
  held: { readonly grams: number; readonly certainty: number; readonly bowl: NamedBowl },
): MeltFigures[] {
  return coatingsOn(figures.coat, context.coatings).map((on) => {
    const told = attempted([held.bowl], () => {
      const { meanGrams, logSd } = on;
      const { certainty, bowl } = held;
      const { likely, sure } = piecesFrom(held.grams, {
        meanGrams,
        logSd,
        certainty,
        tailGrams: bowl.tailGrams,
      });
      const good = Math.floor(sure * (1 - rejectShare(figures.rejects)));
      const row = (label: string, pieces: number, isSum = false): MeltRow => ({
        label,
        value: `${count(pieces)} pieces`,
        isSum,
      });
      return [
        { label: `left in ${bowl.name}`, value: mass(bowl.tailGrams), isSum: false },
        row('covers in the mean', likely),
        row(`covers, ${percent(certainty)} sure`, sure, true),
        row('good ones of these', good),
      ];
    });
    return { coating: on.name, ...told };
  });
}

type Told = { kind: 'told'; rows: MeltRow[] } | { kind: 'refused'; text: string };

function attempted(bowls: readonly NamedBowl[], rows: () => MeltRow[]): Told {
  try {
    return { kind: 'told', rows: rows() };
  } catch (error) {
    if (error instanceof InputError) return { kind: 'refused', text: refusalText(error, bowls) };
    throw error;
  }
}

function rowsOf(
  answer: MeltAnswer,
  { question, context, on }: { question: MeltQuestion; context: MeltContext; on: CoatingOnPiece },
): MeltRow[] {
  const { goodPieces, certainty, bowls } = question;
  const { startedPieces } = answer;
  const row = (label: string, grams: number, isSum = false): MeltRow => ({
    label,
    value: mass(grams),
    isSum,
  });
  const cost =
    on.minorPerGram === null
      ? []
      : [
          {
            label: 'what that costs',
            value: money(answer.totalGrams * on.minorPerGram, context.currency),
            isSum: false,
          },
        ];
  const melts = answer.melts.length === 1 ? '1 melt' : `${count(answer.melts.length)} melts`;
  return [
    row('on the pieces', answer.onPiecesGrams),
    row(
      `rejects, ${count(startedPieces - goodPieces)} of ${count(startedPieces)} started`,
      answer.rejectsGrams,
    ),
    row(`to spare, ${percent(certainty)} sure`, answer.spareGrams),
    row(`left in the bowls, ${melts}`, answer.tailGrams),
    row('melt in all', answer.totalGrams, true),
    { label: 'in', value: splitText(answer, bowls), isSum: false },
    row(`of it seed, ${percent(context.rules.seedShare)}`, answer.seedGrams),
    row('solid in reserve', answer.reserveGrams),
    ...cost,
  ];
}

/** Bowl A 3.10 kg, twice, and bowl B 1.20 kg */
function splitText({ melts }: MeltAnswer, bowls: readonly NamedBowl[]): string {
  const texts = melts.map(
    ({ bowl, grams }) => `${bowls.find(({ id }) => id === bowl)?.name ?? bowl} ${mass(grams)}`,
  );
  const times = (text: string): string => {
    const often = texts.filter((each) => each === text).length;
    return often === 1 ? text : `${count(often)} × ${text}`;
  };
  return listed([...new Set(texts)].map(times));
}

const FIELD_WORDS: Readonly<Record<string, string>> = { '/pieces': 'Pieces', '/certainty': 'Certainty' };

/** Why it cannot be told, with value and range, masses in their reader’s units. */
function refusalText({ field, value, range }: InputError, bowls: readonly NamedBowl[]): string {
  const [bowl] = bowls;
  if (field === '/capacityG' && bowl)
    return `${bowl.name} holds ${mass(bowl.capacityGrams)}, which does not do for its tail of ${mass(bowl.tailGrams)} and a piece.`;
  if (field === '/grams' && bowl && typeof value === 'number')
    return `${mass(value)} in ${bowl.name} will not do: its tail alone is ${mass(bowl.tailGrams)}.`;
  const named = FIELD_WORDS[field] ?? field;
  return Number.isNaN(value)
    ? `${named}: give ${range}.`
    : `${named} ${String(value)} will not do: ${range}.`;
}
