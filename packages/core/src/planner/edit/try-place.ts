import { clockStageIndex } from '../amounts';
import { Random } from '../../chance/random';
import type { Blocker } from '../blocker';
import { compile } from '../engine/compiled';
import { loadFixed } from '../engine/load';
import { plainManner } from '../engine/manner';
import { Placement } from '../engine/placement';
import type { Run } from '../engine/melts-and-runs';
import type { Schedule } from '../engine/schedule';
import { runOf } from '../engine/standing';
import { toPlan } from '../engine/to-plan';
import { blockerOf } from '../engine/unmet';
import type { Batch, FixedWork, Planned, Serve } from '../problem';
import { placeIn, stageAt, type PlaceOfStage } from './place-of-stage';

/** Candidates that one batch is tried with. */
const TRIALS = 160;

export interface Wanted {
  readonly serves: readonly Serve[];
  /** Null: wherever is best. */
  readonly to: PlaceOfStage | null;
  readonly isNew?: boolean;
}

/** Places a batch as it is wanted, or tells what stands in the way; then the schedule is as it was. */
export function tryPlace(
  schedule: Schedule,
  { id, product: name }: Batch,
  { serves, to, isNew }: Wanted,
): { run: Run } | { blocker: Blocker } {
  const { compiled, journal } = schedule;
  const run = runOf(schedule, name, serves);
  run.name = isNew ? null : id;
  const at = to && stageAt(compiled.problem, run.product.product, to);
  const placement = new Placement(schedule, new Random(1));
  const mark = journal.mark();
  if (placement.place(run, { ...plainManner(TRIALS), at })) return { run };
  journal.undoTo(mark);
  return { blocker: blockerOf(schedule, run.lines[0]!, placement.obstacle) };
}

/** What a problem holds fast, with a batch beside it at a place that is wanted; null where it cannot be there. */
export function fixedWith({ problem, plan }: Planned, batch: Batch, to: PlaceOfStage): FixedWork | null {
  const { batches = [], melts = [] } = problem.fixed ?? {};
  const alone = loadFixed(compile(problem));
  if (!('run' in tryPlace(alone, batch, { serves: batch.serves, to }))) return null;
  const made = toPlan(alone);
  const own = made.batches.find(({ id }) => id === batch.id)!;
  const used = new Set(own.stages.map(({ melt }) => melt));
  // its melts have names of their own, for those of the plan go on beside them
  const names = new Map(
    made.melts
      .filter(({ id }) => used.has(id) && !melts.some((melt) => melt.id === id))
      .map(({ id }) => [id, freshId(plan.melts, `${id}+`)] as const),
  );
  return {
    batches: [
      ...batches,
      { ...own, stages: own.stages.map((task) => ({ ...task, melt: names.get(task.melt!) ?? task.melt })) },
    ],
    melts: [
      ...melts.map((melt) => made.melts.find(({ id }) => id === melt.id) ?? melt),
      ...made.melts.filter(({ id }) => names.has(id)).map((melt) => ({ ...melt, id: names.get(melt.id)! })),
    ],
  };
}

/** Where the stage is that starts its clock: what a batch keeps of its place when its pieces or their pace change. */
export function ownPlace({ problem, plan }: Planned, batch: Batch): PlaceOfStage {
  const product = problem.products.find(({ id }) => id === batch.product)!;
  return placeIn(batch, product.stages[clockStageIndex(product)]!.id, plan.melts);
}

function freshId(taken: readonly { readonly id: string }[], id: string): string {
  let fresh = id;
  while (taken.some((each) => each.id === fresh)) fresh += '+';
  return fresh;
}
