import { MAKING_MOST, type SlotMakingView } from '@alnage/contract';
import type { Batch, BatchStage, Melt } from '@alnage/core/planner';
import { count, counted } from '../../shared/formats/formats';
import type { PlanWords } from '../../shared/plan/plan-names';

/** How each run of an order would go: what, by whom, when, and from which bowl. */
export function makingText({ batches, melts, opened }: SlotMakingView, words: PlanWords): string[] {
  const told = new Set<string>();
  return batches.map((batch) => {
    const runs = batch.stages.map((task) => {
      const melt = melts.find(({ id }) => id === task.melt);
      const isTold = melt !== undefined && told.has(melt.id);
      const where = melt ? ` ${meltText(melt, { isNew: opened.includes(melt.id), isTold, words })}` : '';
      if (melt) told.add(melt.id);
      const what = `${words.stage(batch.product, task.stage)} ${timesText(task, words)} by ${words.person(task.person)}`;
      return what + where;
    });
    return `${piecesText(batch, words)}: ${runs.join('; ')}.`;
  });
}

function piecesText({ pieces, product }: Batch, words: PlanWords): string {
  return `${count(pieces)} ${words.piece(product)}`;
}

/** Fri 19, 15:00–15:20 */
function timesText({ start, end }: BatchStage, words: PlanWords): string {
  return words.span(start, end);
}

function meltText(
  melt: Melt,
  { isNew, isTold, words }: { isNew: boolean; isTold: boolean; words: PlanWords },
): string {
  const what = `${words.coating(melt.coating)} in ${words.bowl(melt.melter)}`;
  if (isTold) return `from the same melt of ${what}`;
  return isNew
    ? `from a new melt of ${what}, set up ${words.time(melt.setupStart)} by ${words.person(melt.person)}`
    : `from the melt of ${what} that is planned`;
}

/** How many more such orders fit a slot; empty for one that is planned already. */
export function moreText(times: number | null): string {
  if (times === null || times === 0) return '';
  if (times === 1) return 'No more such order fits this slot.';
  const more = `${count(times - 1)} more such ${times === 2 ? 'order fits' : 'orders fit'} this slot.`;
  return times === MAKING_MOST ? `At least ${more}` : more;
}

/** What a list of runs is headed by. */
export function makingHead({ batches, opened }: SlotMakingView): string {
  const melts = opened.length === 0 ? 'no new melt' : counted(opened.length, 'new melt');
  return `It would be made in ${counted(batches.length, 'batch')} with ${melts}:`;
}
