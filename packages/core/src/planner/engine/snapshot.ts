import type { CompiledProblem } from './compiled';
import { loadFixed } from './load';
import { Melt, type Run } from './melts-and-runs';
import type { Schedule } from './schedule';

/** A plan as it stood: placed runs never change, so that only melts are copied. */
export interface Snapshot {
  readonly cost: number;
  readonly unmetCost: number;
  readonly runs: readonly Run[];
  readonly melts: readonly Melt[];
}

export function snapshotOf(schedule: Schedule): Snapshot {
  return {
    cost: schedule.trueCost,
    unmetCost: schedule.unmetCost,
    runs: [...schedule.runs],
    melts: schedule.bowls.rows.flat().map(copyOf),
  };
}

/** A schedule of its own that stands as the snapshot does. */
export function scheduleOf(compiled: CompiledProblem, { runs, melts }: Snapshot): Schedule {
  const schedule = loadFixed(compiled);
  const fixed = new Map(schedule.bowls.rows.flat().map((melt) => [melt.name, melt]));
  const copies = new Map(runs.filter((run) => !run.isFixed).map((run) => [run, run.copy()]));
  for (const [run, copy] of copies)
    run.starts.forEach((start, k) => schedule.hands.take(copy.shifts[k]!, start, copy.ends[k]!));
  for (const melt of melts) {
    const own = melt.isFixed ? fixed.get(melt.name)! : copyOf(melt);
    if (!melt.isFixed) {
      own.runs.length = own.stages.length = 0;
      schedule.hands.take(own.setupShift, own.setupStart, own.setupEnd);
    }
    melt.runs.forEach((run, i) => {
      const copy = copies.get(run);
      if (copy) schedule.bowls.loadDip(own, copy, melt.stages[i]!);
    });
    own.closed = melt.closed;
    if (!melt.isFixed) schedule.bowls.load(own);
  }
  schedule.bowls.rows.forEach((_, bowl) => schedule.bowls.settle(bowl));
  for (const copy of copies.values()) schedule.add(copy);
  schedule.journal.commit();
  return schedule;
}

function copyOf(melt: Melt): Melt {
  const copy = new Melt(melt.bowl, melt.coating);
  const { grams, setupShift, setupStart, setupEnd, closed, clean, residue, isFixed, isHeld, name } = melt;
  const figures = { grams, setupShift, setupStart, setupEnd, closed, clean, residue };
  Object.assign(copy, { ...figures, isFixed, isHeld, name });
  copy.runs.push(...melt.runs);
  copy.stages.push(...melt.stages);
  return copy;
}
