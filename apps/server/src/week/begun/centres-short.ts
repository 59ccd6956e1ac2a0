import { goodOfStarted, portionsOf, startedPieces } from '@alnage/core';
import { IsNull, Not, type EntityManager } from 'typeorm';
import type { PlanEntity } from '../../store/work/plan.entity';
import { PreparationEntity } from '../../store/work/preparation.entity';

/** Good pieces that batches of a plan can still come to, of which fewer centres or other parts came out than it starts. */
export async function centresShort(
  manager: EntityManager,
  { plan, problem, horizonStart }: Pick<PlanEntity, 'plan' | 'problem' | 'horizonStart'>,
): Promise<Map<string, number>> {
  const made = await manager.findBy(PreparationEntity, { horizonStart, cameOut: Not(IsNull()) });
  const short = made.flatMap(({ batch: id, pieceId, cameOut, portionGrams }): [string, number][] => {
    const batch = plan.batches.find((each) => each.id === id && each.product === pieceId);
    const product = problem.products.find((each) => each.id === pieceId);
    const portions = cameOut && portionGrams !== null ? portionsOf(cameOut, portionGrams) : null;
    if (!batch || !product || portions === null) return [];
    if (portions >= startedPieces(product, batch.pieces)) return [];
    return [[id, goodOfStarted(product, { planned: batch.pieces, started: portions })]];
  });
  // the shortest of its parts decides
  return new Map([...short].sort(([, a], [, b]) => b - a));
}
