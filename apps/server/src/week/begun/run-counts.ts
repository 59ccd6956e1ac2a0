import type { RunCounts, RunEntity } from '../../store/work/run.entity';

/** The figures of a sealed run as they stand by now, amended or not; its amendments must have been read. */
export function countsOf({ record, amendments }: Pick<RunEntity, 'record' | 'amendments'>): RunCounts {
  const last = [...amendments].sort((a, b) => Number(a.id) - Number(b.id)).at(-1);
  const { good, rejects, startGrams, addedGrams, leftGrams } = last?.after ?? record!;
  return { good, rejects, startGrams, addedGrams, leftGrams };
}
