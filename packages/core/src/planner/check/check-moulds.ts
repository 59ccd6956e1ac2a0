import { mouldSpan, startedPieces, traysFor } from '../amounts';
import { found, type Catalogue } from '../catalogue';
import type { Batch } from '../problem';
import { trayProfile } from '../view/tray-profile';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

interface MouldStay {
  readonly batch: string;
  readonly trays: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Rule [mould]: at no minute are more moulds of a kind in use than there are, unless all of it is begun work, which is a fact. A batch has
 * as many as hold what it starts, from the start of the stage that takes them until the least wait after the one that gives them back is over.
 */
export function checkMoulds(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  const fixed = new Set((catalogue.problem.fixed?.batches ?? []).map(({ id }) => id));
  for (const { id, count } of catalogue.problem.moulds ?? []) {
    const stays = plan.batches.flatMap((batch) => mouldStay(catalogue, batch, id));
    const added = stays.filter(({ batch }) => !fixed.has(batch));
    for (const step of trayProfile(stays))
      if (step.trays > count && added.some(({ from, to }) => from < step.to && step.from < to))
        report('mould', `mould ${id}`, `${step.trays} of ${count} from ${step.from} to ${step.to}`);
  }
}

function mouldStay({ products }: Catalogue, batch: Batch, mould: string): MouldStay[] {
  const product = found(products, batch.product);
  const span = mouldSpan(product, batch.stages);
  if (product.mould?.id !== mould || !span) return [];
  const trays = traysFor(startedPieces(product, batch.pieces), product.mould.piecesPerMould);
  return [{ batch: batch.id, trays, from: span[0], to: span[1] }];
}
