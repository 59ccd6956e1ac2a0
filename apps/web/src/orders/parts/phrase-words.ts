import type { Piece, Workshop } from '@alnage/contract';
import { centreGramsOf, coatingsOn, pieceCoat, type Dippery } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { piecesOfLine } from '@alnage/core/ordering';
import type { NamedPiece, Phrase, PhraseLine, PhrasePart, Unclear, Vocabulary } from '@alnage/core/phrasing';
import { count, listed } from '../../shared/formats/formats';
import { timeText, WallTime } from '../../shared/formats/wall-time';

type Names = ReadonlyMap<string, string>;

/** Pieces by name, with what one weighs dipped, so that they can be ordered by the pound. */
export function namedPieces(pieces: readonly Piece[], dippery: Dippery): NamedPiece[] {
  return pieces.map(({ id, name, form, drizzle }) => ({
    id,
    name,
    grams: gramsOf({ form, drizzle }, dippery),
  }));
}

function gramsOf(piece: Pick<Piece, 'form' | 'drizzle'>, dippery: Dippery): number | null {
  if (coatingsOn(piece).some((each) => !dippery.coatings.some(({ id }) => id === each))) return null;
  try {
    return centreGramsOf(piece.form) + pieceCoat(piece, dippery).totalGrams;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** What a phrase may name in this workshop now. */
export function vocabularyOf(workshop: Workshop, pieces: readonly NamedPiece[], now: number): Vocabulary {
  return {
    pieces,
    boxes: workshop.boxes.map(({ id, name }) => ({ id, name })),
    points: workshop.pickupPoints.map(({ id, name }) => ({ id, name })),
    days: workshop.season?.days.map(({ date, holiday }) => ({ date, holiday })) ?? [],
    today: new WallTime(workshop.timeZone).stamp(now).day,
  };
}

/** One thing that was understood, in words. */
export interface Understood {
  readonly label: string;
  readonly text: string;
}

/** What was understood, thing by thing. */
export function understood(phrase: Phrase, workshop: Workshop, names: Names): Understood[] {
  const { day, time, point, customer, phone, never, note } = phrase;
  const start = workshop.season?.days.find(({ date }) => date === day)?.start;
  const said = (label: string, text: string | null | undefined): Understood[] =>
    text ? [{ label, text }] : [];
  return [
    ...phrase.lines.map((line) => ({ label: 'order', text: lineText(line, workshop, names) })),
    ...said('day', start && new WallTime(workshop.timeZone).day(Date.parse(start))),
    ...said('time', time && timeText(time)),
    ...said('where', workshop.pickupPoints.find(({ id }) => id === point)?.name),
    ...said('who', customer),
    ...said('telephone', phone),
    ...said('never', listed(never)),
    ...said('note', note),
  ];
}

function lineText(line: PhraseLine, { boxes }: Workshop, names: Names): string {
  const pieces = piecesOfLine(line, boxes).map(
    ({ piece, pieces }) => `${count(pieces)} ${(names.get(piece) ?? piece).toLowerCase()}`,
  );
  const box = line.kind === 'box' && boxes.find(({ id }) => id === line.id)!.name.toLowerCase();
  return box ? `${count(line.count)} ${box}: ${listed(pieces)}` : listed(pieces);
}

/** Words that were not understood, why, and what may stand in their place. */
export interface Correction {
  readonly part: PhrasePart;
  readonly words: string;
  readonly why: string;
  /** Texts that may stand in place of the words. */
  readonly offers: readonly string[];
}

/** The corrections that a phrase needs, in its order. */
export function corrections(text: string, { parts }: Phrase): Correction[] {
  return parts.flatMap((part) => {
    if (part.unclear === null) return [];
    const words = text.slice(part.from, part.to);
    const amount =
      /^\s*(?:\d+\S*|an?|half|one|two|three|four|five|six)(?:\s+(?:a\s+)?doz\w*)?\s+/i.exec(words)?.[0] ?? '';
    return [{ part, words, ...wordingOf(part.unclear, words, amount) }];
  });
}

function wordingOf(unclear: Unclear, words: string, amount: string): { why: string; offers: string[] } {
  switch (unclear.kind) {
    case 'unknown':
      return { why: 'is not understood', offers: [] };
    case 'several':
      return { why: 'may be', offers: unclear.names.map((name) => `${amount}${name.toLowerCase()}`) };
    case 'how-many':
      return { why: 'how many?', offers: [1, 6, 12].map((each) => `${each} ${words}`) };
    case 'of-what':
      return { why: 'of what?', offers: [] };
    case 'not-whole':
      return { why: `comes to ${Number(unclear.count.toFixed(2))}, no whole number`, offers: [] };
    case 'twice':
      return { why: 'was already given, and differently', offers: [] };
  }
}
