import {
  benchWorks,
  rejectedPieces,
  shortages,
  troubleEffect,
  workKey,
  workState,
  type BenchWork,
  type IsWanted,
  type SeenAtBench,
  type Shortage,
  type WorkCourse,
  type WorkState,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';
import { MET_STATES, orderedIn } from '../orders/ordered';
import { centresShort } from './centres-short';
import { batchKey, meltKey } from '../tracing/keys';
import { stoppedNow } from '../tracing/stopped';
import { piecesGone } from './pieces-gone';
import { countsOf } from './run-counts';
import { eventsOf } from './run-events';
import { RunEntity } from '../../store/work/run.entity';

const MS_PER_MINUTE = 60_000;

/** What the bench wrote down of a plan that is worked by, and what orders lack by it. */
export interface SeenOfPlan extends SeenAtBench {
  /** All runs of its season with their deeds, whichever plan they were begun by. */
  readonly runs: readonly RunEntity[];
  readonly shortages: readonly Shortage[];
  /** Good pieces as they were counted, of stopped batches too; in `yields` these have none. */
  readonly counted: ReadonlyMap<string, number>;
  /** Batches that are not to leave the shop. */
  readonly stopped: ReadonlySet<string>;
}

/**
 * What was written down of a plan: good pieces of each batch whose dipping is over or whose centre came out short, what has begun, melts that are lost,
 * and how the begun works go. Minutes from the horizon's start.
 */
export async function seenAtBench(
  manager: EntityManager,
  { plan, problem, horizonStart }: Pick<PlanEntity, 'plan' | 'problem' | 'horizonStart'>,
  now: number,
): Promise<SeenOfPlan> {
  const works = new Map(benchWorks(problem, plan).map((work) => [work.key, work]));
  const runs = await runsOf(manager, horizonStart);
  const own = runs.filter((run) => isOfPlan(works, run));
  const begun = own.filter(({ begunAt }) => begunAt !== null);
  const stopped = await stoppedIn(manager, { plan, horizonStart });
  const lost = new Set([...own.flatMap(lostMelt), ...stopped.melts]);
  const courses = new Map<string, WorkCourse>();
  for (const run of begun) {
    const work = works.get(run.work);
    if (work) courses.set(run.work, courseOf(work, run, { now, start: horizonStart.getTime() }));
  }
  // what was dipped says more than what was to be dipped
  const counted = new Map([
    ...(await centresShort(manager, { plan, problem, horizonStart })),
    ...yieldsOf(begun),
  ]);
  const gone = await piecesGone(manager, { horizonStart });
  for (const { id, product, pieces } of plan.batches) {
    const less = gone(id, product);
    if (less > 0) counted.set(id, Math.max(0, (counted.get(id) ?? pieces) - less));
  }
  // what is not to leave the shop is nothing that anybody could have
  const yields = new Map([...counted, ...[...stopped.batches].map((id) => [id, 0] as const)]);
  const undipped = plan.batches.filter(({ id: batch, stages }) =>
    stages.some(
      ({ stage, melt }) => melt !== null && lost.has(melt) && !courses.has(workKey({ batch, stage })),
    ),
  );
  const failed = new Map([...yields, ...undipped.map(({ id }) => [id, 0] as const)]);
  return {
    ...{ runs, yields, counted, lost, courses, stopped: stopped.batches },
    begun: new Set(begun.map(({ planned }) => (planned.kind === 'melt' ? planned.melt : planned.batch))),
    shortages: shortages(plan.batches, failed, await wantedIn(manager, { horizonStart, problem })),
  };
}

/** Batches and melts of a plan that are not to leave the shop. */
async function stoppedIn(
  manager: EntityManager,
  { plan, horizonStart }: Pick<PlanEntity, 'plan' | 'horizonStart'>,
): Promise<{ readonly batches: ReadonlySet<string>; readonly melts: readonly string[] }> {
  const { batches, melts } = await stoppedNow(manager);
  const own = plan.batches.filter(({ id: batch, product: piece }) =>
    batches.has(batchKey({ horizonStart, batch, piece })),
  );
  return {
    batches: new Set(own.map(({ id }) => id)),
    melts: plan.melts.map(({ id }) => id).filter((id) => melts.has(meltKey(horizonStart, id))),
  };
}

/** What was cancelled or not collected lacks nothing. */
async function wantedIn(
  manager: EntityManager,
  { horizonStart: start, problem }: Pick<PlanEntity, 'horizonStart' | 'problem'>,
): Promise<IsWanted> {
  const end = new Date(start.getTime() + problem.horizon * MS_PER_MINUTE);
  const wanted = new Set((await orderedIn(manager, { start, end }, MET_STATES)).map(({ id }) => id));
  return (order) => wanted.has(order);
}

function runsOf(manager: EntityManager, horizonStart: Date): Promise<RunEntity[]> {
  return manager
    .createQueryBuilder(RunEntity, 'run')
    .leftJoinAndSelect('run.events', 'event')
    .leftJoinAndSelect('run.amendments', 'amendment')
    .where({ horizonStart })
    .orderBy('event.seq', 'ASC')
    .getMany();
}

/** A plan made anew may call another piece's batch like the one that the run was of. */
function isOfPlan(works: ReadonlyMap<string, BenchWork>, { work: key, product }: RunEntity): boolean {
  const work = works.get(key);
  return work === undefined || product === (work.kind === 'stage' ? work.product : '');
}

function yieldsOf(begun: readonly RunEntity[]): Map<string, number> {
  const yields = new Map<string, number>();
  for (const run of begun) {
    const { planned, endedAt } = run;
    if (planned.kind === 'melt' || !planned.melt || !endedAt) continue;
    yields.set(planned.batch, Math.min(goodOf(run), yields.get(planned.batch) ?? Infinity));
  }
  return yields;
}

/** Good pieces of a run that is over: as they were sealed and amended since, or set down so far. */
function goodOf(run: RunEntity): number {
  return run.record ? countsOf(run).good : workState(eventsOf(run)).good;
}

/** The melt of a run where something happened that a melt does not survive. */
function lostMelt(run: RunEntity): string[] {
  const { planned } = run;
  const melt = planned.kind === 'melt' ? planned.melt : planned.melt?.id;
  if (melt === undefined) return [];
  const { troubles } = workState(eventsOf(run));
  return troubles.some(({ trouble }) => troubleEffect(trouble) === 'lose-melt') ? [melt] : [];
}

function courseOf(
  work: BenchWork,
  run: RunEntity,
  { now, start }: { readonly now: number; readonly start: number },
): WorkCourse {
  const minute = (at: Date): number => (at.getTime() - start) / MS_PER_MINUTE;
  const begunAt = minute(run.begunAt!);
  const ended = run.endedAt ?? run.sealedAt;
  return { begunAt, end: ended ? minute(ended) : expectedEnd(work, run, { begunAt, now }) };
}

/** When what is under way will be done: by what is dipped so far, or as long as planned. */
function expectedEnd(
  work: BenchWork,
  run: RunEntity,
  { begunAt, now }: { readonly begunAt: number; readonly now: number },
): number {
  const whole = work.end - work.start;
  const left = work.kind === 'stage' ? leftShare(work.startPieces, workState(eventsOf(run))) : 1;
  return Math.max(now, left < 1 ? now + left * whole : begunAt + whole);
}

function leftShare(pieces: number, state: WorkState): number {
  const done = state.good + rejectedPieces(state);
  return pieces > 0 ? Math.max(0, 1 - done / pieces) : 0;
}
