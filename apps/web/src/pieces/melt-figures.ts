import type { CoatingView, Rules } from '@alnage/contract';
import { coatingLoads, goodOf, type CoatingLoad, type PieceCoat } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import {
  meltFor,
  piecesFrom,
  startPiecesLearned,
  type MeltAnswer,
  type MeltBowl,
} from '@alnage/core/melting';
import { count, listed, mass, money, percent } from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
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

/** What to melt of one coating; or why it cannot be told. */
export type MeltFigures =
  | { readonly kind: 'told'; readonly coating: string; readonly rows: readonly FigureRow[] }
  | { readonly kind: 'refused'; readonly coating: string; readonly text: string };

/** What a piece carries of one coating, under its name and at its price. */
interface CoatingOnPiece extends CoatingLoad {
  readonly name: string;
  readonly minorPerGram: number | null;
  /** Compound and what is thinned is melted and used: it is never seeded. */
  readonly isTempered: boolean;
}

function coatingsOn(coat: PieceCoat, coatings: readonly CoatingView[]): CoatingOnPiece[] {
  return coatingLoads(coat).map((load) => {
    const view = coatings.find(({ id }) => id === load.coating);
    return {
      ...load,
      name: view?.name ?? load.coating,
      minorPerGram: view?.minorPerGram ?? null,
      isTempered: view?.own.isTempered ?? true,
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
      const { meanGrams, logSd, isMixed } = on;
      const seedShare = on.isTempered ? context.rules.seedShare : 0;
      const load = { meanGrams, logSd, isMixed };
      const answer = meltFor({ goodPieces, startedPieces, certainty, ...load, bowls, seedShare });
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
      const { meanGrams, logSd, isMixed } = on;
      const { certainty, bowl } = held;
      const tailGrams = isMixed ? 0 : bowl.tailGrams;
      const { likely, sure } = piecesFrom(held.grams, {
        meanGrams,
        logSd,
        isMixed,
        certainty,
        tailGrams,
      });
      const row = (label: string, pieces: number, isSum = false): FigureRow => ({
        label,
        value: `${count(pieces)} pieces`,
        isSum,
      });
      return [
        { label: `tail of ${bowl.name}`, value: mass(tailGrams), isSum: false },
        row('covers in the mean', likely),
        row(`covers, ${percent(certainty)} sure`, sure, true),
        row('good ones of these', goodOf(sure, figures.rejects)),
      ];
    });
    return { coating: on.name, ...told };
  });
}

type Told = { kind: 'told'; rows: FigureRow[] } | { kind: 'refused'; text: string };

function attempted(bowls: readonly NamedBowl[], rows: () => FigureRow[]): Told {
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
): FigureRow[] {
  const { goodPieces, certainty, bowls } = question;
  const { startedPieces } = answer;
  const row = (label: string, grams: number, isSum = false): FigureRow => ({
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
    row(`tail in the bowls, ${melts}`, answer.tailGrams),
    row('melt in all', answer.totalGrams, true),
    { label: 'in', value: splitText(answer, bowls), isSum: false },
    ...(on.isTempered
      ? [
          row(`of it seed, about ${percent(context.rules.seedShare)}`, answer.seedGrams),
          row('solid in reserve', answer.reserveGrams),
        ]
      : []),
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
    return `${bowl.name} holds ${mass(bowl.capacityGrams)}, which is too little for its tail of ${mass(bowl.tailGrams)} and a piece.`;
  if (field === '/grams' && bowl && typeof value === 'number')
    return `${mass(value)} in ${bowl.name} will not do: its tail alone is ${mass(bowl.tailGrams)}.`;
  const named = FIELD_WORDS[field] ?? field;
  return Number.isNaN(value)
    ? `${named}: give ${range}.`
    : `${named} ${String(value)} will not do: ${range}.`;
}
