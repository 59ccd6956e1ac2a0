import type { Batch, Melt } from '../problem';
import type { Catalogue } from './catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/**
 * Rules of the optional fields `now` and `fixed`: [now] what is not fixed starts at `now` or later; [fixed] started
 * and pinned work is in the plan as it was, except that a fixed melt may be closed later or sooner.
 */
export function checkFixed(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  const { now = 0, fixed = { batches: [], melts: [] } } = catalogue.problem;
  const fixedBatches = new Map(fixed.batches.map((batch) => [batch.id, batch]));
  const fixedMelts = new Map(fixed.melts.map((melt) => [melt.id, melt]));
  for (const batch of plan.batches)
    if (!fixedBatches.has(batch.id) && batch.stages.some((task) => task.start < now))
      report('now', batch.id, `starts before ${now}`);
  for (const melt of plan.melts)
    if (!fixedMelts.has(melt.id) && melt.setupStart < now) report('now', melt.id, `starts before ${now}`);
  const batches = new Map(plan.batches.map((batch) => [batch.id, batch]));
  const melts = new Map(plan.melts.map((melt) => [melt.id, melt]));
  for (const batch of fixed.batches)
    if (!isSameBatch(batch, batches.get(batch.id))) report('fixed', batch.id, 'is not as it was fixed');
  for (const melt of fixed.melts)
    if (!isSameMelt(melt, melts.get(melt.id))) report('fixed', melt.id, 'is not as it was fixed');
}

function isSameBatch(a: Batch, b: Batch | undefined): boolean {
  return b !== undefined && JSON.stringify(batchKey(a)) === JSON.stringify(batchKey(b));
}

function batchKey(batch: Batch): unknown {
  const serves = batch.serves.map((serve) => [serve.order, serve.pieces]).sort();
  const stages = batch.stages.map((task) => [task.stage, task.person, task.start, task.end, task.melt]);
  return [batch.product, batch.pieces, serves, stages];
}

function isSameMelt(a: Melt, b: Melt | undefined): boolean {
  return b !== undefined && JSON.stringify(meltKey(a)) === JSON.stringify(meltKey(b));
}

function meltKey(melt: Melt): unknown {
  return [melt.melter, melt.coating, melt.grams, melt.person, melt.setupStart, melt.setupEnd];
}
