import type { Batch, Melt } from '../problem';
import type { Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/**
 * Rules of the optional fields `now` and `fixed`: [now] what is not fixed starts at `now` or later; [fixed] started
 * and pinned work is in the plan as it was, except that a fixed melt may be closed later or sooner.
 */
export function checkFixed(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  const { now = 0, fixed = { batches: [], melts: [] } } = catalogue.problem;
  const starts = [
    ...plan.batches.map(({ id, stages }) => ({ id, start: Math.min(...stages.map((task) => task.start)) })),
    ...plan.melts.map(({ id, setupStart }) => ({ id, start: setupStart })),
  ];
  const fixedIds = new Set([...fixed.batches, ...fixed.melts].map(({ id }) => id));
  for (const { id, start } of starts)
    if (start < now && !fixedIds.has(id)) report('now', id, `starts before ${now}`);
  for (const batch of fixed.batches)
    if (!plan.batches.some((other) => isSameBatch(batch, other))) report('fixed', batch.id, NOT_AS_FIXED);
  for (const melt of fixed.melts)
    if (!plan.melts.some((other) => isSameMelt(melt, other))) report('fixed', melt.id, NOT_AS_FIXED);
}

const NOT_AS_FIXED = 'is not as it was fixed';

function isSameBatch(a: Batch, b: Batch): boolean {
  return a.id === b.id && JSON.stringify(batchKey(a)) === JSON.stringify(batchKey(b));
}

function batchKey(batch: Batch): unknown {
  const serves = batch.serves.map((serve) => [serve.order, serve.pieces]).sort();
  const stages = batch.stages.map((task) => [task.stage, task.person, task.start, task.end, task.melt]);
  return [batch.product, batch.pieces, serves, stages];
}

function isSameMelt(a: Melt, b: Melt): boolean {
  return a.id === b.id && JSON.stringify(meltKey(a)) === JSON.stringify(meltKey(b));
}

function meltKey(melt: Melt): unknown {
  return [melt.melter, melt.coating, melt.grams, melt.person, melt.setupStart, melt.setupEnd];
}
