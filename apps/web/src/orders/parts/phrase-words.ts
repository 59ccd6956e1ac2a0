import type { Workshop } from '@alnage/contract';
import type { Phrase, PhraseLine, PhrasePart, Unclear, Vocabulary } from '@alnage/core';
import { count, listed } from '../../shared/formats/formats';
import { timeText, WallTime } from '../../shared/formats/wall-time';

type Names = ReadonlyMap<string, string>;

/** What a phrase may name in this workshop now. */
export function vocabularyOf(workshop: Workshop, names: Names, now: number): Vocabulary {
  return {
    pieces: [...names].map(([id, name]) => ({ id, name })),
    boxes: workshop.boxes.map(({ id, name }) => ({ id, name })),
    points: workshop.pickupPoints.map(({ id, name }) => ({ id, name })),
    days: workshop.season?.days.map(({ date, holiday }) => ({ date, holiday })) ?? [],
    today: new WallTime(workshop.timeZone).stamp(now).day,
  };
}

/** The lines of an order: boxes by what is in them, each piece once. */
export function piecesOf(
  lines: readonly PhraseLine[],
  workshop: Workshop,
): { piece: string; pieces: number }[] {
  const sums = new Map<string, number>();
  const add = (piece: string, pieces: number): void => void sums.set(piece, (sums.get(piece) ?? 0) + pieces);
  for (const { kind, id, count: times } of lines)
    if (kind === 'piece') add(id, times);
    else
      for (const { piece, pieces } of workshop.boxes.find((box) => box.id === id)?.contents ?? [])
        add(piece, times * pieces);
  return [...sums].map(([piece, pieces]) => ({ piece, pieces }));
}

/** One thing that was understood, in words. */
export interface Understood {
  readonly label: string;
  readonly text: string;
}

/** What was understood, thing by thing. */
export function understood(phrase: Phrase, workshop: Workshop, names: Names): Understood[] {
  const { day, time, point, customer, note } = phrase;
  const start = workshop.season?.days.find(({ date }) => date === day)?.start;
  const said = (label: string, text: string | null | undefined): Understood[] =>
    text ? [{ label, text }] : [];
  return [
    ...phrase.lines.map((line) => ({ label: 'order', text: lineText(line, workshop, names) })),
    ...said('day', start && new WallTime(workshop.timeZone).day(Date.parse(start))),
    ...said('time', time && timeText(time)),
    ...said('where', workshop.pickupPoints.find(({ id }) => id === point)?.name),
    ...said('who', customer),
    ...said('note', note),
  ];
}

function lineText({ kind, id, count: times }: PhraseLine, workshop: Workshop, names: Names): string {
  const name = (piece: string): string => (names.get(piece) ?? piece).toLowerCase();
  if (kind === 'piece') return `${count(times)} ${name(id)}`;
  const box = workshop.boxes.find((each) => each.id === id);
  const contents = box?.contents.map(({ piece, pieces }) => `${count(times * pieces)} ${name(piece)}`) ?? [];
  return `${count(times)} ${box?.name.toLowerCase() ?? id}: ${listed(contents)}`;
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
      return { why: 'was said already, and differently', offers: [] };
  }
}
