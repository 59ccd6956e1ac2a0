import type { RunRecord } from '@alnage/contract';
import { In, type EntityManager } from 'typeorm';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { RunEntity } from '../../store/work/run.entity';
import { batchKey, type BatchOfSeason } from '../../week/tracing/keys';

type TakenLot = RunRecord['batchLots'][number];
/** What batches took out of lots besides what was dipped: for their prepared centres, and their packing; by `batchKey`. */
export async function lotsOfBatches(
  manager: EntityManager,
  batches: readonly BatchOfSeason[],
): Promise<ReadonlyMap<string, TakenLot[]>> {
  const wanted = new Set(batches.map(batchKey));
  const seasons = [...new Set(batches.map(({ horizonStart }) => horizonStart.getTime()))];
  const starts = In(seasons.map((ms) => new Date(ms)));

  const made = await manager.findBy(PreparationEntity, { horizonStart: starts });
  const begun = await manager.findBy(RunEntity, { horizonStart: starts });
  const by = new Map<string, string>();
  for (const { id, pieceId: piece, ...rest } of made) by.set(id, batchKey({ ...rest, piece }));
  for (const { id, horizonStart, planned } of begun)
    if (planned.kind === 'stage' && !planned.melt)
      by.set(id, batchKey({ horizonStart, batch: planned.batch, piece: planned.product }));
  const ids = [...by].filter(([, key]) => wanted.has(key)).map(([id]) => id);
  const moves = await manager.find(LotMoveEntity, {
    where: [{ preparationId: In(ids) }, { runId: In(ids) }],
    relations: { lot: true },
    order: { id: 'ASC' },
  });
  const taken = new Map<string, TakenLot[]>();
  for (const { lot, amount, preparationId, runId } of moves) {
    const key = by.get(preparationId ?? runId!)!;
    const known = taken.get(key) ?? [];
    const same = known.find((each) => each.lot === lot.id);
    if (same) same.amount -= amount;
    else
      known.push({
        ...{ lot: lot.id, code: lot.code, item: { kind: lot.itemKind, id: lot.itemId }, amount: -amount },
      });
    taken.set(key, known);
  }
  // what went back is not taken
  return new Map([...taken].map(([key, lots]) => [key, lots.filter(({ amount }) => amount > 1e-6)]));
}
