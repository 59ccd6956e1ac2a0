import { agedMinute, clockStageIndex, stageMinutes, startedPieces } from '../amounts';
import type { Batch, Product } from '../problem';
import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/** Rules 3.3 [duration] [max-run] [wait] and 3.6 [life] for every batch. */
export function checkStages(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  for (const batch of plan.batches) {
    const product = found(catalogue.products, batch.product);
    checkDurations(catalogue, { batch, product }, report);
    checkWaits({ batch, product }, report);
    checkPickups(catalogue, { batch, product }, report);
  }
}

interface Made {
  readonly batch: Batch;
  readonly product: Product;
}

function checkDurations(catalogue: Catalogue, { batch, product }: Made, report: Report): void {
  const started = startedPieces(product, batch.pieces);
  batch.stages.forEach((task, k) => {
    const stage = product.stages[k]!;
    const at = `${batch.id} ${stage.id}`;
    const needed = stageMinutes(stage, started, found(catalogue.people, task.person).pace);
    const taken = task.end - task.start;
    if (taken !== needed) report('duration', at, `takes ${taken}, must take ${needed}`);
    if (stage.maxRunMinutes !== null && taken > stage.maxRunMinutes)
      report('max-run', at, `${taken} > ${stage.maxRunMinutes}`);
  });
}

function checkWaits({ batch, product }: Made, report: Report): void {
  batch.stages.slice(0, -1).forEach((task, k) => {
    const { minMinutes, maxMinutes } = product.stages[k]!.then;
    const wait = batch.stages[k + 1]!.start - task.end;
    if (wait < minMinutes || wait > maxMinutes)
      report('wait', `${batch.id} ${task.stage}`, `wait ${wait} outside ${minMinutes}..${maxMinutes}`);
  });
}

function checkPickups(catalogue: Catalogue, { batch, product }: Made, report: Report): void {
  const { minMinutes, maxMinutes } = product.stages.at(-1)!.then;
  const ready = batch.stages.at(-1)!.end;
  const clock = batch.stages[clockStageIndex(product)]!.end;
  for (const serve of batch.serves) {
    const at = `${batch.id} for order ${serve.order}`;
    const wait = found(catalogue.leaves, serve.order) - ready;
    if (wait < minMinutes || wait > maxMinutes)
      report('wait', at, `wait to pickup ${wait} outside ${minMinutes}..${maxMinutes}`);
    const order = found(catalogue.orders, serve.order);
    const age = agedMinute(order, batch.product, catalogue.problem.places) - clock;
    if (age > product.lifeMinutes) report('life', at, `age ${age} > ${product.lifeMinutes}`);
  }
}
