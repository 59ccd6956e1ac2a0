import { agedMinute, clockStageIndex } from '../amounts';
import { found, type Catalogue } from '../catalogue';
import type { Batch } from '../problem';

export interface TapePickup {
  readonly order: string;
  readonly minute: number;
  readonly pieces: number;
  readonly ageMinutes: number;
}

/** A batch from the start of its clock to its last pickup: young until its target age, over at its hold limit. */
export interface LifeTape {
  readonly batch: string;
  readonly product: string;
  readonly pieces: number;
  readonly clock: number;
  readonly targetEnd: number;
  readonly limitEnd: number;
  readonly lastPickup: number;
  readonly pickups: readonly TapePickup[];
}

/** The life of a batch in minutes from the horizon's start, its pickups in turn. */
export function lifeTape(catalogue: Catalogue, batch: Batch): LifeTape {
  const product = found(catalogue.products, batch.product);
  const clock = batch.stages[clockStageIndex(product)]!.end;
  const pickups = batch.serves
    .map((serve) => {
      const order = found(catalogue.orders, serve.order);
      const ageMinutes = agedMinute(order, batch.product, catalogue.problem.places) - clock;
      return { order: serve.order, minute: order.due, pieces: serve.pieces, ageMinutes };
    })
    .sort((a, b) => a.minute - b.minute);
  return {
    batch: batch.id,
    product: batch.product,
    pieces: batch.pieces,
    clock,
    targetEnd: clock + product.targetAgeMinutes,
    limitEnd: clock + product.lifeMinutes,
    lastPickup: pickups.at(-1)?.minute ?? clock,
    pickups,
  };
}
