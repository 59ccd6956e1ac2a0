import { stageMinutes, startedPieces, stageGrams } from '../amounts';
import type { Catalogue } from '../check/catalogue';
import type { Problem, Product, ProductStage, Serve } from '../problem';

/** Pieces of an order line that no batch serves yet. */
export interface OpenLine {
  readonly order: string;
  readonly product: string;
  readonly leave: number;
  readonly pieces: number;
}

/** Order lines less what fixed batches serve, the last to leave first. */
export function openLines(problem: Problem, catalogue: Catalogue): OpenLine[] {
  const served = new Map<string, number>();
  for (const batch of problem.fixed?.batches ?? [])
    for (const serve of batch.serves) {
      const key = JSON.stringify([serve.order, batch.product]);
      served.set(key, (served.get(key) ?? 0) + serve.pieces);
    }
  return problem.orders
    .flatMap((order) =>
      order.lines.map((line) => ({
        order: order.id,
        product: line.product,
        leave: catalogue.leaves.get(order.id)!,
        pieces: line.pieces - (served.get(JSON.stringify([order.id, line.product])) ?? 0),
      })),
    )
    .filter((line) => line.pieces > 0)
    .sort((a, b) => b.leave - a.leave);
}

/** Whose pace decides how many pieces fit into the longest run. */
export type RunBy = 'fastest' | 'slowest';

/** The most good pieces that one batch can have: by its limit, its longest run and the largest bowl. */
export function largestBatch(problem: Problem, product: Product, runBy: RunBy): number {
  const bowl = Math.max(0, ...problem.melters.map((melter) => melter.capacityGrams - melter.tailGrams));
  const fits = (good: number): boolean => {
    const started = startedPieces(product, good);
    return (
      started <= product.maxBatchPieces &&
      product.stages.every(
        (stage) => stageGrams(stage, started) <= bowl && isRunShortEnough(problem, { stage, started }, runBy),
      )
    );
  };
  if (!fits(1)) return 0;
  let low = 1;
  let high = product.maxBatchPieces;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

function isRunShortEnough(
  problem: Problem,
  { stage, started }: { stage: ProductStage; started: number },
  runBy: RunBy,
): boolean {
  const paces = problem.people
    .filter((person) => person.skills.includes(stage.skill))
    .map(({ pace }) => pace);
  if (stage.maxRunMinutes === null || paces.length === 0) return true;
  const pace = runBy === 'fastest' ? Math.min(...paces) : Math.max(...paces);
  return stageMinutes(stage, started, pace) <= stage.maxRunMinutes;
}

/** How full a batch is to be: it stops at the target, may pass it to keep an order whole, and never passes the most. */
export interface BatchSize {
  readonly target: number;
  readonly most: number;
  readonly spanMinutes: number;
}

/** The first lines of one product for one batch, within the span from its last pickup. */
export function gather(lines: readonly OpenLine[], { target, most, spanMinutes }: BatchSize): Serve[] {
  const serves: Serve[] = [];
  let taken = 0;
  for (const line of lines) {
    if (taken >= target || lines[0]!.leave - line.leave > spanMinutes) break;
    const pieces = Math.min(line.pieces, most - taken);
    serves.push({ order: line.order, pieces });
    taken += pieces;
  }
  return serves;
}
