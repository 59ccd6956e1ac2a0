import type { BenchEvent } from '@alnage/core';
import type { RunEntity } from '../../store/work/run.entity';

/** The events of a run, as the core reads them. */
export function eventsOf({ work, events }: Pick<RunEntity, 'work' | 'events'>): BenchEvent[] {
  return events.map(({ id, at, by, deed }) => ({ id, work, at: at.getTime(), by, deed }));
}
