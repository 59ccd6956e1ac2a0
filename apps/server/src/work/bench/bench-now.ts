import type { Bench, SealedWork } from '@alnage/contract';
import { benchWorks, dayAhead, lostCourses, type BenchWork } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';
import { planTickets } from '../../week/kitchen/plan-tickets';
import { guardedOrders } from '../../week/orders/guarded-orders';
import { workedPlan } from '../../week/kitchen/plan-versions';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { findSetUp } from '../../shop/seasons/set-up';
import { eventsOf } from '../../week/begun/run-events';
import type { RunEntity } from '../../store/work/run.entity';
import { seenAtBench } from '../../week/begun/seen-at-bench';

const MS_PER_MINUTE = 60_000;
/** What nobody touched for so long is not at the bench any more. Shop default. */
const TOUCHED_MS = 36 * 60 * MS_PER_MINUTE;

const NOTHING: Bench = {
  ...{ version: null, horizonStart: null, works: [], events: [], sealed: [], ended: [] },
  ...{ ahead: [], troubles: [], lost: [], shortages: [], tickets: {}, freeFrom: {}, never: {} },
};

/** What the kitchen works by, what was done of it, and where that leads. */
export async function benchNow(manager: EntityManager, clock: Pick<WorkshopClock, 'now'>): Promise<Bench> {
  const setUp = await findSetUp(manager);
  const plan = setUp && (await workedPlan(manager, setUp));
  if (!plan) return NOTHING;
  const works = benchWorks(plan.problem, plan.plan);
  const now = (clock.now().getTime() - setUp.span.start.getTime()) / MS_PER_MINUTE;
  const seen = await seenAtBench(manager, plan, now);
  const touched = clock.now().getTime() - TOUCHED_MS;
  const open = seen.runs.filter(({ sealedAt, touchedAt }) => !sealedAt && touchedAt.getTime() > touched);
  const sealed = seen.runs
    .filter(({ sealedAt }) => sealedAt)
    .sort((a, b) => a.sealedAt!.getTime() - b.sealedAt!.getTime());
  const courses = new Map([...lostCourses(plan.plan, seen.lost, now), ...seen.courses]);
  const { works: ahead, troubles } = dayAhead(plan, courses, Math.round(now));
  return {
    version: plan.version,
    horizonStart: setUp.span.start.toISOString(),
    works,
    events: open.flatMap(eventsOf),
    sealed: sealed.map(sealedWork),
    ended: seen.runs.filter(({ endedAt, sealedAt }) => endedAt ?? sealedAt).map(({ work }) => work),
    ahead: [...ahead],
    troubles: [...troubles],
    lost: [...seen.lost],
    shortages: [...seen.shortages],
    tickets: await planTickets(manager, plan.problem),
    freeFrom: freeFromOf(plan, works),
    never: await guardedOrders(manager, plan.problem),
  };
}

function sealedWork({ id, work, code, record, endedAt, sealedAt }: RunEntity): SealedWork {
  const { melt, leftGrams, toLarderGrams } = record!;
  return {
    ...{ work, run: id, code, melt },
    endedAt: (endedAt ?? sealedAt!).getTime(),
    leftGrams: leftGrams === null ? null : Math.max(0, leftGrams - toLarderGrams),
  };
}

/** Allergens that orders of a work are to be free from, where there are any. */
function freeFromOf({ problem }: PlanEntity, works: readonly BenchWork[]): Record<string, string[]> {
  const free = new Map(problem.orders.map(({ id, freeFrom = [] }) => [id, freeFrom]));
  return Object.fromEntries(
    works.flatMap((work) => {
      if (work.kind !== 'stage') return [];
      const all = [...new Set(work.orders.flatMap(({ order }) => free.get(order) ?? []))].sort();
      return all.length > 0 ? [[work.key, all]] : [];
    }),
  );
}
