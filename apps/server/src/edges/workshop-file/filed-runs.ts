import type { WorkshopFile } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { BenchEventEntity, RunAmendmentEntity, RunEntity } from '../../store/work/run.entity';

type Filed = NonNullable<WorkshopFile['runs']>;

/** All work that was begun, sealed or not, in the order in which it was begun. */
export async function filedRuns(manager: EntityManager): Promise<Filed> {
  const runs = await manager.find(RunEntity, { order: { touchedAt: 'ASC', id: 'ASC' } });
  const events = grouped(await manager.find(BenchEventEntity, { order: { seq: 'ASC' } }));
  const amendments = grouped(await manager.find(RunAmendmentEntity, { order: { id: 'ASC' } }));
  const instant = (at: Date | null): string | null => at?.toISOString() ?? null;
  return runs.map((run) => ({
    ...{ id: run.id, horizonStart: run.horizonStart.toISOString(), work: run.work, product: run.product },
    ...{ kind: run.kind, code: run.code, planned: run.planned, planVersion: run.planVersion },
    ...{ begunAt: instant(run.begunAt), endedAt: instant(run.endedAt) },
    ...{ touchedAt: run.touchedAt.toISOString(), sealedAt: instant(run.sealedAt) },
    ...{ record: run.record, weighingId: run.weighingId },
    events: (events.get(run.id) ?? []).map(({ id, at, by, deed, receivedAt }) => ({
      ...{ id, at: at.toISOString(), by, deed: deed as Filed[number]['events'][number]['deed'] },
      receivedAt: receivedAt.toISOString(),
    })),
    amendments: (amendments.get(run.id) ?? []).map(({ at, by, reason, before, after }) => ({
      ...{ at: at.toISOString(), by, reason, before, after },
    })),
  }));
}

function grouped<T extends { readonly runId: string }>(rows: readonly T[]): Map<string, T[]> {
  const byRun = new Map<string, T[]>();
  for (const row of rows) byRun.set(row.runId, [...(byRun.get(row.runId) ?? []), row]);
  return byRun;
}
