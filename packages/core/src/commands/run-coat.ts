import { firstBelief, learnAll, pieceRange, runRange } from '../coating/learning';
import { readCoat } from './read-coat';

/** The `coat` command: coating per piece from a description, narrowed by weighed runs. @throws InputError */
export function runCoat(json: unknown): unknown {
  const { estimate, weighings } = readCoat(json);
  const belief = learnAll(firstBelief(estimate.estimateGrams), weighings);
  const { mean, low90, high90 } = runRange(belief);
  return {
    areaCm2: estimate.surfaceMm2 / 100,
    filmMm: estimate.filmMm,
    crustMm: estimate.crustMm,
    estimateG: estimate.estimateGrams,
    perPieceG: { mean, low90, high90 },
    onePieceG: pieceRange(belief),
    weighings: belief.weighings,
  };
}
