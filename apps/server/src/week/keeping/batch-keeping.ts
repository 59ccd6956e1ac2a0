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
  type Product,
  type StageTimes,
  type Stay,
  type Warmth,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';
import type { RunEntity } from '../../store/work/run.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import { seenAtBench } from '../begun/seen-at-bench';
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
}

/** How all batches of a plan keep, by where somebody wrote down that they are and how warm it was there. */
export async function batchesKept(
  manager: EntityManager,
  { plan, setUp, now }: { readonly plan: PlanEntity; readonly setUp: SetUp; readonly now: Date },
): Promise<BatchKeeping[]> {
  const minute = (now.getTime() - plan.horizonStart.getTime()) / MS_PER_MINUTE;
  const { runs } = await seenAtBench(manager, plan, minute);
  const way = new WayWarmth(await manager.find(PickupPointEntity), setUp.timeZone);
  const courseOf = await zoneCourses(manager, { from: plan.horizonStart, until: now });
  const reading: Reading = {
    plan,
    runs: new Map(runs.map((run) => [run.work, run])),
    catalogue: catalogueOf(plan.problem),
    lives: await pieceLives(manager),
    way,
    warmth: { courseOf: way.over(courseOf), now: now.getTime() },
    moves: await manager.find(PieceMoveEntity, {
      ...{ where: { horizonStart: plan.horizonStart }, order: { at: 'ASC' } },
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
  return {
    ...{ batch: batch.id, piece: batch.product, pieces: batch.pieces },
    clockAt: isDipped ? instant(clockAt) : null,
    zone: isDipped ? (stays.at(-1)?.zone ?? null) : null,
    ...{ elapsedMinutes, agedMinutes, lostMinutes, used, holdMinutes: life.holdMinutes },
    eatBy: instant(stays.length > 0 ? eatBy : clockAt + life.rule.minutes * MS_PER_MINUTE),
    beyond: beyond && { ...beyond, from: instant(beyond.from) },
    moves: reading.moves
      .filter((move) => move.batch === batch.id && move.pieceId === batch.product)
      .map(moveView),
    pickups: batch.serves.flatMap((serve) => pickupOf(serve, { life, times, reading }) ?? []),
  };
}

function pickupOf(
  { order: id, pieces }: Batch['serves'][number],
  {
    life,
    times,
    reading: { plan, catalogue, way, warmth },
  }: { readonly life: PieceLife; readonly times: readonly StageTimes[]; readonly reading: Reading },
): PickupLife | null {
  const order = catalogue.orders.get(id);
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
