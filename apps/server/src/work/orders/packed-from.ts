import type { OrderState } from '@alnage/contract';
import { packingList, piecesOfOrder } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import type { SetUp } from '../../shop/seasons/set-up';
import { PackedFromEntity } from '../../store/work/packed-from.entity';
import type { OrderEntity } from '../../store/work/order.entity';
import type { StopEntity } from '../../store/work/stop.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { workedPlan } from '../../week/kitchen/plan-versions';
import { toPack } from '../../week/kitchen/to-pack';
import { contentsOf } from '../../week/orders/order-view';
import { batchKey } from '../../week/tracing/keys';
import { stoppedNow } from '../../week/tracing/stopped';

/** States in which an order has what it was packed from. */
const PACKED: readonly OrderState[] = ['ready', 'handed-over', 'not-collected', 'cancelled'];

/** States that something comes to only if nothing of it is stopped. */
const GIVEN: readonly OrderState[] = ['ready', 'handed-over'];

/** A step of an order. */
interface Step {
  readonly order: OrderEntity;
  readonly from: OrderState;
  readonly to: OrderState;
}

/** What an order is packed from, as it was written down or would be now. */
export interface Packing {
  readonly rows: readonly Pick<
    PackedFromEntity,
    'orderId' | 'horizonStart' | 'batch' | 'pieceId' | 'pieces'
  >[];
  readonly isWritten: boolean;
}

/** What an order is packed from by a step; nothing where it is not packed by it. */
export async function packingOf(
  manager: EntityManager,
  setUp: SetUp,
  { order, from, to, at }: Step & { readonly at: Date },
): Promise<Packing> {
  const { id: orderId } = order;
  if (PACKED.includes(from))
    return { rows: await manager.findBy(PackedFromEntity, { orderId }), isWritten: true };
  if (!GIVEN.includes(to)) return { rows: [], isWritten: false };
  const batches = (await keepingOfPlan(manager, setUp, at)).filter(({ isStopped }) => !isStopped);
  const wanted = { id: orderId, isPacked: false, pieces: piecesOfOrder(contentsOf(order)) };
  const [packed] = packingList([wanted], batches.map(toPack)).orders;
  const rows = packed!.from
    .filter(({ isMade }) => isMade)
    .map(({ batch, piece: pieceId, pieces }) => ({
      ...{ orderId, horizonStart: setUp.span.start, batch, pieceId, pieces },
    }));
  return { rows, isWritten: false };
}

/** The batches of it, over all seasons. */
export function batchesOf({ rows }: Packing): string[] {
  return rows.map(({ horizonStart, batch, pieceId: piece }) => batchKey({ horizonStart, batch, piece }));
}

/**
 * Lets nothing go on the shelf or over the counter that is stopped: by what it was packed from, or, before that, by the batches that are made
 * for it. Nobody overrules that; what is right again is let go.
 * @throws ProblemError `stopped` with why
 */
export async function requireNotStopped(
  manager: EntityManager,
  setUp: SetUp,
  { order: { id }, to, packing }: Pick<Step, 'order' | 'to'> & { readonly packing: Packing },
): Promise<void> {
  if (!GIVEN.includes(to)) return;
  const stopped = await stoppedNow(manager);
  if (stopped.batches.size === 0 && stopped.orders.size === 0) return;
  const isKnown = packing.isWritten && packing.rows.length > 0;
  const batches = isKnown ? batchesOf(packing) : await plannedFor(manager, setUp, id);
  const stop = stopped.orders.get(id) ?? batches.map((key) => stopped.batches.get(key)).find(isStop);
  if (stop) throw new ProblemError('stopped', { reason: stop.reason, at: stop.at.toISOString() });
}

async function plannedFor(manager: EntityManager, setUp: SetUp, id: string): Promise<string[]> {
  const plan = await workedPlan(manager, setUp);
  if (!plan) return [];
  return plan.plan.batches
    .filter(({ serves }) => serves.some(({ order }) => order === id))
    .map(({ id: batch, product: piece }) => batchKey({ horizonStart: plan.horizonStart, batch, piece }));
}

function isStop(stop: StopEntity | undefined): stop is StopEntity {
  return stop !== undefined;
}

/** Writes down which batches an order was packed from, once it is; what is unpacked again was not. */
export async function keepPackedFrom(
  manager: EntityManager,
  { order, from, to, packing }: Step & { readonly packing: Packing },
): Promise<void> {
  const { id: orderId } = order;
  if (PACKED.includes(from) && !PACKED.includes(to)) await manager.delete(PackedFromEntity, { orderId });
  if (!packing.isWritten && packing.rows.length > 0)
    await manager.insert(PackedFromEntity, [...packing.rows]);
}
