import type { RecallAsk } from '@alnage/contract';
import { reach, type Reached, type RecallOrigin } from '@alnage/core';
import { IsNull, type EntityManager } from 'typeorm';
import { StopEntity } from '../../store/work/stop.entity';
import { instantOf } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { traceFacts } from './trace-facts';

/** What is stopped at the moment, each by the stop that reaches it first. */
export interface Stopped {
  readonly lots: ReadonlyMap<string, StopEntity>;
  readonly batches: ReadonlyMap<string, StopEntity>;
  readonly melts: ReadonlyMap<string, StopEntity>;
  /** Orders by what they are packed in. */
  readonly orders: ReadonlyMap<string, StopEntity>;
}

const NOTHING: Stopped = { lots: new Map(), batches: new Map(), melts: new Map(), orders: new Map() };

/** A recall’s beginning, its hours by the clock on the workshop’s wall. */
export function originOf(ask: RecallAsk, timeZone: string): RecallOrigin {
  const { lot = null, batch = null, bowl = null, person = null, zone = null, from, until } = ask;
  const ms = (wall: string | undefined): number | null =>
    wall === undefined ? null : (instantOf(wall, timeZone)?.getTime() ?? null);
  return { lot, batch, bowl, person, zone, from: ms(from), until: ms(until) };
}

/** What is not to leave the shop, followed anew each time: what is dipped from a stopped lot after the stop is stopped as well. */
export async function stoppedNow(manager: EntityManager): Promise<Stopped> {
  const stops = await manager.find(StopEntity, {
    ...{ where: { liftedAt: IsNull(), isPractice: false }, order: { at: 'ASC' } },
  });
  if (stops.length === 0) return NOTHING;
  const { facts } = await traceFacts(manager);
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const reached = stops.map((stop) => ({ stop, by: reach(facts, originOf(stop.origin, timeZone)) }));
  const firstOf = (of: keyof Reached): Map<string, StopEntity> => {
    const all = new Map<string, StopEntity>();
    for (const { stop, by } of reached)
      for (const key of by[of].keys()) if (!all.has(key)) all.set(key, stop);
    return all;
  };
  return {
    ...{ lots: firstOf('lots'), batches: firstOf('batches') },
    ...{ melts: firstOf('melts'), orders: firstOf('orders') },
  };
}
