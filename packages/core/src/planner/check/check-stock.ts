import type { StockLot } from '../problem';
import { found, type Catalogue } from './catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/**
 * Rules of the optional field `stock`: no more is taken of a lot than there is [stock], of its product only, for orders
 * that leave from now on [now], within its life [life], and free from what it may carry [free-from].
 */
export function checkStock(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  const { stock = [], now = 0 } = catalogue.problem;
  const taken = new Map<string, number>();
  for (const { stock: id, order: name, pieces } of plan.fromStock) {
    const lot = stock.find((each) => each.id === id)!;
    const order = found(catalogue.orders, name);
    const at = `${id} for order ${name}`;
    taken.set(id, (taken.get(id) ?? 0) + pieces);
    if (found(catalogue.leaves, name) < now) report('now', at, `leaves before ${now}`);
    const { lifeMinutes } = found(catalogue.products, lot.product);
    const age = order.due - lot.clock;
    if (age > lifeMinutes) report('life', at, `age ${age} > ${lifeMinutes}`);
    for (const allergen of order.freeFrom ?? [])
      if (lot.allergens.includes(allergen)) report('free-from', at, `it may carry ${allergen}`);
  }
  for (const { id, pieces } of stock) {
    const sum = taken.get(id) ?? 0;
    if (sum > pieces) report('stock', id, `${sum} of ${pieces} pieces are taken`);
  }
}

/** Piece-minutes that pieces from stock are past their target age at pickup. */
export function stockOverAge(catalogue: Catalogue, plan: SoundPlan): number {
  const { stock = [] } = catalogue.problem;
  const lots = new Map<string, StockLot>(stock.map((lot) => [lot.id, lot]));
  return plan.fromStock.reduce((sum, { stock: id, order, pieces }) => {
    const lot = found(lots, id);
    const { targetAgeMinutes } = found(catalogue.products, lot.product);
    const age = found(catalogue.orders, order).due - lot.clock;
    return sum + pieces * Math.max(0, age - targetAgeMinutes);
  }, 0);
}
