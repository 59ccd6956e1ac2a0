import { countsNow, type RunRecord, type Workshop } from '@alnage/contract';
import type { RejectCause } from '@alnage/core';
import { REJECT_WORDS } from '../shared/bench/reject-words';
import { count, counted, listed, mass, pieceMass } from '../shared/formats/formats';
import type { WallTime } from '../shared/formats/wall-time';

/** Names that the ledger needs. */
export interface LedgerNames {
  readonly workshop: Workshop;
  readonly pieces: ReadonlyMap<string, string>;
  readonly wall: WallTime;
}

/** A sealed run as a row. */
export interface RunRow {
  readonly run: RunRecord;
  readonly id: string;
  readonly code: string;
  readonly when: string;
  readonly piece: string;
  readonly people: string;
  readonly pieces: string;
  readonly perPiece: string;
  readonly seconds: string;
  readonly rejected: string;
  readonly left: string;
  readonly isAmended: boolean;
}

export function runRow(run: RunRecord, names: LedgerNames): RunRow {
  const counts = countsNow(run);
  const rejects = counts.rejects.filter(({ pieces }) => pieces > 0);
  const rejected = rejects.reduce((sum, { pieces }) => sum + pieces, 0);
  return {
    run,
    ...{ id: run.id, code: run.code, when: names.wall.dayTime(Date.parse(run.startedAt)) },
    piece: names.pieces.get(run.piece) ?? run.piece,
    people: listed(run.people.map((id) => nameOf(names.workshop.people, id))),
    pieces: count(counts.pieces),
    perPiece: counts.gramsPerPiece === null ? '–' : pieceMass(counts.gramsPerPiece),
    seconds: run.secondsPerPiece === null ? '–' : `${Math.round(run.secondsPerPiece)} s`,
    rejected:
      rejected === 0 ? '0' : `${rejected} ${rejects.map(({ cause }) => REJECT_WORDS[cause]).join(', ')}`,
    left: counts.leftGrams === null ? '–' : mass(counts.leftGrams),
    isAmended: run.amendments.length > 0,
  };
}

export function nameOf(list: readonly { readonly id: string; readonly name: string }[], id: string): string {
  return list.find((each) => each.id === id)?.name ?? id;
}

/** Whether a run has to do with what is looked for: its code, piece, people, bowl, coating, lots, tickets, causes. */
export function isFound(row: RunRow, find: string, { workshop }: LedgerNames): boolean {
  const wanted = find.trim().toLowerCase();
  if (wanted === '') return true;
  const { run } = row;
  return [
    ...[row.code, row.piece, row.people, row.when, run.note, row.isAmended ? 'amended' : 'sealed'],
    ...[nameOf(workshop.bowls, run.bowl), nameOf(workshop.coatings, run.coating), row.rejected],
    ...run.lots.map(({ code }) => code),
    ...run.orders.map(({ ticket }) => ticket ?? ''),
    ...run.troubles.flatMap(({ sign, cause }) => [sign, cause]),
  ].some((text) => text.toLowerCase().includes(wanted));
}

/** What all the runs came to. */
export interface LedgerSum {
  readonly runs: number;
  readonly pieces: number;
  readonly rejected: number;
  readonly rejectedShare: number;
}

export function sumOf(rows: readonly RunRow[]): LedgerSum {
  const counts = rows.map(({ run }) => countsNow(run));
  const pieces = counts.reduce((sum, each) => sum + each.pieces, 0);
  const rejected = counts.reduce((sum, each) => sum + each.pieces - each.good, 0);
  return { runs: rows.length, pieces, rejected, rejectedShare: pieces === 0 ? 0 : rejected / pieces };
}

/** Rejects of runs by cause, the commonest first. */
export function rejectsByCause(rows: readonly RunRow[]): { name: string; pieces: number }[] {
  const byCause = new Map<RejectCause, number>();
  for (const { run } of rows)
    for (const { cause, pieces } of countsNow(run).rejects)
      byCause.set(cause, (byCause.get(cause) ?? 0) + pieces);
  return [...byCause]
    .filter(([, pieces]) => pieces > 0)
    .map(([cause, pieces]) => ({ name: REJECT_WORDS[cause], pieces }))
    .sort((a, b) => b.pieces - a.pieces);
}

/** What went to the larder of each coating, in g, the most first. */
export function leftoversByCoating(
  rows: readonly RunRow[],
  { workshop }: LedgerNames,
): { name: string; grams: number }[] {
  const byCoating = new Map<string, number>();
  for (const { run } of rows)
    byCoating.set(run.coating, (byCoating.get(run.coating) ?? 0) + run.toLarderGrams);
  return [...byCoating]
    .filter(([, grams]) => grams > 0)
    .map(([coating, grams]) => ({ name: nameOf(workshop.coatings, coating), grams }))
    .sort((a, b) => b.grams - a.grams);
}

/** Where a lot or a box leads, forward and back in one step. */
export interface Trace {
  readonly title: string;
  readonly text: string;
}

/** What is looked for as a lot, or as a ticket: all the runs that it is in, and what these lead to. */
export function traceOf(rows: readonly RunRow[], find: string): Trace | null {
  const wanted = find.trim().toLowerCase();
  if (wanted === '') return null;
  const inLot = rows.filter(({ run }) => run.lots.some(({ code }) => code.toLowerCase() === wanted));
  if (inLot.length > 0) {
    const tickets = [
      ...new Set(inLot.flatMap(({ run }) => run.orders.flatMap(({ ticket }) => ticket ?? []))),
    ];
    const runs = listed(inLot.map(({ code }) => code));
    return {
      title: `Lot ${find.trim()}`,
      text: `went into ${counted(inLot.length, 'run')} (${runs}) and from there to ${counted(tickets.length, 'order')}: ${listed(tickets)}.`,
    };
  }
  const inOrder = rows.filter(({ run }) => run.orders.some(({ ticket }) => ticket?.toLowerCase() === wanted));
  if (inOrder.length === 0) return null;
  const lots = [...new Set(inOrder.flatMap(({ run }) => run.lots.map(({ code }) => code)))];
  return {
    title: `Order ${find.trim().toUpperCase()}`,
    text: `is made in ${counted(inOrder.length, 'run')} (${listed(inOrder.map(({ code }) => code))}), out of ${counted(lots.length, 'lot')}: ${listed(lots)}.`,
  };
}
