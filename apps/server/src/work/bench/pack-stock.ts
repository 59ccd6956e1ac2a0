import { usesOfPiece, workState, type StageWork } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { drawnLots, giveBack, takeOut } from '../../week/stock/drawn-lots';
import { loadBook } from '../../shop/recipe-book/load-book';
import { lockLarder } from '../../week/stock/lock-larder';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { announce } from '../../platform/database/live';
import { countsOf } from '../../week/begun/run-counts';
import { eventsOf } from '../../week/begun/run-events';
import { RunEntity } from '../../store/work/run.entity';

export interface PackingAt {
  readonly now: Date;
  readonly timeZone: string;
}

/** When the last stage of a batch ends, what its good pieces are packed in is taken out of the larder. */
export async function drawPacking(
  manager: EntityManager,
  run: RunEntity,
  { now, timeZone }: PackingAt,
): Promise<void> {
  const work = run.planned;
  if (work.kind !== 'stage') return;
  const piece = await manager.findOneBy(PieceEntity, { id: work.product });
  if (piece?.route.at(-1)?.id !== work.stage) return;
  const packing = usesOfPiece(piece, await loadBook(manager)).filter(({ per }) => per === 'good');
  const pieces = packing.length > 0 ? await goodPieces(manager, run, work) : 0;
  if (pieces === 0) return;
  await lockLarder(manager);
  const wanted = packing.map(({ item, amount }) => ({ item, amount: amount * pieces }));
  const drawn = await drawnLots(manager, wanted, { at: now, timeZone });
  await takeOut(manager, drawn, {
    ...{ at: now, by: null, reason: `Packed, ${run.code}`, runId: run.id },
  });
  await announce(manager, 'larder');
}

/** What was taken for a last stage that is not over after all goes back to its lots. */
export async function returnPacking(
  manager: EntityManager,
  run: RunEntity,
  { now }: Pick<PackingAt, 'now'>,
): Promise<void> {
  await lockLarder(manager);
  const moves = await manager.findBy(LotMoveEntity, { runId: run.id });
  await giveBack(manager, moves, {
    ...{ at: now, by: null, reason: `${run.code} is not packed yet`, runId: run.id },
  });
  await announce(manager, 'larder');
}

/** Good pieces of the run’s batch: as they were dipped where that was written down, else as planned. */
async function goodPieces(manager: EntityManager, run: RunEntity, work: StageWork): Promise<number> {
  const runs = await manager.find(RunEntity, {
    where: { horizonStart: run.horizonStart, product: run.product },
    relations: { events: true, amendments: true },
  });
  const dipped = runs.flatMap((each) => {
    const { planned, endedAt, record } = each;
    if (planned.kind !== 'stage' || !planned.melt || planned.batch !== work.batch || !endedAt) return [];
    return [record ? countsOf(each).good : workState(eventsOf(each)).good];
  });
  return Math.min(work.pieces, ...dipped);
}
