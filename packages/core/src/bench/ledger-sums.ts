import type { RejectCause } from './bench-event';

/** What the ledger adds up of one sealed run, as it stands by now. */
export interface LedgerRun {
  readonly piece: string;
  readonly coating: string;
  /** Pieces dipped, good and rejected. */
  readonly pieces: number;
  readonly good: number;
  readonly rejects: readonly { readonly cause: RejectCause; readonly pieces: number }[];
  /** Null where the bowl was not weighed. */
  readonly gramsPerPiece: number | null;
  readonly plannedGramsPerPiece: number;
  readonly minutes: number;
  /** What the piece's route says of so many, at the pace of whoever worked. */
  readonly describedMinutes: number;
  readonly toLarderGrams: number;
}

/** What runs came to. */
export interface LedgerSums {
  readonly runs: number;
  readonly pieces: number;
  readonly rejected: number;
  /** 0 to 1; 0 where nothing was dipped. */
  readonly rejectedShare: number;
  readonly minutes: number;
  /** Coating on pieces of runs that were weighed, in g. */
  readonly coatGrams: number;
  readonly toLarderGrams: number;
}

export function ledgerSums(runs: readonly LedgerRun[]): LedgerSums {
  const pieces = sum(runs, (run) => run.pieces);
  const rejected = sum(runs, (run) => run.pieces - run.good);
  return {
    ...{ runs: runs.length, pieces, rejected, rejectedShare: pieces === 0 ? 0 : rejected / pieces },
    minutes: sum(runs, (run) => run.minutes),
    coatGrams: sum(runs, (run) => (run.gramsPerPiece ?? 0) * run.pieces),
    toLarderGrams: sum(runs, (run) => run.toLarderGrams),
  };
}

/** Rejected pieces by cause, the commonest first. */
export function rejectsByCause(
  runs: readonly Pick<LedgerRun, 'rejects'>[],
): { readonly cause: RejectCause; readonly pieces: number }[] {
  const pieces = added(
    runs.flatMap(({ rejects }) => rejects.map((each) => [each.cause, each.pieces] as const)),
  );
  return pieces.map(([cause, count]) => ({ cause, pieces: count }));
}

/** What went to the larder of each coating, in g, the most first. */
export function leftoversByCoating(
  runs: readonly Pick<LedgerRun, 'coating' | 'toLarderGrams'>[],
): { readonly coating: string; readonly grams: number }[] {
  const grams = added(runs.map(({ coating, toLarderGrams }) => [coating, toLarderGrams] as const));
  return grams.map(([coating, count]) => ({ coating, grams: count }));
}

/** What runs of one piece teach, against what was planned of them. */
export interface PieceLesson {
  readonly sums: LedgerSums;
  /** Mean by pieces over the weighed runs, and what was planned over all; null where none was weighed. */
  readonly coat: { readonly grams: number; readonly plannedGrams: number } | null;
  /** Time taken over time described; 1.1: a tenth slower. Null where nothing was described or timed. */
  readonly paceFactor: number | null;
  readonly secondsPerPiece: number;
  readonly commonestCause: RejectCause | null;
}

/** By hand: 100 pieces at 10 g and 50 at 13 g took 11 g a piece. */
export function pieceLesson(runs: readonly LedgerRun[]): PieceLesson {
  const sums = ledgerSums(runs);
  const weighed = sum(runs, ({ gramsPerPiece, pieces }) => (gramsPerPiece === null ? 0 : pieces));
  const planned = sum(runs, ({ plannedGramsPerPiece, pieces }) => plannedGramsPerPiece * pieces);
  const described = sum(runs, ({ describedMinutes }) => describedMinutes);
  return {
    sums,
    coat:
      weighed > 0
        ? { grams: sums.coatGrams / weighed, plannedGrams: planned / Math.max(1, sums.pieces) }
        : null,
    paceFactor: described > 0 && sums.minutes > 0 ? sums.minutes / described : null,
    secondsPerPiece: (60 * sums.minutes) / Math.max(1, sums.pieces),
    commonestCause: rejectsByCause(runs)[0]?.cause ?? null,
  };
}

function sum<T>(list: readonly T[], of: (each: T) => number): number {
  return list.reduce((all, each) => all + of(each), 0);
}

/** Amounts added up by their key, those above nothing, the most first. */
function added<K>(amounts: readonly (readonly [K, number])[]): [K, number][] {
  const byKey = new Map<K, number>();
  for (const [key, amount] of amounts) byKey.set(key, (byKey.get(key) ?? 0) + amount);
  return [...byKey].filter(([, amount]) => amount > 0).sort((a, b) => b[1] - a[1]);
}
