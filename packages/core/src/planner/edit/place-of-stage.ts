import { bowlsOf } from '../held-melt';
import type { StageAt } from '../engine/manner';
import type { Batch, Plan, Problem, Product } from '../problem';

/** Where somebody wants one stage of a batch: who, in which bowl, and by when; what is absent is free. */
export interface PlaceOfStage {
  readonly stage: string;
  /** Minute at which the stage ends. */
  readonly end: number;
  readonly person?: string;
  readonly melter?: string;
}

/** The place in the engine’s terms, ending between `end` and `until`. */
export function stageAt(
  problem: Problem,
  product: Product,
  { stage, end, person, melter }: PlaceOfStage,
): StageAt {
  return {
    stage: product.stages.findIndex(({ id }) => id === stage),
    from: end,
    until: end,
    person: person === undefined ? -1 : problem.people.findIndex(({ id }) => id === person),
    bowl: melter === undefined ? -1 : problem.melters.findIndex(({ id }) => id === melter),
  };
}

/** Where a stage of a batch is done by a plan. */
export function placeIn(
  batch: Batch,
  stage: string,
  melts: readonly { readonly id: string; readonly melter: string }[],
): PlaceOfStage {
  const task = batch.stages.find((each) => each.stage === stage)!;
  const melter = bowlsOf(melts)(task.melt);
  return { stage, end: task.end, person: task.person, ...(melter !== undefined && { melter }) };
}

/** Whether the stage is there already by the plan: there it can be, whatever a search for a place would find. */
export function isWhereItIs({ melts }: Pick<Plan, 'melts'>, batch: Batch, to: PlaceOfStage): boolean {
  const { end, person, melter } = placeIn(batch, to.stage, melts);
  return to.end === end && [undefined, person].includes(to.person) && [undefined, melter].includes(to.melter);
}
