import type { RunRecord } from '@alnage/contract';
import { IsNull, Not, type EntityManager } from 'typeorm';
import { runViews } from './run-view';
import { RunEntity } from '../../store/work/run.entity';

/** Every sealed run of every season, the first sealed first. */
export async function sealedRuns(manager: EntityManager): Promise<RunRecord[]> {
  const runs = await manager.find(RunEntity, {
    where: { sealedAt: Not(IsNull()) },
    order: { sealedAt: 'ASC' },
  });
  return runViews(manager, runs);
}
