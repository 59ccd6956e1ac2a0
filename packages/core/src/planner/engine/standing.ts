import { lineKey } from '../line-key';
import type { Blocker } from '../blocker';
import type { Batch, Plan, Problem, Serve } from '../problem';
import { compile } from './compiled';
import { loadFixed } from './load';
import { Run } from './melts-and-runs';
import type { Schedule } from './schedule';

/**
 * A schedule in which a plan stands as it is, some of its batches left out and their pieces open. Melts still to come may
 * change as others need it; those that the problem holds fast may not. Null where what is left cannot stand alone: a bowl
 * would have to be washed that was not.
 */
export function standing(
  problem: Problem,
  { batches, melts }: Pick<Plan, 'batches' | 'melts'>,
  without: ReadonlySet<string> = new Set(),
): Schedule | null {
  const { now = 0, fixed } = problem;
  const held = new Set(fixed?.melts.map(({ id }) => id));
  const others = batches.filter(({ id }) => !without.has(id));
  const used = new Set(others.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  const left = melts.filter(({ id }) => used.has(id) || held.has(id));
  const compiled = compile({ ...problem, fixed: { batches: others, melts: left } });
  const schedule = loadFixed(compiled, {
    mayMove: ({ id, setupStart }) => setupStart >= now && !held.has(id),
  });
  if (!schedule.bowls.setUpAnew()) return null;
  schedule.journal.commit();
  return schedule;
}

/** A run of a product for the orders that it is to serve, not placed. */
export function runOf({ compiled }: Schedule, product: string, serves: readonly Serve[]): Run {
  const run = new Run(compiled.products.find((each) => each.product.id === product)!);
  for (const { order, pieces } of serves)
    run.serve(compiled.lineAt.get(lineKey(order, product))!, pieces, compiled.lines);
  return run;
}

/** What stands in the way of taking a batch out: the bowl that it is dipped in first. */
export function ownBowl({ products }: Problem, batch: Batch): Blocker {
  const product = products.find(({ id }) => id === batch.product)!;
  const k = product.stages.findIndex(({ coating }) => coating !== null);
  const { start: from, end: to, stage } = batch.stages[Math.max(0, k)]!;
  return { kind: 'bowl', stage, coating: product.stages[k]?.coating?.id ?? '', from, to };
}
