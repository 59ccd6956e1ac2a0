import type { BatchKeeping, PickupLife } from '@alnage/contract';
import {
  catalogueOf,
  clockStageIndex,
  lifeAlong,
  lifeAtPickup,
  stageTimes,
  staysOf,
  workKey,
  type Batch,
  type Catalogue,
  type PieceLife,
  type PlanOrder,
  type Product,
  type Serve,
  type StageTimes,
  type Stay,
  type Warmth,
} from '@alnage/core';
import { IsNull, type EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';
import type { RunEntity } from '../../store/work/run.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import type { SeenOfPlan } from '../begun/seen-at-bench';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { moveView } from './move-view';
import { pieceLives, type KeptPiece } from './piece-lives';
import { WayWarmth } from './way-warmth';
import { zoneCourses } from './zone-courses';

const MS_PER_MINUTE = 60_000;

/** What of a plan’s season its lives are told by. */
interface Reading {
  readonly plan: PlanEntity;
  readonly runs: ReadonlyMap<string, RunEntity>;
  readonly catalogue: Catalogue;
  readonly lives: ReadonlyMap<string, KeptPiece>;
  readonly way: WayWarmth;
  readonly warmth: Warmth;
  readonly moves: readonly PieceMoveEntity[];
  readonly counted: KeptAsk['seen']['counted'];
  readonly stopped: KeptAsk['seen']['stopped'];
  readonly begun: KeptAsk['begun'];
}

/** What is asked of the batches of a plan. */
export interface KeptAsk {
  readonly plan: PlanEntity;
  readonly setUp: SetUp;
  readonly now: Date;
  /** What the bench wrote down of it. */
  readonly seen: Pick<SeenOfPlan, 'runs' | 'counted' | 'stopped'>;
  /** Whose the begun ones are by now. */
  readonly begun: {
    readonly batches: ReadonlyMap<string, { readonly serves: readonly Serve[]; readonly spare: number }>;
    /** The orders as they are now. */
    readonly orders: ReadonlyMap<string, PlanOrder>;
  };
}

/** How all batches of a plan keep, by where somebody wrote down that they are and how warm it was there. */
export async function batchesKept(
  manager: EntityManager,
  { plan, setUp, now, seen, begun }: KeptAsk,
): Promise<BatchKeeping[]> {
  const { runs, counted, stopped } = seen;
  const way = new WayWarmth(await manager.find(PickupPointEntity), setUp.timeZone);
  const courseOf = await zoneCourses(manager, { from: plan.horizonStart, until: now });
  const reading: Reading = {
    plan,
    runs: new Map(runs.map((run) => [run.work, run])),
    catalogue: catalogueOf(plan.problem),
    lives: await pieceLives(manager),
    way,
    warmth: { courseOf: way.over(courseOf), now: now.getTime() },
    ...{ counted, begun, stopped },
    moves: await manager.find(PieceMoveEntity, {
      ...{ where: { horizonStart: plan.horizonStart, undoneAt: IsNull() }, order: { at: 'ASC' } },
    }),
  };
  return plan.plan.batches.flatMap((batch) => batchKept(batch, reading) ?? []);
}

function batchKept(batch: Batch, reading: Reading): BatchKeeping | null {
  const { lives, warmth } = reading;
  const product = reading.catalogue.products.get(batch.product);
  const kept = lives.get(batch.product);
  if (!product || !kept) return null;
  const { life } = kept;
  const { times, isDipped } = timesOf(batch, product, reading);
  const clockAt = times[0]!.end;
  // what is not dipped yet has no age
  const stays = staysOf(times, isDipped ? warmth.now : clockAt);
  const { elapsedMinutes, agedMinutes, lostMinutes, used, eatBy, beyond } = lifeAlong(life, stays, warmth);
  const { spare, serves, ...told } = piecesOf(batch, reading);
  return {
    ...{ batch: batch.id, piece: batch.product, ...told, isStopped: reading.stopped.has(batch.id) },
    ...(isDipped
      ? { spare, clockAt: instant(clockAt), zone: stays.at(-1)?.zone ?? null }
      : { spare: 0, clockAt: null, zone: null }),
    ...{ elapsedMinutes, agedMinutes, lostMinutes, used, holdMinutes: life.holdMinutes },
    eatBy: instant(stays.length > 0 ? eatBy : clockAt + life.rule.minutes * MS_PER_MINUTE),
    beyond: beyond && { ...beyond, from: instant(beyond.from) },
    pickups: serves.flatMap((serve) => pickupOf(serve, { life, times, reading }) ?? []),
  };
}

/** How many there were of a batch, what went elsewhere, whose the rest is and what of it nobody is to have. */
function piecesOf(
  batch: Batch,
  { moves: all, begun, counted }: Reading,
): Pick<BatchKeeping, 'pieces' | 'spare' | 'moves'> & { readonly serves: readonly Serve[] } {
  const moves = all.filter((move) => move.batch === batch.id && move.pieceId === batch.product);
  const gone = moves.reduce((sum, { pieces }) => sum + pieces, 0);
  // what went elsewhere is missing from what the bench counted
  const yielded = counted.get(batch.id);
  const { spare = 0, serves = batch.serves } = begun.batches.get(batch.id) ?? {};
  return {
    pieces: yielded === undefined ? batch.pieces : yielded + gone,
    ...{ spare, serves, moves: moves.map(moveView) },
  };
}

function pickupOf(
  { order: id, pieces }: Batch['serves'][number],
  {
    life,
    times,
    reading: { plan, begun, catalogue, way, warmth },
  }: { readonly life: PieceLife; readonly times: readonly StageTimes[]; readonly reading: Reading },
): PickupLife | null {
  const order = begun.orders.get(id) ?? catalogue.orders.get(id);
  if (!order) return null;
  const pickupAt = plan.horizonStart.getTime() + order.due * MS_PER_MINUTE;
  const onWay: Stay[] = way.staysTo(order.place ?? null, pickupAt);
  const pickup = { leavesAt: onWay[0]?.from ?? pickupAt, way: onWay };
  const { agedMinutes, eatBy, verdict } = lifeAtPickup(life, times, { pickup, warmth });
  return {
    ...{ order: id, pieces, agedMinutes, verdict },
    ...{ pickupAt: instant(pickupAt), eatBy: instant(eatBy) },
  };
}

/** When the stages of a batch were and will be, from the one whose end starts its clock on; and whether that is over. */
function timesOf(
  batch: Batch,
  product: Product,
  { plan, runs, warmth }: Reading,
): { readonly times: StageTimes[]; readonly isDipped: boolean } {
  const ms = (minute: number): number => plan.horizonStart.getTime() + minute * MS_PER_MINUTE;
  const first = clockStageIndex(product);
  const seen = batch.stages.slice(first).map(({ stage, start, end }, index) => {
    const run = runs.get(workKey({ batch: batch.id, stage }));
    const planned = { start: ms(start), end: ms(end), rest: product.stages[first + index]!.then };
    // a plan made anew may call another piece's batch so
    return { ...planned, ...(run?.product === batch.product ? deedsOf(run) : NO_DEEDS) };
  });
  return { times: stageTimes(seen, warmth.now), isDipped: seen[0]!.endedAt !== null };
}

const NO_DEEDS = { begunAt: null, endedAt: null } as const;

function deedsOf({ begunAt, endedAt, sealedAt }: RunEntity): {
  readonly begunAt: number | null;
  readonly endedAt: number | null;
} {
  return {
    begunAt: begunAt?.getTime() ?? null,
    endedAt: (endedAt ?? sealedAt)?.getTime() ?? null,
  };
}

function instant(ms: number): string {
  return new Date(ms).toISOString();
}
