import { REJECT_WORDS } from '../shared/bench/reject-words';
import { countsNow, type RunRecord } from '@alnage/contract';
import { count, counted, listed, mass, money, percent, pieceMass } from '../shared/formats/formats';
import { nameOf, type LedgerNames } from './ledger-rows';

/** What a season taught of one piece, or of the whole shop, as sentences for next year. */
export interface Lesson {
  readonly title: string;
  readonly sentences: readonly string[];
}

/** A difference smaller than this is as planned. Shop default. */
const LIKE_SHARE = 0.03;

/** What sealed runs teach, piece by piece, and in all. Empty where nothing is sealed. */
export function lessonsOf(runs: readonly RunRecord[], names: LedgerNames): Lesson[] {
  if (runs.length === 0) return [];
  const byPiece = new Map<string, RunRecord[]>();
  for (const run of runs) byPiece.set(run.piece, [...(byPiece.get(run.piece) ?? []), run]);
  return [
    whole(runs, names),
    ...[...byPiece].map(([piece, own]) => pieceLesson(names.pieces.get(piece) ?? piece, own)),
  ];
}

function whole(runs: readonly RunRecord[], { workshop }: LedgerNames): Lesson {
  const counts = runs.map(countsNow);
  const pieces = counts.reduce((sum, each) => sum + each.pieces, 0);
  const rejected = counts.reduce((sum, each) => sum + each.pieces - each.good, 0);
  const used = counts.reduce((sum, each) => sum + (each.gramsPerPiece ?? 0) * each.pieces, 0);
  const left = runs.reduce((sum, { toLarderGrams }) => sum + toLarderGrams, 0);
  const hours = runs.reduce((sum, { minutes }) => sum + minutes, 0) / 60;
  const bowls = [...new Set(runs.map(({ bowl }) => nameOf(workshop.bowls, bowl)))];
  const cost = costOf(runs, workshop);
  return {
    title: 'The season so far',
    sentences: [
      `${counted(runs.length, 'run')} dipped ${count(pieces)} pieces in ${hours.toFixed(1)} hours, from ${listed(bowls)}.`,
      `${mass(used)} of coating went onto them${cost}; ${mass(left)} went to the larder as leftover.`,
      `${count(rejected)} pieces (${percent(pieces === 0 ? 0 : rejected / pieces)}) were rejected.`,
      ...troubleSentences(runs),
    ],
  };
}

/** What the coating on the pieces cost, by the cheapest pack of each. */
function costOf(runs: readonly RunRecord[], { coatings, currency }: LedgerNames['workshop']): string {
  const minor = runs.reduce((sum, run) => {
    const { gramsPerPiece, pieces } = countsNow(run);
    const price = coatings.find(({ id }) => id === run.coating)?.minorPerGram ?? 0;
    return sum + (gramsPerPiece ?? 0) * pieces * price;
  }, 0);
  return minor > 0 ? ` and cost ${money(minor, currency)} in all` : '';
}

function troubleSentences(runs: readonly RunRecord[]): string[] {
  const troubles = runs.flatMap(({ troubles: own }) => own);
  if (troubles.length === 0) return [];
  const causes = [...new Set(troubles.map(({ cause }) => cause.replaceAll('-', ' ')))];
  return [`Something went wrong ${counted(troubles.length, 'time')}: ${listed(causes)}.`];
}

function pieceLesson(title: string, runs: readonly RunRecord[]): Lesson {
  const counts = runs.map(countsNow);
  const weighed = counts.filter(({ gramsPerPiece }) => gramsPerPiece !== null);
  const sum = (of: (index: number) => number): number => runs.reduce((all, _, index) => all + of(index), 0);
  const pieces = sum((index) => counts[index]!.pieces);
  const rejected = sum((index) => counts[index]!.pieces - counts[index]!.good);
  const dipped = weighed.reduce((all, each) => all + each.pieces, 0);
  const grams =
    weighed.reduce((all, each) => all + each.gramsPerPiece! * each.pieces, 0) / Math.max(1, dipped);
  const planned =
    sum((index) => runs[index]!.plannedGramsPerPiece * counts[index]!.pieces) / Math.max(1, pieces);
  const minutes = sum((index) => runs[index]!.minutes);
  const described = sum((index) => runs[index]!.describedMinutes);
  return {
    title,
    sentences: [
      `${counted(runs.length, 'run')}, ${count(pieces)} pieces.`,
      ...(dipped > 0 ? [coatSentence(grams, planned)] : []),
      ...(described > 0 && minutes > 0
        ? [paceSentence(minutes / described, (60 * minutes) / Math.max(1, pieces))]
        : []),
      ...rejectSentence(counts, rejected, pieces),
    ],
  };
}

function coatSentence(grams: number, planned: number): string {
  const share = grams / planned - 1;
  if (Math.abs(share) < LIKE_SHARE) return `A piece took ${pieceMass(grams)}, as planned.`;
  return share > 0
    ? `A piece took ${pieceMass(grams)}, ${percent(share)} more than planned: melt and buy more of it.`
    : `A piece took ${pieceMass(grams)}, ${percent(-share)} less than planned: the spare was too big.`;
}

function paceSentence(factor: number, seconds: number): string {
  const at = `${seconds.toFixed(0)} s a piece`;
  if (Math.abs(factor - 1) < LIKE_SHARE) return `${at}, as described.`;
  return factor > 1
    ? `${at}, ${percent(factor - 1)} slower than described: plan the hour for fewer.`
    : `${at}, ${percent(1 - factor)} faster than described.`;
}

function rejectSentence(
  counts: readonly ReturnType<typeof countsNow>[],
  rejected: number,
  pieces: number,
): string[] {
  if (rejected === 0) return ['None was rejected.'];
  const byCause = new Map<keyof typeof REJECT_WORDS, number>();
  for (const { rejects } of counts)
    for (const { cause, pieces: bad } of rejects) byCause.set(cause, (byCause.get(cause) ?? 0) + bad);
  const [cause] = [...byCause].sort((a, b) => b[1] - a[1])[0]!;
  return [`${percent(rejected / pieces)} were rejected, most for: ${REJECT_WORDS[cause]}.`];
}
