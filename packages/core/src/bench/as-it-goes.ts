import type { FixedWork, Melt, Problem } from '../planner/problem';
import { workKey } from './bench-works';
import { dayAhead, type ExpectedWork, type WorkCourse } from './day-ahead';

/**
 * Begun work at the hours at which it really goes, in whole minutes: what is over or under way as it was written down,
 * what follows on it when its hands, bowl and pieces are free, as `dayAhead` has it. A set-up keeps its length and ends
 * when the melt is there. What breaks a rule by that is a fact.
 */
export function asItGoes(
  problem: Problem,
  fixed: FixedWork,
  { courses, now }: { readonly courses: ReadonlyMap<string, WorkCourse>; readonly now: number },
): FixedWork {
  const plan = { format: 'alnage-plan/1', ...fixed, batches: [...fixed.batches], unmet: [] } as const;
  const works = dayAhead({ problem, plan }, courses, now).works.map((work) => [work.key, work] as const);
  const expected = new Map<string, ExpectedWork>(works);
  const batches = fixed.batches.map((batch) => ({
    ...batch,
    stages: batch.stages.map((task) => {
      const { start, end } = expected.get(workKey({ batch: batch.id, stage: task.stage }))!;
      const from = Math.round(start);
      return { ...task, start: from, end: Math.max(from + 1, Math.round(end)) };
    }),
  }));
  const melts = fixed.melts.map((melt) => {
    const setupEnd = Math.max(
      melt.setupEnd - melt.setupStart,
      Math.round(expected.get(workKey({ melt: melt.id }))!.end),
    );
    const ends = batches.flatMap(({ stages }) =>
      stages.filter((task) => task.melt === melt.id).map((task) => task.end),
    );
    const setupStart = setupEnd - (melt.setupEnd - melt.setupStart);
    return { ...melt, setupStart, setupEnd, closed: Math.max(setupEnd, ...ends) };
  });
  return { batches, melts: ownedInTurn(melts) };
}

/** Where a bowl was dipped from after it was set up anew, it is owned until then by the melt that came last. */
function ownedInTurn(melts: readonly Melt[]): Melt[] {
  const owned = new Map<string, number>();
  return [...melts]
    .sort((a, b) => a.setupStart - b.setupStart)
    .map((melt) => {
      const closed = Math.max(melt.closed, owned.get(melt.melter) ?? 0);
      owned.set(melt.melter, closed);
      return { ...melt, closed };
    });
}
