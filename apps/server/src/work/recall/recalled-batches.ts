import type { BatchKeeping, RecalledBatch } from '@alnage/contract';
import type { Reached, ReachedBy } from '@alnage/core';
import { IsNull, type EntityManager } from 'typeorm';
import { grouped } from '../../platform/grouped';
import type { SetUp } from '../../shop/seasons/set-up';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { moveView } from '../../week/keeping/move-view';
import { batchKey, batchOfKey } from '../../week/tracing/keys';
import type { TracedRunRow, TraceRead } from '../../week/tracing/trace-facts';
import type { ReachedByCodes } from './reached-by';

/** What is known of batches. */
interface Known {
  readonly read: TraceRead;
  readonly reached: Reached;
  readonly codes: ReachedByCodes;
  readonly setUp: SetUp | null;
  /** The batches of the season that is worked on. */
  readonly kept: readonly BatchKeeping[];
  /** Pieces of each batch in orders that have left the shop. */
  readonly gone: ReadonlyMap<string, number>;
}

/** What all batches are told by, each by its key. */
interface ByKey extends Pick<Known, 'codes' | 'gone'> {
  /** When the season that is worked on began, in ms. */
  readonly start: number | undefined;
  readonly runs: ReadonlyMap<string, readonly TracedRunRow[]>;
  readonly moves: ReadonlyMap<string, readonly PieceMoveEntity[]>;
  readonly kept: ReadonlyMap<string, BatchKeeping>;
  /** Where each was put last. */
  readonly zones: ReadonlyMap<string, string | null>;
}

/** The batches that are reached, the first made first, with what of each has not left the shop. */
export async function recalledBatches(manager: EntityManager, known: Known): Promise<RecalledBatch[]> {
  const { read, reached, codes, setUp, kept, gone } = known;
  const moves = await manager.find(PieceMoveEntity, { where: { undoneAt: IsNull() }, order: { at: 'ASC' } });
  const keys = new Map(read.facts.works.map(({ id, batch }) => [id, batch]));
  const byKey: ByKey = {
    ...{ codes, gone, start: setUp?.span.start.getTime() },
    runs: grouped(read.runs, ({ id }) => keys.get(id) ?? ''),
    moves: grouped(moves, ({ pieceId: piece, ...move }) => batchKey({ ...move, piece })),
    kept: new Map(kept.map((batch) => [batchKey({ horizonStart: setUp!.span.start, ...batch }), batch])),
    zones: new Map(read.facts.stays.map(({ batch, zone }) => [batch, zone])),
  };
  return [...reached.batches]
    .map(([key, by]) => recalled(key, by, byKey))
    .sort((a, b) => compare(a.madeAt ?? '', b.madeAt ?? '') || compare(a.key, b.key));
}

function recalled(key: string, by: ReachedBy, all: ByKey): RecalledBatch {
  const { batch, piece } = batchOfKey(key);
  const [runs, moves] = [all.runs.get(key) ?? [], all.moves.get(key) ?? []];
  return {
    ...{ key, batch, piece, runs: runs.map(({ code }) => code) },
    madeAt: runs[0] ? new Date(runs[0].begun).toISOString() : null,
    ...whereabouts(key, { all, runs, moves }),
    ...{ moves: moves.map(moveView), by: all.codes.view(by) },
  };
}

function whereabouts(
  key: string,
  {
    all,
    runs,
    moves,
  }: {
    readonly all: ByKey;
    readonly runs: readonly TracedRunRow[];
    readonly moves: readonly PieceMoveEntity[];
  },
): Pick<RecalledBatch, 'pieces' | 'here' | 'zone'> {
  const now = all.kept.get(key);
  const pieces = now?.pieces ?? goodOf(runs);
  const away = moves.reduce((sum, move) => sum + move.pieces, all.gone.get(key) ?? 0);
  // what was made in a season that is over is not here any more
  const isNow = batchOfKey(key).horizonStart.getTime() === all.start;
  const here = isNow ? Math.max(0, pieces - away) : 0;
  return { pieces, here, zone: here > 0 ? (now?.zone ?? all.zones.get(key) ?? null) : null };
}

/** Good pieces of a batch as its runs were sealed; else as many as it was planned for. */
function goodOf(runs: readonly TracedRunRow[]): number {
  const sealed = runs.flatMap(({ good }) => good ?? []);
  return sealed.length > 0 ? Math.min(...sealed) : (runs[0]?.planned ?? 0);
}

export function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
