import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/** Rule of the optional field `freeFrom` [free-from]: no batch that serves an order declares what it is free from. */
export function checkFreeFrom(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  for (const { id, product, serves } of plan.batches) {
    const declared = found(catalogue.declared, product);
    for (const { order } of serves)
      for (const allergen of found(catalogue.orders, order).freeFrom ?? [])
        if (declared.has(allergen))
          report('free-from', `${id} for order ${order}`, `${product} declares ${allergen}`);
  }
}
