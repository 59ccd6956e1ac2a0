import { countsNow, type RunRecord, type Workshop } from '@alnage/contract';
import { traceLot, traceOrder, type LedgerRun } from '@alnage/core/bench';
import { REJECT_WORDS } from '../shared/bench/reject-words';
import { count, counted, listed, mass, pieceMass } from '../shared/formats/formats';
import type { WallTime } from '../shared/formats/wall-time';
import { nameOf } from '../shared/name-of';

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

/** Whether a run has to do with what is looked for: its code, piece, people, bowl, coating, lots, tickets, causes. */
export function isFound(row: RunRow, find: string, { workshop }: LedgerNames): boolean {
  const wanted = find.trim().toLowerCase();
  if (wanted === '') return true;
  const { run } = row;
  return [
    ...[row.code, row.piece, row.people, row.when, run.note, row.isAmended ? 'amended' : 'sealed'],
    ...[nameOf(workshop.bowls, run.bowl), nameOf(workshop.coatings, run.coating), row.rejected],
    ...[...run.lots, ...run.batchLots].map(({ code }) => code),
    ...run.orders.map(({ ticket }) => ticket ?? ''),
    ...run.troubles.flatMap(({ sign, cause }) => [sign, cause]),
  ].some((text) => text.toLowerCase().includes(wanted));
}

/** The figures that are added up of a run, as they stand by now. */
export function figuresOf(run: RunRecord): LedgerRun {
  return { ...run, ...countsNow(run) };
}

/** A season whose runs are kept. */
export interface LedgerSeason {
  /** When it began, as its runs say. */
  readonly id: string;
  readonly name: string;
}

/** Seasons of which runs are sealed, the last first; the one that is worked on by its name. */
export function seasonsOf(runs: readonly RunRecord[], { workshop, wall }: LedgerNames): LedgerSeason[] {
  const starts = [...new Set(runs.map(({ horizonStart }) => horizonStart))].sort().reverse();
  const own = workshop.season?.days[0];
  return starts.map((id) => {
    const isOwn = own !== undefined && Date.parse(own.start) === Date.parse(id);
    return { id, name: isOwn ? workshop.season!.name : `from ${wall.stamp(Date.parse(id)).day}` };
  });
}

/** Where a lot or a box leads, forward and back in one step. */
export interface Trace {
  readonly title: string;
  readonly text: string;
  /** Ids of all the runs that it goes through. */
  readonly runs: readonly string[];
  /** The lot that is looked for, to be followed to its orders under Recall; null for an order. */
  readonly lot: string | null;
}

/** What is looked for as a lot, or as a ticket: all the runs that it is in, and what these lead to. */
export function traceOf(rows: readonly RunRow[], find: string): Trace | null {
  const runs = rows.map(({ run }) => run);
  const name = find.trim();
  const lot = traceLot(runs, name);
  if (lot) {
    const { byLeftover } = lot;
    const left = byLeftover.length > 0 ? ` ${codesOf(byLeftover)} by what was left over.` : '';
    return {
      runs: lot.runs.map(({ id }) => id),

      title: `Lot ${name}`,
      text: `went into ${counted(lot.runs.length, 'run')}: ${codesOf(lot.runs)}.${left}`,
      lot: lotOf(runs, name),
    };
  }
  const order = traceOrder(runs, name);
  return (
    order && {
      runs: order.runs.map(({ id }) => id),

      lot: null,
      title: `Order ${name.toUpperCase()}`,
      text: `is made in ${counted(order.runs.length, 'run')} (${codesOf(order.runs)}), out of ${counted(order.lots.length, 'lot')}: ${listed(order.lots)}.`,
    }
  );
}

/** The first lot of a code. */
function lotOf(runs: readonly RunRecord[], code: string): string | null {
  const lots = runs.flatMap((run) => [...run.lots, ...run.batchLots]);
  return lots.find((each) => each.code.toLowerCase() === code.toLowerCase())?.lot ?? null;
}

function codesOf(runs: readonly RunRecord[]): string {
  return listed(runs.map(({ code }) => code));
}
