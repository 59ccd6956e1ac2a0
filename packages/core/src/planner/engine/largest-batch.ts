import { stageGrams, stageMinutes, startedPieces } from '../amounts';
import { tailFor } from '../mixed-melts';
import type { Problem, Product, ProductStage } from '../problem';

/** Whose pace decides how many pieces fit into the longest run. */
export type RunBy = 'fastest' | 'slowest';

/** The most good pieces that one batch can have: by its limit, its longest run and the largest bowl. */
export function largestBatch(problem: Problem, product: Product, runBy: RunBy): number {
  const room = (isMixed: boolean): number =>
    Math.max(0, ...problem.melters.map((melter) => melter.capacityGrams - tailFor(melter, isMixed)));
  const [dipped, mixed] = [room(false), room(true)];
  const fits = (good: number): boolean => {
    const started = startedPieces(product, good);
    return (
      started <= product.maxBatchPieces &&
      product.stages.every(
        (stage) =>
          stageGrams(stage, started) <= (stage.coating?.isMixed ? mixed : dipped) &&
          isRunShortEnough(problem, { stage, started }, runBy),
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
