import type { RunRecord } from '@alnage/contract';
import { In, type EntityManager } from 'typeorm';
import { batchKey } from '../../week/tracing/keys';
import { lotsOfBatches } from './batch-lots';
import { RunAmendmentEntity, type RunEntity } from '../../store/work/run.entity';

/** A sealed run with what was amended of it. */
export async function runView(manager: EntityManager, run: RunEntity): Promise<RunRecord> {
  return (await runViews(manager, [run]))[0]!;
}

/** Sealed runs with what was amended of each, in their order. */
export async function runViews(manager: EntityManager, runs: readonly RunEntity[]): Promise<RunRecord[]> {
  const all = await manager.find(RunAmendmentEntity, {
    where: { runId: In(runs.map(({ id }) => id)) },
    order: { id: 'ASC' },
  });
  const batchOf = ({ horizonStart, record }: RunEntity) => ({
    ...{ horizonStart, batch: record!.batch, piece: record!.piece },
  });
  const batchLots = await lotsOfBatches(manager, runs.map(batchOf));
  return runs.map((run) => {
    const { id, code, record } = run;
    return {
      ...record!,
      ...{ id, code, batchLots: batchLots.get(batchKey(batchOf(run))) ?? [] },
      amendments: all
        .filter(({ runId }) => runId === id)
        .map(({ at, by, reason, before, after }) => ({ at: at.toISOString(), by, reason, before, after })),
    };
  });
}
