import type { Shortage } from './actual-yields';
import { worksAtBench, type BenchRead, type WorkAtBench } from './at-bench';
import type { StageWork } from './bench-works';

/** How far a batch has come, by what somebody wrote down: its last stage is over, all but that, something, nothing. */
export type MadeStage = 'packed' | 'made' | 'under-way' | 'not-begun';

/** What is made for an order in one batch. */
export interface MadeForOrder {
  readonly batch: string;
  readonly product: string;
  /** Pieces of it that are the order's. */
  readonly pieces: number;
  readonly stage: MadeStage;
  /** How many of them came out too few. */
  readonly lacks: number;
}

/** Whether all of it is packed, and none came out too few. */
export function isAllPacked(made: readonly MadeForOrder[]): boolean {
  return lackingPieces(made) === 0 && made.every(({ stage }) => stage === 'packed');
}

/** Pieces of it that came out too few. */
export function lackingPieces(made: readonly MadeForOrder[]): number {
  return made.reduce((sum, { lacks }) => sum + lacks, 0);
}

interface StageAtBench extends WorkAtBench {
  readonly work: StageWork;
}

/**
 * How far what each order gets has come, by deeds alone and never by the plan's hours, by the order's id. Null where
 * nobody wrote down anything at all: then the bench knows nothing, rather than that nothing is made.
 */
export function madeForOrders(
  bench: BenchRead & { readonly shortages: readonly Shortage[] },
): ReadonlyMap<string, readonly MadeForOrder[]> | null {
  const works = worksAtBench(bench, []);
  if (!works.some(isTouched)) return null;
  const lacks = new Map(bench.shortages.map((short) => [shareKey(short), short.pieces] as const));
  const made = new Map<string, MadeForOrder[]>();
  for (const stages of batchesOf(works)) {
    const { batch, product, orders } = stages[0]!.work;
    const stage = madeStage(stages);
    for (const { order, pieces } of orders) {
      const own = made.get(order) ?? [];
      own.push({ batch, product, pieces, stage, lacks: lacks.get(shareKey({ batch, order })) ?? 0 });
      made.set(order, own);
    }
  }
  return made;
}

function isTouched({ isDone, state }: WorkAtBench): boolean {
  return isDone || state.begunAt !== null;
}

function shareKey({ batch, order }: { readonly batch: string; readonly order: string }): string {
  return JSON.stringify([batch, order]);
}

/** The stages of each batch, in their order. */
function batchesOf(works: readonly WorkAtBench[]): StageAtBench[][] {
  const batches = new Map<string, StageAtBench[]>();
  for (const each of works) {
    if (each.work.kind !== 'stage') continue;
    const stages = batches.get(each.work.batch) ?? [];
    stages.push({ ...each, work: each.work });
    batches.set(each.work.batch, stages);
  }
  return [...batches.values()];
}

function madeStage(stages: readonly StageAtBench[]): MadeStage {
  if (stages.at(-1)!.isDone) return 'packed';
  if (stages.at(-2)?.isDone) return 'made';
  return stages.some(isTouched) ? 'under-way' : 'not-begun';
}
