import type { Plan } from '@alnage/core/planner';
import { count } from '../../shared/formats/formats';
import type { PlanWords } from '../../shared/plan/plan-names';
import type { Hit } from './hit';

/** What the pointer is on, in words: a melt with its set-up, or a stage of a batch. */
export function hitText(
  hit: Hit,
  { melts, batches }: Pick<Plan, 'melts' | 'batches'>,
  words: PlanWords,
): string {
  if (hit.kind === 'melt') {
    const melt = melts.find(({ id }) => id === hit.melt);
    return melt
      ? `${words.coating(melt.coating)} in ${words.bowl(melt.melter)}: set up by ${words.person(melt.person)}, ${words.span(melt.setupStart, melt.setupEnd)}`
      : '';
  }
  const batch = batches.find(({ id }) => id === hit.batch);
  const task = batch?.stages.find(({ stage }) => stage === hit.stage) ?? batch?.stages[0];
  return batch && task
    ? `${words.stage(batch.product, task.stage)}, ${count(batch.pieces)} ${words.piece(batch.product)}, ${words.person(task.person)}, ${words.span(task.start, task.end)}`
    : '';
}
