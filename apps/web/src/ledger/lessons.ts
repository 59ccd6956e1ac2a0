import { REJECT_WORDS } from '../shared/bench/reject-words';
import type { RunRecord } from '@alnage/contract';
import { ledgerSums, pieceLesson } from '@alnage/core/bench';
import { count, counted, listed, mass, money, percent, pieceMass } from '../shared/formats/formats';
import { nameOf } from '../shared/name-of';
import { figuresOf, type LedgerNames } from './ledger-rows';

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
    ...[...byPiece].map(([piece, own]) => lessonText(names.pieces.get(piece) ?? piece, own)),
  ];
}

function whole(runs: readonly RunRecord[], { workshop }: LedgerNames): Lesson {
  const sums = ledgerSums(runs.map(figuresOf));
  const bowls = [...new Set(runs.map(({ bowl }) => nameOf(workshop.bowls, bowl)))];
  const hours = (sums.minutes / 60).toFixed(1);
  return {
    title: 'The season so far',
    sentences: [
      `${counted(sums.runs, 'run')} dipped ${count(sums.pieces)} pieces in ${hours} hours, from ${listed(bowls)}.`,
      `${mass(sums.coatGrams)} of coating went onto them${costOf(runs, workshop)}; ${mass(sums.toLarderGrams)} went to the larder as leftover.`,
      `${count(sums.rejected)} pieces (${percent(sums.rejectedShare)}) were rejected.`,
      ...troubleSentences(runs),
    ],
  };
}

/** What the coating on the pieces cost, by the cheapest pack of each. */
function costOf(runs: readonly RunRecord[], { coatings, currency }: LedgerNames['workshop']): string {
  const minor = runs.reduce((sum, run) => {
    const price = coatings.find(({ id }) => id === run.coating)?.minorPerGram ?? 0;
    return sum + ledgerSums([figuresOf(run)]).coatGrams * price;
  }, 0);
  return minor > 0 ? ` and cost ${money(minor, currency)} in all` : '';
}

function troubleSentences(runs: readonly RunRecord[]): string[] {
  const troubles = runs.flatMap(({ troubles: own }) => own);
  if (troubles.length === 0) return [];
  const causes = [...new Set(troubles.map(({ cause }) => cause.replaceAll('-', ' ')))];
  return [`Something went wrong ${counted(troubles.length, 'time')}: ${listed(causes)}.`];
}

function lessonText(title: string, runs: readonly RunRecord[]): Lesson {
  const { sums, coat, paceFactor, secondsPerPiece, commonestCause } = pieceLesson(runs.map(figuresOf));
  return {
    title,
    sentences: [
      `${counted(sums.runs, 'run')}, ${count(sums.pieces)} pieces.`,
      ...(coat ? [coatSentence(coat.grams, coat.plannedGrams)] : []),
      ...(paceFactor === null ? [] : [paceSentence(paceFactor, secondsPerPiece)]),
      commonestCause === null
        ? 'None was rejected.'
        : `${percent(sums.rejectedShare)} were rejected, most for: ${REJECT_WORDS[commonestCause]}.`,
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
